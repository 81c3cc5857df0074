/** The text in the printed code of a line of the kit, or of a case. */
export const kitCodeText = (productionId: string, kind: 'line' | 'crate', id: string): string =>
  `kavrell:kit:${kind}:${productionId}:${id}`;
const PATTERN = /^kavrell:kit:(line|crate):([0-9a-f-]{36}):([0-9a-f-]{36})$/;

/** What a scanned text stands for in this production; in words what it is where it is none of ours. */
export function readKitCode(text: string, productionId: string): { kind: 'line' | 'crate'; id: string } | string {
  const found = PATTERN.exec(text.trim());
  if (!found)
    return text.trim().startsWith('kavrell:')
      ? 'This code is of a drive, card or place: it is scanned on Copies.'
      : 'This code is not one of the kit’s labels.';
  if (found[2] !== productionId) return 'This label is of another production.';
  return { kind: found[1] as 'line' | 'crate', id: found[3] as string };
}
