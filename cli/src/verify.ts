import { parseArgs } from 'node:util';
import { RateMeter } from '@kavrell/core/copies';
import { isSound, verifyFolder, verifyZip, type Verification } from '@kavrell/copies';
import { Usage, type Exit, type Streams } from './exit.ts';
import { fileTrouble } from './files.ts';
import { inChunks, jsonPieces } from './json.ts';
import { everySoOften, megabytes, rateWords } from './progress.ts';

function* lines(v: Verification): Generator<string> {
  for (const f of v.changed) yield `changed: ${f.path}: ${f.reason}`;
  for (const f of v.missing) yield `missing: ${f}`;
  for (const f of v.renamed) yield `renamed: ${f.from} ▸ ${f.to}`;
  for (const f of v.extra) yield `not listed: ${f}`;
  for (const p of v.problems) yield p;
  yield `${v.verified} files verified against ${v.against.join(', ')}`;
}

/** `1.2 of 3.4 GB read, 412 MB/s, 0:05 left`, at most twice a second. */
function progressLine(streams: Streams): (doneBytes: number, totalBytes: number) => void {
  const meter = new RateMeter();
  const due = everySoOften();
  return (doneBytes, totalBytes) => {
    if (!due(doneBytes >= totalBytes)) return;
    streams.err(`${megabytes(doneBytes)} of ${megabytes(totalBytes)} read${rateWords(meter, doneBytes, totalBytes)}`);
  };
}

/** `kavrell verify`: 0 when all listed is there as listed and nothing else, 1 when not. */
export async function verifyCommand(args: readonly string[], streams: Streams): Promise<Exit> {
  const { values, positionals } = parseArgs({
    args: [...args],
    allowPositionals: true,
    options: { json: { type: 'boolean' } },
  });
  const [dir, ...rest] = positionals;
  if (!dir || rest.length > 0) throw new Usage('kavrell verify DIR or HAND-OVER.zip [--json]');
  let found: Verification;
  try {
    const verify = /\.zip$/i.test(dir) ? verifyZip : verifyFolder;
    found = await verify(dir, values.json ? {} : { onProgress: progressLine(streams) });
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== undefined) throw fileTrouble(dir, error);
    throw new Usage((error as Error).message);
  }
  if (values.json) for (const piece of inChunks(jsonPieces(found))) streams.out(piece);
  else for (const line of lines(found)) streams.out(`${line}\n`);
  return isSound(found) ? 0 : 1;
}
