import { expect, it } from 'vitest';
import { inFontsThatHaveIt } from './fonts.ts';
import { pdfText } from '../../testing/harness.ts';
import { renderPdf } from './pdf.ts';

it('leaves what its own font has letters for as it is, names of half of Europe among it', () => {
  const content = [{ text: 'Łukasz Dvořák, Ősi “key” – 40 mm × 2 ≤ ½ stop' }, 'Grip\nand gaffer'];
  expect(inFontsThatHaveIt(content)).toEqual({ content, boxes: [] });
});

it('sets other letters in the wide font, wherever they stand, and leaves the rest of the line alone', () => {
  const { content, boxes } = inFontsThatHaveIt([
    { text: 'Анна, gaffer', bold: true },
    { table: { widths: ['*', 'auto'], body: [['to → from', { text: ['key ', { text: '☐' }] }]] } },
    { columns: [{ width: '*', stack: ['Ψαλτη'] }] },
  ]);
  expect(boxes).toEqual([]);
  expect(content).toEqual([
    { text: [{ text: 'Анна', font: 'Wide' }, ', gaffer'], bold: true },
    {
      table: {
        widths: ['*', 'auto'],
        body: [
          [
            { text: ['to ', { text: '→', font: 'Wide' }, ' from'] },
            { text: ['key ', { text: [{ text: '☐', font: 'Wide' }] }] },
          ],
        ],
      },
    },
    { columns: [{ width: '*', stack: [{ text: [{ text: 'Ψαλτη', font: 'Wide' }] }] }] },
  ]);
});

it('a paper has every letter of every name, and says of those it has none for', async () => {
  const paper = pdfText(await renderPdf('Call sheet', ['Łukasz Dvořák', 'Анна Ψαλτη'], 'Day 1'));
  expect(paper).toContain('Łukasz Dvořák');
  expect(paper).toContain('Анна Ψαλτη');
  expect(paper).not.toContain('box');
  const foreign = pdfText(await renderPdf('Call sheet', ['田中, sound'], 'Day 1'));
  expect(foreign).toContain('2 letters stand as boxes: this paper has no font for them.');
});
