import type { BookSetup } from './model.ts';

const NUMBERS = ['no', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine'];
const plain = (text: string): string => text.normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase();
/** What else a thing on a plan is looked for by. */
const KINDS: Readonly<Record<string, string>> = {
  ...{ source: 'lamp light', flag: 'flag', frame: 'frame cloth diffusion', bounce: 'bounce reflector' },
  ...{ mirror: 'mirror', person: 'person face', camera: 'camera', meter: 'meter' },
};

const many = (n: number, one: string): string =>
  `${n} ${one}s ${NUMBERS[n] ?? n} ${one}s ${n === 1 ? `one ${one}` : ''}`;

/** Everything that a setup can be found by, as one text. */
function textOf(s: BookSetup): string {
  const { plan } = s;
  const count = (kind: string) => plan.items.filter((i) => i.kind === kind).length;
  const kinds = [...new Set(plan.items.map((i) => i.kind))].map((k) => KINDS[k] ?? k);
  return plain(
    [
      ...[
        s.name,
        s.job,
        s.date ?? '',
        s.style,
        s.place,
        s.room,
        s.remark,
        s.note,
        ...s.lines,
        ...s.cameras,
        ...s.people,
      ],
      ...[many(count('camera'), 'camera'), many(count('person'), 'person'), many(count('source'), 'lamp')],
      ...plan.items.map((i) => i.name),
      ...kinds,
      plan.daylight === 'computed' && plan.atMin !== null ? 'daylight window sun' : '',
      s.tStop === null ? '' : `t${s.tStop} t/${s.tStop}`,
    ].join(' '),
  );
}

/** What was typed as what is looked for: commas part phrases, whose words must stand together; a phrase of one word may be the beginning of one. */
const phrasesOf = (query: string): string[] =>
  plain(query)
    .split(/[,;]/)
    .map((p) => p.trim().replace(/\s+/g, ' '))
    .filter(Boolean);

/** Setups that every phrase of a query finds (`two cameras, window, interview`), the newest first; without a query all. Pure. */
export function searchBook(setups: readonly BookSetup[], query: string): BookSetup[] {
  const phrases = phrasesOf(query);
  return setups
    .filter((s) => {
      const text = ` ${textOf(s)}`;
      return phrases.every((p) => text.includes(` ${p}`));
    })
    .sort((a, b) => ((a.date ?? '') < (b.date ?? '') ? 1 : (a.date ?? '') > (b.date ?? '') ? -1 : 0));
}
