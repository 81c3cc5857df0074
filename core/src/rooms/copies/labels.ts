import { cardFields } from './model.ts';

/** The label after this one: A001 → A002. */
export function nextLabel(label: string): string {
  const match = /^(.*?)(\d+)$/.exec(label);
  if (!match) return `${label}2`;
  const [, stem = '', digits = '0'] = match;
  return stem + String(Number(digits) + 1).padStart(digits.length, '0');
}

/** A label for a card that was plugged in: its folder's own name where that is one, else the next of its camera; never one that is taken. */
export function labelFor(folderName: string, cameraLetter: string | null, taken: readonly string[]): string {
  const known = new Set(taken);
  const own = folderName.toUpperCase().replace(/[^A-Z0-9]/g, '');
  if (cardFields.shape.label.safeParse(own).success && /\d/.test(own) && !known.has(own)) return own;
  const letter = cameraLetter ?? 'A';
  const last = taken
    .filter((l) => l.startsWith(letter) && /^\d+$/.test(l.slice(1)))
    .sort((a, b) => Number(a.slice(1)) - Number(b.slice(1)))
    .at(-1);
  let label = last ? nextLabel(last) : `${letter}001`;
  while (known.has(label)) label = nextLabel(label);
  return label;
}
