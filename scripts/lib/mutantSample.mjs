import { readFileSync, readdirSync } from 'node:fs';
import path from 'node:path';
import { Instrumenter } from '@stryker-mutator/instrumenter';
import { ROOT } from './bootstrap.mjs';

/** What is mutated: where a wrong figure would cost most. */
const PLACES = ['core/src/plan/day', 'core/src/rooms/light', 'core/src/base/timecode', 'core/src/rooms/copies'];
const LEFT_OUT = /\.test\.ts$|testing\.ts$|calc\.ts$|index\.ts$|model\.ts$|library\.ts$|[wW]ords\.ts$/;
/** Text that people read is checked by reading it. */
const EXCLUDED = ['StringLiteral'];

const sources = () =>
  PLACES.flatMap((place) =>
    readdirSync(path.join(ROOT, place))
      .filter((name) => name.endsWith('.ts') && !LEFT_OUT.test(name))
      .map((name) => path.join(place, name)),
  ).sort();

/** A generator of numbers from 0 to 1 (mulberry32): the same for the same seed. */
function numbers(seed) {
  let a = seed >>> 0;
  return () => {
    a = (a + 0x6d2b79f5) >>> 0;
    let t = Math.imul(a ^ (a >>> 15), a | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

const quiet = {
  trace() {},
  debug() {},
  info() {},
  warn() {},
  error() {},
  fatal() {},
  isTraceEnabled: () => false,
  isDebugEnabled: () => false,
};

/** A seeded sample of places to change, as ranges that hold one each: `file:line:column-line:column`. */
export async function mutantSample(count, seed) {
  const files = sources().map((name) => ({
    name: path.join(ROOT, name),
    mutate: true,
    content: readFileSync(path.join(ROOT, name), 'utf8'),
  }));
  const { mutants: made } = await new Instrumenter(quiet).instrument(files, {
    plugins: null,
    excludedMutations: EXCLUDED,
    ignorers: [],
    noHeader: true,
  });
  const mutants = made.filter((m) => m.ignoreReason === undefined);
  const at = (m) => {
    const { start, end } = m.location;
    return `${path.relative(ROOT, m.fileName)}:${start.line + 1}:${start.column}-${end.line + 1}:${end.column}`;
  };
  const inside = (a, b) =>
    a !== b &&
    a.fileName === b.fileName &&
    (a.location.start.line > b.location.start.line ||
      (a.location.start.line === b.location.start.line && a.location.start.column >= b.location.start.column)) &&
    (a.location.end.line < b.location.end.line ||
      (a.location.end.line === b.location.end.line && a.location.end.column <= b.location.end.column));
  // A range holds all mutants within it: only those that hold no other are drawn.
  const byFile = new Map();
  for (const m of mutants) byFile.set(m.fileName, [...(byFile.get(m.fileName) ?? []), m]);
  const single = mutants.filter(
    (m) => !byFile.get(m.fileName).some((other) => inside(other, m) && at(other) !== at(m)),
  );
  const places = [...new Set(single.map(at))];
  const next = numbers(seed);
  for (let i = places.length - 1; i > 0; i -= 1) {
    const j = Math.floor(next() * (i + 1));
    [places[i], places[j]] = [places[j], places[i]];
  }
  return { all: mutants.length, ranges: places.slice(0, count) };
}
