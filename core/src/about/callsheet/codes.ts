/** Letters that are not mistaken for each other or for figures when written by hand. */
const LETTERS = 'ACDEFHJKLMNPRTWXY';

/** A row’s code: its number and a check letter, so that a slip of the pen is noticed: `14K`. The letter hangs on number and sheet. */
export function rowCode(number: number, salt = 0): string {
  const sum = [...String(number)].reduce((t, d, i) => t + Number(d) * (i * 2 + 3), number * 7 + salt);
  return `${number}${LETTERS[sum % LETTERS.length]}`;
}

export type TickMark = 'got' | 'dropped';
export interface Tick {
  code: string;
  /** Index of the row it names. */
  row: number;
  mark: TickMark;
}
export interface ReadTicks {
  ticks: Tick[];
  /** What can’t be read, with why. */
  refused: { typed: string; why: string }[];
}

/**
 * Ticks typed back from paper: codes between spaces, commas or lines; a minus or x behind one says dropped. `codes` are the sheet’s, in the order of its rows.
 * A code with a wrong check letter is refused and never guessed.
 */
export function readTicks(text: string, codes: readonly string[]): ReadTicks {
  const ticks = new Map<string, Tick>();
  const refused: ReadTicks['refused'] = [];
  for (const typed of text.split(/[\s,;]+/).filter(Boolean)) {
    const match = /^(\d{1,4})([a-z])?([-x✗×])?$/i.exec(typed);
    const [, number, letter, mark] = match ?? [];
    if (!number) {
      refused.push({ typed, why: 'A code is a number and a letter, such as 14K.' });
      continue;
    }
    const row = codes.findIndex((c) => c.replace(/\D+$/, '') === number);
    const code = codes[row];
    if (code === undefined) refused.push({ typed, why: `There is no row ${number} on this sheet.` });
    else if (!letter)
      refused.push({ typed, why: `Row ${number} ends in a letter: type it too, so that a slip is noticed.` });
    else if (code.toUpperCase() !== `${number}${letter.toUpperCase()}`)
      refused.push({
        typed,
        why: `Row ${number} of this sheet ends in another letter: look again, or is it another version?`,
      });
    else ticks.set(code, { code, row, mark: mark ? 'dropped' : 'got' });
  }
  return { ticks: [...ticks.values()].sort((a, b) => a.row - b.row), refused };
}
