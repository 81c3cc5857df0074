export type LineKind = 'heading' | 'who' | 'aside' | 'said';

const HEADING = /^(\.[^.]|(INT|EXT|EST|INT\.?\/EXT|I\/E)[. ])/i;
/** A name in capitals alone on its line, maybe with where it is heard from: `ILSE (O.S.)`. */
const WHO = /^@|^(?=.*\p{Lu})[\p{Lu}\p{N}\s.'’\-()^]+$/u;

/** What each line of a scene’s text is, as scripts are commonly written: who speaks stands in capitals after an empty line, what is said below it. */
export function lineKinds(lines: readonly string[]): (LineKind | null)[] {
  let speaking = false;
  return lines.map((line, i) => {
    const text = line.trim();
    if (text === '') {
      speaking = false;
      return null;
    }
    if (HEADING.test(text)) return 'heading';
    if (speaking) return /^\(.*\)$/.test(text) ? 'aside' : 'said';
    const below = lines[i + 1]?.trim() ?? '';
    if ((i === 0 || lines[i - 1]?.trim() === '') && below !== '' && WHO.test(text) && !text.startsWith('(')) {
      speaking = true;
      return 'who';
    }
    return null;
  });
}
