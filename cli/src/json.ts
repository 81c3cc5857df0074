const DEEPEST = 4;
const CHUNK_CHARACTERS = 65536;

/** A value as JSON, piece by piece: a report of many thousand files is never whole in memory. */
export function* jsonPieces(value: unknown, depth = 0): Generator<string> {
  if (typeof value !== 'object' || value === null || depth >= DEEPEST) {
    yield JSON.stringify(value);
  } else if (Array.isArray(value)) {
    yield '[';
    for (const [i, item] of value.entries()) {
      if (i > 0) yield ',';
      yield* jsonPieces(item, depth + 1);
    }
    yield ']';
  } else {
    const entries = Object.entries(value).filter(([, v]) => v !== undefined);
    yield '{';
    for (const [i, [name, item]] of entries.entries()) {
      yield `${i > 0 ? ',' : ''}${JSON.stringify(name)}:`;
      yield* jsonPieces(item, depth + 1);
    }
    yield '}';
  }
  if (depth === 0) yield '\n';
}

/** Pieces joined to chunks worth a system call. */
export function* inChunks(pieces: Iterable<string>): Generator<string> {
  let chunk = '';
  for (const piece of pieces) {
    chunk += piece;
    if (chunk.length < CHUNK_CHARACTERS) continue;
    yield chunk;
    chunk = '';
  }
  if (chunk) yield chunk;
}
