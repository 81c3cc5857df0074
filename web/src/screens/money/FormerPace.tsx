import { Box } from '@chakra-ui/react';
import { bookPacePercent, usualSaid, usualSetups } from '@kavrell/core/book';
import { formatCount } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { WithBook } from '../../shared/book/WithBook.tsx';
import { Button } from '../../ui/Button.tsx';
import { Unfold } from '../../ui/Unfold.tsx';
import type { Money } from './useMoney.ts';
import { addVersion } from './versions.ts';

/** What former jobs took, and this one priced at that pace. */
export function FormerPace({ money }: { money: Money }) {
  const { production, rows } = usePlanned();
  return (
    <Box mt={6} data-former>
      <Unfold words="What your former jobs say">
        <WithBook>
          {(book) => {
            const usual = usualSetups(book.setups);
            const pace = bookPacePercent(book.days);
            if (usual.length === 0 && pace === null)
              return <Box color="soft">Nothing yet: Wrap keeps the setups and the pace of a job in the book.</Box>;
            return (
              <Box display="grid" gap={1} mt={2}>
                {usual.slice(0, 12).map((u) => (
                  <Box key={u.words}>{sentence(usualSaid(u))}</Box>
                ))}
                {pace ? (
                  <Box>
                    What you shot took {pace.percent}&nbsp;% of its estimates, seen {formatCount(pace.times, 'time')}.{' '}
                    {production.usePace ? 'The plan’s minutes are at your own pace already.' : null}
                    {!production.usePace && pace.percent !== 100 && money.isStored ? (
                      <Button
                        size="small"
                        onClick={() =>
                          addVersion(
                            production.id,
                            rows,
                            { name: 'At your own pace', pacePercent: Math.min(1000, Math.max(10, pace.percent)) },
                            money.version,
                          )
                        }
                      >
                        A version at that pace
                      </Button>
                    ) : null}
                  </Box>
                ) : null}
              </Box>
            );
          }}
        </WithBook>
      </Unfold>
    </Box>
  );
}

const sentence = (words: string) => `${words.slice(0, 1).toUpperCase()}${words.slice(1)}.`;
