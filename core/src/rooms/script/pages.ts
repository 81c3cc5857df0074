/** A script page is counted as 55 lines of 61 letters; dialogue runs in a column of 35, in brackets of 26. */
const LINES_PER_PAGE = 55;
const WIDTHS = { action: 61, dialogue: 35, parenthetical: 26 } as const;

export interface ScriptElement {
  kind: 'action' | 'character' | 'dialogue' | 'parenthetical' | 'transition' | 'centred' | 'lyrics';
  text: string;
}

/** How many lines words take when broken at a width, empty lines included. */
export function wrappedLines(text: string, width: number): number {
  return text.split('\n').reduce((lines, line) => {
    let own = 1;
    let at = 0;
    for (const word of line.split(/\s+/)) {
      if (at > 0 && at + 1 + word.length > width) {
        own += 1;
        at = word.length;
      } else at += (at > 0 ? 1 : 0) + word.length;
    }
    return lines + own;
  }, 0);
}

/**
 * A scene's length in eighths of a page, one at least: its lines as a typewritten page would break them (heading and
 * each block with an empty line), by 55 lines a page, rounded to the nearest eighth.
 */
export function eighthsOf(elements: readonly ScriptElement[]): number {
  let lines = 2;
  for (const { kind, text } of elements) {
    const width =
      kind === 'dialogue' || kind === 'lyrics'
        ? WIDTHS.dialogue
        : kind === 'parenthetical'
          ? WIDTHS.parenthetical
          : WIDTHS.action;
    lines += wrappedLines(text, width);
    if (kind !== 'character' && kind !== 'parenthetical') lines += 1;
  }
  return Math.max(1, Math.round((lines / LINES_PER_PAGE) * 8));
}
