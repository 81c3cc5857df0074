import { Box } from '@chakra-ui/react';
import type { Target, Targets } from '@kavrell/core/productions';
import { formatMinuteOfDay } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { usePreferences } from '../../platform/preferences.ts';
import { ShotMark } from '../../ui/icons.tsx';
import { Look, Part } from '../../ui/parts.tsx';

const NEXT_SHOWN = 12;

/** One thing that can be rolled on, as one taps it. */
function TargetRow({ target, on, choose }: { target: Target; on: boolean; choose: (t: Target) => void }) {
  const { day } = usePlanned();
  const clock = usePreferences((s) => s.clock);
  const { shot, moment, row } = target;
  const at = day ? formatMinuteOfDay(row.startMin, day, clock) : '';
  return (
    <Box as="li">
      <Box
        as="button"
        w="100%"
        display="grid"
        gridTemplateColumns="20px 58px minmax(0, 1fr) auto"
        gap={2}
        px={1}
        minH={{ base: '52px', md: '32px' }}
        alignItems="center"
        textAlign="left"
        bg={on ? 'raised' : 'transparent'}
        aria-current={on ? 'true' : undefined}
        onClick={() => choose(target)}
        _hover={{ bg: 'raised' }}
        data-target={shot?.code ?? moment?.title}
      >
        <ShotMark state={target.state} bare />
        <strong>{shot?.code ?? at}</strong>
        <Box as="span" overflowWrap="anywhere">
          {shot ? shot.description || 'not described' : moment?.title}{' '}
          {shot?.priority === 'must' ? <Look>must</Look> : null}
        </Box>
        <Box as="span" color="soft" fontSize="s">
          {shot ? at : ''}
        </Box>
      </Box>
    </Box>
  );
}

/** Everything that can be rolled on: what comes next, what was left behind, moments as a whole, and all of it. */
export function TargetPicker({
  targets,
  inHandId,
  choose,
  whole,
}: {
  targets: Targets;
  inHandId: string | null;
  choose: (t: Target) => void;
  /** Also all of the day, for the phone where it is the only list. */
  whole: boolean;
}) {
  const groups: [string, readonly Target[]][] = [
    ['Next', targets.next.slice(0, NEXT_SHOWN)],
    ['Left behind', targets.behind],
    // One without shots of its own stands among the others already.
    ['Moments as a whole', targets.moments.filter((t) => t.row.shots.length > 0)],
    ...(whole ? ([['All of the day', targets.all]] as [string, readonly Target[]][]) : []),
  ];
  return (
    <>
      {groups
        .filter(([title, list]) => list.length > 0 || title === 'Next')
        .map(([title, list]) => (
          <Part key={title} title={title}>
            <ol style={{ display: 'grid', gap: 2 }} aria-label={title}>
              {list.map((t) => (
                <TargetRow key={t.id} target={t} on={t.id === inHandId} choose={choose} />
              ))}
              {list.length === 0 ? <Box color="soft">Nothing left in the order.</Box> : null}
            </ol>
          </Part>
        ))}
    </>
  );
}
