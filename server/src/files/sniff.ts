import type { FILE_TYPES } from '@kavrell/contract';

type FileType = (typeof FILE_TYPES)[number];
const ascii = (bytes: Uint8Array, from: number, to: number) => Buffer.from(bytes.subarray(from, to)).toString('latin1');

/** What bytes are by their first twelve, whatever a name says; null for anything that is not stored here. */
export function sniff(head: Uint8Array): FileType | null {
  if (head.length < 12) return null;
  if (head[0] === 0xff && head[1] === 0xd8 && head[2] === 0xff) return 'image/jpeg';
  if (ascii(head, 0, 8) === '\x89PNG\r\n\x1a\n') return 'image/png';
  if (ascii(head, 0, 4) === 'RIFF' && ascii(head, 8, 12) === 'WEBP') return 'image/webp';
  if (ascii(head, 0, 4) === 'RIFF' && ascii(head, 8, 12) === 'WAVE') return 'audio/wav';
  if (ascii(head, 0, 3) === 'ID3' || (head[0] === 0xff && ((head[1] ?? 0) & 0xe6) === 0xe2)) return 'audio/mpeg';
  if (ascii(head, 4, 8) === 'ftyp') return 'audio/mp4';
  return null;
}
