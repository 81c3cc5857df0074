import { Box } from '@chakra-ui/react';
import { dueRisks, triggerWords } from '@kavrell/core/risks';
import { formatCount } from '@kavrell/core/units';
import { msToMinute } from '@kavrell/core/time';
import { useWide } from '../../ui/wide.ts';
import { useProduction } from '../../app/production.tsx';
import { useNow } from '../../platform/clock.ts';
import { usePreferences } from '../../platform/preferences.ts';
import { useRisks } from '../../shared/risks/list.ts';

const MINUTE_MS = 60_000;
/** Without the full stop, to stand in a sentence. */
const plain = (words: string) => words.replace(/\.$/, '');
/** More than this at once is read by nobody; on the phone the button to roll stays in reach. */
const MOST = { wide: 3, narrow: 1 } as const;

/** What was foreseen and is there now: its trigger, and the remedy that was chosen. */
export function DueRisks({ most }: { most: number | null }) {
  const { production, rows, day, facts } = useProduction();
  const clock = usePreferences((s) => s.clock);
  const now = useNow(production, MINUTE_MS);
  const risks = useRisks();
  const wide = useWide();
  if (!day || !facts) return null;
  const nowMin = msToMinute(day.date, day.timeZone, now);
  if (nowMin < day.callMin - 120 || nowMin > facts.plan.wrapMin + 120) return null;
  const all = dueRisks(risks, facts.plan, rows.places, facts.projection, nowMin);
  const due = all.slice(0, most ?? (wide ? MOST.wide : MOST.narrow));
  if (due.length === 0) return null;
  const more = all.length - due.length;
  return (
    <Box role="status" mb={3} data-due>
      <Box as="ul" display="grid" gap={2}>
        {due.map((r) => {
          const chosen = r.remedies.filter((x) => x.chosen);
          const owner = rows.people.find((p) => p.id === r.ownerId)?.shortName;
          return (
            <Box as="li" key={r.key} border="1px solid" borderColor="look" borderRadius="r" px={3} py={2}>
              <Box color="look" fontWeight="700">
                {r.title}
                {r.trigger ? ` (${triggerWords(r.trigger, day, clock)})` : ''}
              </Box>
              <Box lineClamp={2}>
                {chosen.length
                  ? chosen.map((x) => plain(x.words)).join('; ')
                  : `Not decided: ${r.remedies
                      .slice(0, 2)
                      .map((x) => plain(x.words))
                      .join('. Or: ')}`}
                {owner ? ` · ${owner}` : ''}
              </Box>
            </Box>
          );
        })}
        {more > 0 ? (
          <Box as="li" color="soft">
            And {formatCount(more, 'more', 'more')}: see Risks.
          </Box>
        ) : null}
      </Box>
    </Box>
  );
}
