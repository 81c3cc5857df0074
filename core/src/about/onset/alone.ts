import { failuresOf, lossWords, mendsOf, type Coverage, type CoverSources } from '../holds/index.ts';
import type { LookLine } from './lastLook.ts';

/** What alone would lose the moment one looks before, as lines of the last look: decided or mended now, or known to be a risk. */
export function aloneLines(coverage: Coverage, sources: CoverSources, momentId: string, most = 6): LookLine[] {
  const moments = coverage.moments.filter((m) => m.id === momentId);
  const own = { ...coverage, moments };
  return failuresOf(own)
    .single.slice(0, most)
    .map((f) => {
      const [mend] = mendsOf(f, own, sources, 1);
      return {
        ...{ key: `alone:${f.key}`, group: 'alone', name: f.name, figure: '', level: 'look' },
        words: `alone loses ${lossWords(f.losses)}`,
        mend: mend ? `${mend.words}: ${mend.cost}.` : '',
      };
    });
}
