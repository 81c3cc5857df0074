import { Box, Flex } from '@chakra-ui/react';
import { formatCount, formatMinuteOfDay, formatMinutes } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { tell } from '../../platform/notices.ts';
import { usePreferences } from '../../platform/preferences.ts';
import { useHeavy } from '../../workers/useHeavy.ts';
import { Button } from '../../ui/Button.tsx';
import { Look } from '../../ui/parts.tsx';
import { useBase } from './base.ts';
import { takeOrder } from '../../shared/day/takeOrder.ts';
import { useUnit } from './unit.tsx';

/** More codes than this are only counted: the bar stays a bar. */
const MOST_NAMED = 6;

/** What must go now so that the rest, in its order, is wrapped when it is wanted; and when the last move must begin. Silent while all fits and no move is near. */
export function CutLine() {
  const { production, rows, facts, day } = useProduction();
  const { unit } = useUnit();
  const clock = usePreferences((s) => s.clock);
  const base = useBase(unit);
  const byMin = day ? day.wantedWrapMin - day.strikeMin : 0;
  const found = useHeavy(base, base && ((work) => work.cut(base.order, base.ids, byMin, base.before)));
  if (!facts || !day || !base || !found) return null;
  const { cut, move } = found;
  const say = (m: number) => formatMinuteOfDay(m, day, clock);
  const rowOf = (id: string) => facts.plan.rows.find((r) => r.itemId === id);
  const nameOf = (id: string) => rowOf(id)?.shot?.code ?? rowOf(id)?.title ?? '';
  const place = rows.places.find((p) => p.id === rowOf(move?.id ?? '')?.placeId)?.name ?? 'the next place';
  const live = facts.projection !== null;
  if (cut.goIds.length === 0 && (!live || !move)) return null;
  const some = (ids: readonly string[]) =>
    ids.length > MOST_NAMED
      ? `${ids.slice(0, MOST_NAMED).map(nameOf).join(', ')} and ${formatCount(ids.length - MOST_NAMED, 'more', 'more')}`
      : ids.map(nameOf).join(', ');
  const musts = cut.goIds.filter((id) => rowOf(id)?.shot?.priority === 'must');
  const putLast = () => {
    takeOrder(
      production.id,
      `Day ${day.number}: cut line`,
      rows.dayItems.filter((i) => i.dayId === day.id && i.unit === unit),
      [...base.doneIds, ...cut.keptIds, ...cut.goIds],
    );
    tell('They stand last now: shot only if there is time. Ctrl+Z takes it back.');
  };
  return (
    // At the foot and in view: a list that moved when it comes would be let go at the wrong line.
    <Box
      position="sticky"
      bottom={{ base: -3, md: -5 }}
      zIndex={3}
      bg="panel"
      border="1px solid"
      borderColor="edge"
      borderRadius="r"
      px={3}
      py={2}
      mt={3}
      role="status"
      data-cut
    >
      {cut.goIds.length > 0 ? (
        <Flex gap={3} align="center" wrap="wrap">
          <Box flex="1" minW="220px">
            <Look>
              {live ? 'To wrap' : 'For a wrap'} by {say(day.wantedWrapMin)}, {some(cut.goIds)} must go.
            </Look>{' '}
            {musts.length === 0
              ? ''
              : musts.length === cut.goIds.length
                ? 'All musts. '
                : `Of them musts: ${some(musts)}. `}
            {cut.reached
              ? `The rest wraps at ${say(cut.wrapMin + day.strikeMin)}.`
              : 'Even then it is not enough: what stays has a fixed start.'}
          </Box>
          <Button size="small" onClick={putLast}>
            Put {cut.goIds.length === 1 ? 'it' : 'them'} last
          </Button>
        </Flex>
      ) : null}
      {live && move ? (
        <Box mt={cut.goIds.length ? 1 : 0}>
          {move.latestMin === null ? (
            <Look>The move to {place} comes too late for what is there.</Look>
          ) : (
            <>
              Leave for {place} by <strong>{say(Math.floor(move.latestMin))}</strong> at the latest, planned{' '}
              {say(move.planMin)}: {formatMinutes(Math.max(0, move.latestMin - move.planMin))} to spare.
            </>
          )}
        </Box>
      ) : null}
    </Box>
  );
}
