import xxhash from '@node-rs/xxhash';

/** A running xxHash64 (seed 0), as 16 hex digits at the end. Source: xxHash specification. */
export interface RunningHash {
  update(bytes: Uint8Array): void;
  hex(): string;
}

export function startHash(): RunningHash {
  const state = new xxhash.Xxh64();
  return {
    update: (bytes) => void state.update(bytes),
    hex: () => state.digest().toString(16).padStart(16, '0'),
  };
}
