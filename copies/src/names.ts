/**
 * Names on a medium are bytes; lists, rows and screens are text. A name is written down as the text it is where that can be done, and byte
 * by byte (`\xff`) where it is no UTF-8. Every written name leads back to the same bytes: what would read like such a byte is written `\x5c`.
 */
const WRITTEN_BYTE = /\\x([0-9a-f]{2})/g;
const LOOKS_WRITTEN = /\\(?=x[0-9a-f]{2})/g;

// A name may begin with a byte order mark: it must not be lost.
const decoder = new TextDecoder('utf-8', { ignoreBOM: true });
const strict = new TextDecoder('utf-8', { ignoreBOM: true, fatal: true });

const plainText = (text: string): string => text.replace(LOOKS_WRITTEN, '\\x5c');

/** How many bytes the character beginning here has; 0 when none that is text begins here. */
function characterBytes(bytes: Buffer, at: number): number {
  const lead = bytes[at]!;
  const length = lead < 0x80 ? 1 : lead >= 0xf0 ? 4 : lead >= 0xe0 ? 3 : lead >= 0xc2 ? 2 : 0;
  if (length === 0) return 0;
  try {
    strict.decode(bytes.subarray(at, at + length));
    return at + length <= bytes.length ? length : 0;
  } catch {
    // No character: that is the answer.
    return 0;
  }
}

/** A name’s bytes as they are written down. */
export function writtenName(bytes: Buffer): string {
  const text = decoder.decode(bytes);
  if (Buffer.from(text).equals(bytes)) return plainText(text);
  let written = '';
  let from = 0;
  for (let at = 0; at < bytes.length;) {
    const length = characterBytes(bytes, at);
    if (length > 0) {
      at += length;
      continue;
    }
    written += `${plainText(decoder.decode(bytes.subarray(from, at)))}\\x${bytes[at]!.toString(16).padStart(2, '0')}`;
    at += 1;
    from = at;
  }
  return written + plainText(decoder.decode(bytes.subarray(from)));
}

/** A path that was given as text, as it is written down. */
export const writtenPath = (given: string): string => plainText(given);

/** What the system is asked for by a written path: text, or bytes where the name is none. */
export function rawPath(written: string): string | Buffer {
  if (!written.includes('\\x')) return written;
  const pieces: Buffer[] = [];
  let from = 0;
  for (const found of written.matchAll(WRITTEN_BYTE)) {
    pieces.push(Buffer.from(written.slice(from, found.index)), Buffer.from([parseInt(found[1]!, 16)]));
    from = found.index + found[0].length;
  }
  pieces.push(Buffer.from(written.slice(from)));
  const bytes = Buffer.concat(pieces);
  const text = bytes.toString('utf8');
  return Buffer.from(text).equals(bytes) ? text : bytes;
}
