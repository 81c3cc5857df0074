import { Box } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import { keepInBook } from '@kavrell/contract';
import { PACE_WORDS } from '@kavrell/core/day';
import { bookOf } from '@kavrell/core/productions';
import { paceSpread } from '@kavrell/core/wrap';
import { formatCount } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { call, wordsOf } from '../../platform/api.ts';
import { newId } from '../../platform/id.ts';
import { tell } from '../../platform/notices.ts';
import { queries } from '../../platform/queries.ts';
import { change } from '../../platform/rows.ts';
import { BookList } from '../../shared/book/BookList.tsx';
import { WithBook, type Book } from '../../shared/book/WithBook.tsx';
import { Button } from '../../ui/Button.tsx';
import { CalcWhy } from '../../ui/CalcWhy.tsx';
import { Unfold } from '../../ui/Unfold.tsx';
import { Facts, Part } from '../../ui/parts.tsx';

/** What this job teaches the next: its setups as built and its pace, kept with one press; and what was kept of all jobs. */
export function BookView() {
  return (
    <Box maxW="860px" display="grid" gap={4}>
      <WithBook>
        {(book) => (
          <>
            <OfThisJob book={book} />
            <Pace days={book.days} />
            <Part title="Setups of all jobs">
              <BookList
                setups={book.setups}
                press={(s) => (
                  <Button
                    size="small"
                    onClick={() =>
                      void change(s.productionId, `${s.name} out of the book`, [
                        { op: 'delete', table: 'bookSetups', row: s },
                      ]).then(() => tell(`${s.name} is out of the book. Kept again, it comes back.`))
                    }
                  >
                    Out of the book
                  </Button>
                )}
              />
            </Part>
          </>
        )}
      </WithBook>
    </Box>
  );
}

function OfThisJob({ book }: { book: Book }) {
  const { production, rows } = useProduction();
  const [busy, setBusy] = useState(false);
  const own = useMemo(() => bookOf(rows), [rows]);
  const kept = new Set([...book.setups, ...book.days].map((e) => e.sourceId));
  const missing = [...own.setups, ...own.days].filter((e) => !kept.has(e.sourceId)).length;
  const keep = () => {
    setBusy(true);
    call(keepInBook, { params: { productionId: production.id }, body: { id: newId() } })
      .then(({ houseId, setups, days }) => {
        void queries.invalidateQueries({ queryKey: ['rows', houseId] });
        tell(`${formatCount(setups, 'setup')} and ${formatCount(days, 'day')} stand in the book.`);
      })
      .catch((e: unknown) => tell(wordsOf(e)))
      .finally(() => setBusy(false));
  };
  const nothing = own.setups.length + own.days.length === 0;
  const state =
    missing === 0
      ? 'All of it stands in the book; kept again, it is renewed.'
      : `${missing} of it not in the book yet.`;
  return (
    <Part title="Of this job">
      <Box mb={2}>
        {nothing
          ? 'Nothing to keep yet: no setup was shot in, and none was frozen as built.'
          : `${formatCount(own.setups.length, 'setup')} as built and ${formatCount(own.days.length, 'day')} of pace. ${state} What is kept stays when the job is deleted; the names of its people are taken out of it.`}
      </Box>
      <Button look={missing > 0 ? 'primary' : 'plain'} disabled={busy || nothing} onClick={keep}>
        {missing > 0 || nothing ? 'Keep it in the book' : 'Keep it again'}
      </Button>
    </Part>
  );
}

const ratio = (n: number | null): string => (n === null ? '–' : n.toFixed(2));

/** The pace of all days that are kept, by kind, by how many worked, and by inside and outside. */
function Pace({ days }: Pick<Book, 'days'>) {
  const [of, setOf] = useState('all');
  const groups: readonly (readonly [string, string, (d: (typeof days)[number]) => boolean])[] = [
    ['all', 'all days', () => true],
    ['alone', 'alone or two', (d) => d.crew <= 2],
    ['few', 'three to six', (d) => d.crew >= 3 && d.crew <= 6],
    ['many', 'seven and more', (d) => d.crew >= 7],
    ['inside', 'inside', (d) => d.placeKind === 'inside'],
    ['outside', 'outside', (d) => d.placeKind === 'outside'],
  ];
  const there = groups.filter(([, , is]) => days.some(is));
  const [, , is] = there.find(([key]) => key === of) ?? groups[0]!;
  const own = days.filter(is);
  const seen = own.flatMap((d) => d.seen);
  const pace = paceSpread(seen);
  return (
    <Part title="Your pace">
      {pace.length === 0 ? (
        'Nothing yet: it is learned from the days that are kept.'
      ) : (
        <>
          <Box display="flex" gap={1} flexWrap="wrap" mb={2}>
            {there.map(([key, words]) => (
              <Button
                key={key}
                size="small"
                look={of === key ? 'on' : 'plain'}
                aria-pressed={of === key}
                onClick={() => setOf(key)}
              >
                {words}
              </Button>
            ))}
          </Box>
          <Facts
            rows={pace.map(
              (p) =>
                [
                  `${PACE_WORDS[p.kind]}, ${formatCount(p.count, 'time')}`,
                  `× ${ratio(p.median)} of what was planned${p.count < 5 ? '; too few for a spread' : `, between × ${ratio(p.low)} and × ${ratio(p.high)} eight times in ten`}`,
                ] as const,
            )}
          />
          <Unfold words="Why">
            <CalcWhy name="wrap.pace" input={{ seen }} />
          </Unfold>
        </>
      )}
    </Part>
  );
}
