import path from 'node:path';
import { parseArgs } from 'node:util';
import { RateMeter } from '@kavrell/core/copies';
import {
  HASH_KINDS,
  allVerified,
  ingest,
  type HashKind,
  type IngestResult,
  type OffloadProgress,
} from '@kavrell/copies';
import { Usage, type Exit, type Streams } from './exit.ts';
import { fileTrouble } from './files.ts';
import { inChunks, jsonPieces } from './json.ts';
import { everySoOften, megabytes, rateWords } from './progress.ts';

const HELP =
  'kavrell offload SRC --to A [--to B …] [--hash xxh64 …] [--ignore PATTERN …] [--verify-source] [--recheck] [--json]';

/** For each destination what is written and verified, its measured rate and the time left by it. */
function progressLine(streams: Streams): (p: OffloadProgress) => void {
  const meters = new Map<string, RateMeter>();
  const due = everySoOften();
  return ({ totalBytes, places }) => {
    if (!due(places.every((p) => p.checkedBytes >= totalBytes))) return;
    const words = places.map((p) => {
      if (p.failure !== null) return `${p.id}: given up: ${p.failure}`;
      const meter = meters.get(p.id) ?? new RateMeter();
      meters.set(p.id, meter);
      const rate = rateWords(meter, p.writtenBytes + p.checkedBytes, 2 * totalBytes);
      const behind = p.behind ? ', at its own pace' : '';
      return `${p.id}: ${megabytes(p.writtenBytes)} written, ${megabytes(p.checkedBytes)} of ${megabytes(totalBytes)} verified${rate}${behind}`;
    });
    streams.err(words.join(' · '));
  };
}

function* summary(result: IngestResult): Generator<string> {
  for (const file of result.leftOut) yield `${file.wanted ? 'left out' : 'NOT COPIED'}: ${file.path}: ${file.reason}`;
  for (const words of result.listProblems) yield `the source’s own lists: ${words} They are kept as they are.`;
  for (const places of result.oneDevice)
    yield `one device: ${places.join(' and ')} lie on the same device; together they are one copy`;
  for (const file of result.unreadable) yield `can’t be listed: ${file.path}: ${file.reason}`;
  for (const file of result.sourceMissing) yield `the source’s own list has it, the source has not: ${file}`;
  for (const file of result.sourceChanged) yield `not as the source’s own list has it: ${file}`;
  for (const place of result.places) {
    for (const f of place.failed) yield `failed: ${path.join(place.root, f.path)}: ${f.reason}`;
    const past = place.copied.filter((c) => c.readFrom === 'medium').length;
    const how =
      place.copied.length === 0
        ? ''
        : past === place.copied.length
          ? ', read back from the medium'
          : `, ${past} of them read back from the medium, the rest as the system gave it`;
    yield `${place.root}: ${place.copied.length} verified${how}; ${place.skipped.length} there before; ${place.failed.length} failed`;
  }
}

/** `kavrell offload`: 0 when all is verified everywhere, 1 when anything failed or was left out unasked. */
export async function offloadCommand(args: readonly string[], streams: Streams): Promise<Exit> {
  const { values, positionals } = parseArgs({
    args: [...args],
    allowPositionals: true,
    options: {
      to: { type: 'string', multiple: true },
      hash: { type: 'string', multiple: true },
      ignore: { type: 'string', multiple: true },
      'verify-source': { type: 'boolean' },
      recheck: { type: 'boolean' },
      json: { type: 'boolean' },
    },
  });
  const [source, ...rest] = positionals;
  if (!source || rest.length > 0 || !values.to?.length) throw new Usage(HELP);
  const kinds = (values.hash ?? ['xxh64']).flatMap((h) => h.split(','));
  const unknown = kinds.find((k) => !HASH_KINDS.includes(k as HashKind));
  if (unknown !== undefined)
    throw new Usage(`“${unknown}” is no hash that can be made here: ${HASH_KINDS.join(', ')}.`);
  const inside = values.to.find((to) =>
    `${path.resolve(to)}${path.sep}`.startsWith(`${path.resolve(source)}${path.sep}`),
  );
  if (inside) throw new Usage(`${inside} lies within the source.`);
  if (new Set(values.to.map((to) => path.resolve(to))).size < values.to.length)
    throw new Usage('The same folder is named twice.');
  let result: IngestResult;
  try {
    result = await ingest(source, values.to, {
      kinds: kinds as [HashKind, ...HashKind[]],
      ignore: values.ignore ?? [],
      verifySource: values['verify-source'] ?? false,
      recheck: values.recheck ?? false,
      ...(values.json ? {} : { onProgress: progressLine(streams) }),
    });
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === undefined) throw error;
    throw fileTrouble(source, error);
  }
  if (values.json) for (const piece of inChunks(jsonPieces(result))) streams.out(piece);
  else for (const line of summary(result)) streams.out(`${line}\n`);
  return allVerified(result) ? 0 : 1;
}
