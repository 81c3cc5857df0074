import './schemas.ts';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { parseArgs } from 'node:util';
import { edlOf, lineCsvOf, lineCuts, lineJson, otioOf, type LineJson } from '@kavrell/core/lineup';
import { Usage, type Exit, type Streams } from './exit.ts';
import { fileTrouble } from './files.ts';

const HELP = 'kavrell export otio|edl|csv --from LINE.json --rate R --out FILE or FOLDER [--force]';

/** `kavrell export`: what `kavrell lineup --json` said, as files for an editor. */
export function exportCommand(args: readonly string[], streams: Streams): Exit {
  const { values, positionals } = parseArgs({
    args: [...args],
    allowPositionals: true,
    options: {
      from: { type: 'string' },
      rate: { type: 'string' },
      out: { type: 'string' },
      force: { type: 'boolean' },
    },
  });
  const [kind, ...rest] = positionals;
  const { from, rate, out, force = false } = values;
  if (!kind || rest.length > 0 || !from || !rate || !out || !['otio', 'edl', 'csv'].includes(kind))
    throw new Usage(HELP);
  const line = readLine(from);
  const write = (file: string, text: string) => {
    if (!force && existsSync(file)) throw new Usage(`${file}: it exists already; --force writes over it`);
    try {
      writeFileSync(file, text);
    } catch (error) {
      throw fileTrouble(file, error);
    }
  };
  if (kind === 'otio') write(out, `${JSON.stringify(otioOf(line, rate), null, 2)}\n`);
  else if (kind === 'csv') write(out, lineCsvOf(line, rate));
  else {
    const files = edlOf(line, rate);
    try {
      mkdirSync(out, { recursive: true });
    } catch (error) {
      throw fileTrouble(out, error);
    }
    for (const f of files) write(path.join(out, f.name), f.text);
  }
  const { apart } = lineCuts(line, rate);
  if (kind !== 'csv' && apart.length > 0) streams.err(`Not on this line, and left out: ${apart.join(', ')}`);
  return 0;
}

function readLine(file: string): LineJson {
  let text: string;
  try {
    text = readFileSync(file, 'utf8');
  } catch (error) {
    throw fileTrouble(file, error);
  }
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    throw new Usage(`${file}: it is not JSON; it should hold what “kavrell lineup --json” printed.`);
  }
  const read = lineJson.safeParse(value);
  if (read.success) return read.data;
  const [issue] = read.error.issues;
  throw new Usage(`${file}: ${issue?.path.join('.') ?? ''}: ${issue?.message ?? 'it is no line-up'}`);
}
