import { Box } from '@chakra-ui/react';
import { formatMinuteOfDay, formatMinutes } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { usePreferences } from '../../platform/preferences.ts';
import { ShotMark } from '../../ui/icons.tsx';
import { Look, Part, Why } from '../../ui/parts.tsx';

const SHOWN = 9;

/** Against the plan, what comes next, and what was said about the shot. */
export function RollSheet({
  shotId,
  choose,
  nowMin,
  behind,
}: {
  shotId: string | null;
  choose: (shotId: string) => void;
  nowMin: number;
  behind: string | null;
}) {
  const { rows, facts, day } = useProduction();
  const clock = usePreferences((s) => s.clock);
  if (!facts || !day) return null;
  const { plan, projection, states } = facts;
  const shot = rows.shots.find((s) => s.id === shotId);
  const at = plan.rows.findIndex((r) => r.shot?.id === shotId);
  const from = Math.max(0, at);
  const open = plan.rows.filter((r) => r.shot && states.get(r.shot.id) !== 'got');
  const line = plan.rows.slice(from + (at < 0 ? 0 : 1)).filter((r) => !r.shot || states.get(r.shot.id) !== 'got');
  const earlier = open.filter((r) => plan.rows.indexOf(r) < from);
  const late = projection && Math.round(projection.behindMin) > 0;
  const even = projection && Math.round(projection.behindMin) === 0;
  return (
    <>
      <Part title="Against the plan">
        <Box fontSize="xl" fontWeight="700" lineHeight="1.2" color={late ? 'look' : 'text'}>
          {projection
            ? even
              ? 'on time'
              : `${behind} ${late ? 'behind' : 'ahead'}`
            : nowMin < day.callMin
              ? 'before the call'
              : 'not under way'}
        </Box>
        <div>
          {projection
            ? `Projected wrap ${formatMinuteOfDay(projection.wrapMin, day, clock)}, planned ${formatMinuteOfDay(plan.wrapMin, day, clock)}`
            : `Planned wrap ${formatMinuteOfDay(plan.wrapMin, day, clock)}`}
        </div>
        {projection?.troubles.map((t) => (
          <div key={t}>
            <Look>{t}</Look>
          </div>
        ))}
      </Part>
      <Part title="Next">
        <ol style={{ display: 'grid', gap: 2 }}>
          {line.slice(0, SHOWN).map((r) => (
            <Box as="li" key={r.itemId}>
              <Box
                as="button"
                w="100%"
                display="grid"
                gridTemplateColumns="44px minmax(0, 1fr) auto"
                gap={2}
                minH={{ base: '48px', md: '30px' }}
                alignItems="center"
                aria-disabled={!r.shot}
                onClick={() => r.shot && choose(r.shot.id)}
                _hover={{ bg: 'raised' }}
              >
                <strong>{r.shot?.code ?? '–'}</strong>
                <Box as="span" overflow="hidden" textOverflow="ellipsis" whiteSpace="nowrap">
                  {r.title}
                </Box>
                <Box as="span" color="soft" fontSize="s">
                  {formatMinutes(r.minutes)}
                </Box>
              </Box>
            </Box>
          ))}
          {line.length === 0 ? <Box color="soft">Nothing left in the order.</Box> : null}
        </ol>
      </Part>
      {earlier.length ? (
        <Part title="Left behind">
          <Box display="grid" gap={1}>
            {earlier.map((r) => (
              <Box
                as="button"
                key={r.itemId}
                display="flex"
                gap={2}
                minH="30px"
                alignItems="center"
                onClick={() => r.shot && choose(r.shot.id)}
                _hover={{ bg: 'raised' }}
              >
                <ShotMark state={states.get(r.shot?.id ?? '') ?? 'planned'} bare />
                <strong>{r.shot?.code}</strong> {r.shot?.priority === 'must' ? <Look>must</Look> : null}
              </Box>
            ))}
          </Box>
        </Part>
      ) : null}
      {shot && (shot.sound || shot.fallback || shot.reason) ? (
        <Part title={`About ${shot.code}`}>
          {shot.sound ? <div>Sound: {shot.sound}</div> : null}
          {shot.fallback ? <div>If it can’t be had: {shot.fallback}</div> : null}
          {shot.reason ? <div>Why: {shot.reason}</div> : null}
        </Part>
      ) : null}
      {shot?.happensOnce ? (
        <Part title="Care">
          Happens once. No picture is worth stepping past a barrier or a marked line; whoever is in charge of the floor
          decides.
        </Part>
      ) : null}
      <Why
        lines={[
          'The rest of the order timed from now: the shot in hand counts from its first take, what is got or dropped is done, meals whose latest start has passed count as eaten.',
        ]}
      />
    </>
  );
}
