import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import path from 'node:path';
import { create } from 'fontkit';
import type { Content } from 'pdfmake/interfaces.js';

const require = createRequire(import.meta.url);
const inPackage = (name: string, ...file: string[]) =>
  path.join(path.dirname(require.resolve(`${name}/package.json`)), ...file);
const own = (family: 'Next' | 'Mono', weight: string) =>
  inPackage(
    `@expo-google-fonts/atkinson-hyperlegible-${family.toLowerCase()}`,
    weight,
    `AtkinsonHyperlegible${family}_${weight}.ttf`,
  );
const fourOf = (normal: string, bold: string) => ({ normal, bold, italics: normal, bolditalics: bold });

/** Fonts of documents, as files that need no unpacking: one that is packed is unpacked anew for every letter. */
export const FONTS = {
  Text: fourOf(own('Next', '400Regular'), own('Next', '700Bold')),
  Mono: fourOf(own('Mono', '400Regular'), own('Mono', '700Bold')),
  /** For what the others have no letter for: Greek, Cyrillic, Vietnamese and more, arrows and ticks. */
  Wide: fourOf(
    inPackage('dejavu-fonts-ttf', 'ttf', 'DejaVuSans.ttf'),
    inPackage('dejavu-fonts-ttf', 'ttf', 'DejaVuSans-Bold.ttf'),
  ),
};

const lettersOf = (file: string): ReadonlySet<number> => {
  const font = create(readFileSync(file));
  return new Set('characterSet' in font ? font.characterSet : []);
};
const OWN = [...lettersOf(FONTS.Text.normal)]
  .filter((code) => code > 32)
  .map((code) => `\\u{${code.toString(16)}}`)
  .join('');
const PIECE = new RegExp(`([${OWN}\\s]+)|([^${OWN}\\s]+)`, 'gu');
const LACKS = new RegExp(`[^${OWN}\\s]`, 'u');
let wideLetters: ReadonlySet<number> | null = null;

type Piece = string | { text: string; font: 'Wide' };
/** A text in pieces: those that our own font has letters for, and those that are set in the wide one. */
const piecesOf = (text: string): Piece[] =>
  [...text.matchAll(PIECE)].map(([, has, lacks]) => has ?? { text: lacks ?? '', font: 'Wide' });

/** What stands below one of these is text, or holds text further down. */
const HOLDERS = ['text', 'stack', 'columns', 'ul', 'ol', 'body', 'table'];

/** A document in which every letter is set in a font that has it, and the letters that none has: on paper they are empty boxes. */
export function inFontsThatHaveIt(content: Content[]): { content: Content[]; boxes: string[] } {
  const boxes = new Set<string>();
  const set = (text: string): string | Piece[] => {
    if (!LACKS.test(text)) return text;
    wideLetters ??= lettersOf(FONTS.Wide.normal);
    const pieces = piecesOf(text);
    for (const letter of pieces.flatMap((piece) => (typeof piece === 'string' ? [] : [...piece.text])))
      if (!wideLetters.has(letter.codePointAt(0) ?? 0)) boxes.add(letter);
    return pieces;
  };
  const walk = (node: unknown): unknown => {
    if (typeof node === 'string') return LACKS.test(node) ? { text: set(node) } : node;
    if (Array.isArray(node)) return node.map(walk);
    if (node === null || typeof node !== 'object') return node;
    return Object.fromEntries(
      Object.entries(node).map(([key, value]) => {
        if (!HOLDERS.includes(key)) return [key, value];
        // Pieces stand where the text stood, in its look.
        return [key, key === 'text' && typeof value === 'string' ? set(value) : walk(value)];
      }),
    );
  };
  return { content: content.map((part) => walk(part) as Content), boxes: [...boxes] };
}
