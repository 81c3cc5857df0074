/** What a printed code stands for: a drive, a card, or a place of copies. */
export interface KeepCode {
  kind: 'drive' | 'card' | 'place';
  id: string;
}
const PATTERN = /^kavrell:(drive|card|place):([0-9a-f-]{36}):([0-9a-f-]{36})$/;

/** The text in a printed code. */
export const codeText = (productionId: string, { kind, id }: KeepCode): string =>
  `kavrell:${kind}:${productionId}:${id}`;

/** What a scanned text stands for in this production; in words what it is where it is none of ours. */
export function readCode(text: string, productionId: string): KeepCode | string {
  const found = PATTERN.exec(text.trim());
  if (!found) return 'This code is not one of a drive, card or place.';
  if (found[2] !== productionId) return 'This code is of another production.';
  return { kind: found[1] as KeepCode['kind'], id: found[3] as string };
}
