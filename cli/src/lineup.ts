import { mkdtempSync, rmSync, statSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { parseArgs } from 'node:util';
import { openSound, type OpenSound } from '@kavrell/copies';
import { InputError } from '@kavrell/core/errors';
import { lineUpAll, REFUSAL_WORDS, UNPLACED_WORDS, type LinedUp, type LineJson } from '@kavrell/core/lineup';
import { Usage, type Exit, type Streams } from './exit.ts';
import { fileTrouble } from './files.ts';

const HELP = 'kavrell lineup FILE… [--reference FILE] [--json]';

/** `kavrell lineup`: 0 when all of them are on one line, 1 when something is not. */
export function lineupCommand(args: readonly string[], streams: Streams): Exit {
  const { values, positionals } = parseArgs({
    args: [...args],
    allowPositionals: true,
    options: { reference: { type: 'string' }, json: { type: 'boolean' } },
  });
  const files = [...new Set(positionals)];
  if (files.length < 2) throw new Usage(`${HELP}: two files at the least.`);
  const reference = values.reference ?? null;
  if (reference !== null && !files.includes(reference))
    throw new Usage(`--reference ${reference}: it is not one of the files.`);
  const folder = mkdtempSync(path.join(os.tmpdir(), 'kavrell-lineup-'));
  const opened: OpenSound[] = [];
  try {
    const unread: { file: string; reason: string }[] = [];
    files.forEach((file, i) => {
      try {
        if (!statSync(file).isFile()) throw new InputError('sound.file', 'It is no file.');
        const sound = openSound(file, folder, i);
        for (const note of sound.notes) streams.err(`${file}: ${note}`);
        if (sound.timecode) streams.err(`${file}: ${sound.timecode.label} at ${sound.timecode.atS.toFixed(4)} s`);
        if (sound.onlyTimecode) {
          sound.close();
          throw new InputError('sound.timecode', 'Its only channel holds timecode: there is no sound to compare.');
        }
        opened.push(sound);
      } catch (error) {
        if (error instanceof InputError) unread.push({ file, reason: error.message });
        else if ((error as NodeJS.ErrnoException).code) throw fileTrouble(file, error);
        else throw error;
      }
    });
    const at = Math.max(
      0,
      opened.findIndex((o) => o.facts.file === reference),
    );
    const found = lineUpAll(
      opened.map((o) => o.source),
      at,
      (done, of) => streams.err(`${done} of ${of} pairs`),
    );
    const json = jsonOf(opened, found, unread);
    for (const p of json.pairs)
      if (isSame(p)) streams.err(`${p.b}: it holds the same recording as ${p.a}, or a copy of it.`);
    if (values.json) streams.out(`${JSON.stringify(json)}\n`);
    else for (const line of linesOf(json)) streams.out(`${line}\n`);
    return json.unplaced.length === 0 && json.devices.every((d) => d.component === 0) ? 0 : 1;
  } finally {
    for (const o of opened) o.close();
    rmSync(folder, { recursive: true, force: true });
  }
}

/** Two microphones are never at the same place at the same sample, with one clock. */
const isSame = ({ refused, offsetMs, driftPpm }: LineJson['pairs'][number]): boolean =>
  refused === null && Math.abs(offsetMs ?? 1) < 0.001 && Math.abs(driftPpm ?? 1) < 0.001;

function jsonOf(
  opened: readonly OpenSound[],
  { edges, placed, unplaced }: LinedUp,
  unread: readonly { file: string; reason: string }[],
): LineJson {
  const name = (index: number) => (opened[index] as OpenSound).facts.file;
  return {
    files: opened.map((o) => o.facts),
    pairs: [...edges]
      .sort((x, y) => x.a - y.a || x.b - y.b)
      .map(({ a, b, pair }) => ({
        ...{ a: name(a), b: name(b), refused: pair.refused === null ? null : REFUSAL_WORDS[pair.refused] },
        ...{ offsetMs: pair.offsetMs, atS: pair.atS, driftPpm: pair.driftPpm, confidence: pair.confidence },
      })),
    devices: placed.map((p) => ({
      ...{ file: name(p.index), offsetMs: p.offsetS * 1000, driftPpm: p.driftPpm, component: p.component },
    })),
    unplaced: [...unplaced.map((u) => ({ file: name(u.index), reason: UNPLACED_WORDS[u.reason] })), ...unread],
  };
}

function* linesOf({ devices, pairs, unplaced }: LineJson): Generator<string> {
  for (const d of devices) {
    const line = d.component === 0 ? '' : `, on a line of its own (${d.component})`;
    yield `${d.file}: begins at ${(d.offsetMs / 1000).toFixed(4)} s, clock ${signed(d.driftPpm)} ppm${line}`;
  }
  for (const p of pairs) if (p.refused !== null) yield `${p.a} and ${p.b}: ${p.refused}`;
  for (const u of unplaced) yield `${u.file}: not placed, ${u.reason}`;
}

const signed = (n: number) => `${n < 0 ? '−' : '+'}${Math.abs(n).toFixed(1)}`;
