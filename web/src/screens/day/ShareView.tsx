import { Box, Flex } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import type { Camera } from '@kavrell/core/camera';
import { DAY_ITEM_DEFAULTS, type Day, type DayItem, type Split } from '@kavrell/core/day';
import { planOf, shareBetweenUnits, shareOverDays, type PlannedRows } from '@kavrell/core/productions';
import { msToMinute } from '@kavrell/core/time';
import { formatMinuteOfDay } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { productionNow } from '../../platform/clock.ts';
import { tell } from '../../platform/notices.ts';
import { usePreferences } from '../../platform/preferences.ts';
import { change, type Op } from '../../platform/rows.ts';
import { Working } from '../../ui/Working.tsx';
import { Button } from '../../ui/Button.tsx';
import { Empty, Look, Part, Why } from '../../ui/parts.tsx';
import { Sheet } from '../../ui/sheet.tsx';
import { ShareAsk } from './ShareAsk.tsx';
import { useSeekSplit } from './useSeekSplit.ts';
import { SplitLane } from './SplitLane.tsx';

/** Which shots on which day, or which a second unit takes: shared out, set against what is, taken with one press. */
export function ShareView() {
  const { production, rows, timed, day } = usePlanned();
  const clock = usePreferences((s) => s.clock);
  const [by, setBy] = useState<'days' | 'units'>('days');
  const [letter, setLetter] = useState('');
  const [withFree, setWithFree] = useState(true);
  // What was shared out of other rows is none; the same rows read again are the same.
  const key = useMemo(
    () =>
      JSON.stringify([
        rows.dayItems.map((i) => [i.id, i.dayId, i.position, i.unit, i.pinnedStartMin]),
        rows.shots.map((s) => [s.id, s.setupId, s.minutesOverride, s.dropped, s.cameras, s.personIds]),
        rows.days.map((d) => [d.id, d.date, d.callMin, d.wantedWrapMin]),
      ]),
    [rows.dayItems, rows.shots, rows.days],
  );
  const nameOf = (id: string) => {
    const item = rows.dayItems.find((i) => i.id === id);
    return rows.shots.find((s) => s.id === (item?.shotId ?? id))?.code ?? item?.title ?? '';
  };
  const { found, seek, stop } = useSeekSplit(`${key} ${by} ${letter} ${withFree}`, (words) =>
    rows.dayItems.reduce((t, i) => t.replaceAll(i.id, nameOf(i.id)), words),
  );
  if (!day || !timed) return null;
  const nowMs = productionNow(production);
  const ahead = rows.days.filter((d) => msToMinute(d.date, d.timeZone, nowMs) < d.callMin);
  const placed = new Set(rows.dayItems.map((i) => i.shotId));
  const free = rows.shots
    .filter((s) => !s.dropped && !placed.has(s.id))
    .map((s, i): DayItem => ({
      ...DAY_ITEM_DEFAULTS,
      id: s.id,
      productionId: production.id,
      version: 1,
      deletedAt: null,
      dayId: ahead[0]?.id ?? day.id,
      shotId: s.id,
      position: 10_000 + i,
    }));
  const second = rows.cameras.filter((c) => c.letter !== rows.cameras[0]?.letter);
  const camera = second.find((c) => c.letter === letter) ?? second[0];
  const begun = !ahead.some((d) => d.id === day.id);
  const trouble =
    by === 'days'
      ? ahead.length < 2
        ? 'Sharing out over days needs two days that have not begun.'
        : ''
      : begun
        ? 'This day has begun: move single lines to the second unit in their sheet.'
        : !camera
          ? 'A second unit needs a second camera: add one under Camera.'
          : '';
  const share = () =>
    by === 'days'
      ? shareOverDays(rows, ahead, withFree ? free : [])
      : shareBetweenUnits(rows, day, camera ?? { letter: '' });
  const take = (split: Split, units: boolean) => {
    const ops = opsOfSplit(rows, split, { units, day, ahead, camera });
    void change(production.id, units ? `Day ${day.number}: two units` : 'Shots shared out over the days', ops);
    tell(ops.length === 0 ? 'The days stand like that already.' : 'Shared out. Ctrl+Z takes it back.');
  };
  const listed = by === 'days' ? ahead.map((d) => planOf(rows, d)) : [];
  const dayOf = (k: number) => (by === 'days' ? (ahead[k] ?? day) : day);
  const split = found?.state === 'done' ? found.split : null;
  const wraps = split?.lanes.map((l, k) => l.wrapMin + dayOf(k).strikeMin) ?? [];
  return (
    <>
      <ShareAsk
        {...{ by, setBy, second, camera, setLetter, withFree, setWithFree }}
        freeCount={free.length}
        canSeek={trouble === ''}
        isSeeking={found?.state === 'seeking'}
        seek={() => seek(share, by === 'units')}
      />
      {found?.state === 'seeking' ? (
        <Flex gap={3} align="center" mb={4}>
          <Working label="Sharing out" way={found} />
          <Button onClick={stop}>Stop</Button>
        </Flex>
      ) : null}
      {trouble ? <Empty title="Nothing to share out">{trouble}</Empty> : null}
      {found?.state === 'failed' ? (
        <Box role="alert">
          <Look>{found.words}</Look> Nothing was changed.
        </Box>
      ) : null}
      {split ? (
        <Box data-split role="status">
          <Box display="grid" gridTemplateColumns="repeat(auto-fit, minmax(260px, 1fr))" gap={4} mb={4}>
            {split.lanes.map((lane, k) => (
              <SplitLane
                key={lane.name}
                lane={lane}
                own={dayOf(k)}
                wrap={wraps[k] ?? 0}
                was={listed[k]}
                nameOf={nameOf}
              />
            ))}
          </Box>
          {found?.state === 'done' && found.units ? (
            <Box mb={3}>
              The day wraps at {formatMinuteOfDay(Math.max(...wraps), day, clock)} in place of{' '}
              {formatMinuteOfDay(timed.wrapMin, day, clock)} with one unit.
            </Box>
          ) : null}
          <Button look="primary" onClick={() => found?.state === 'done' && take(found.split, found.units)}>
            Take it
          </Button>
        </Box>
      ) : null}
      <ShareHelp by={by} />
    </>
  );
}

/** What taking a split changes: which day, unit and position each line gets, and whose shots of a second unit are. */
function opsOfSplit(
  rows: PlannedRows,
  split: Split,
  at: { units: boolean; day: Day; ahead: readonly Day[]; camera: Camera | undefined },
): Op[] {
  const { units, day, ahead, camera } = at;
  return split.lanes.flatMap((lane, k) =>
    lane.ids.flatMap((id, i): Op[] => {
      const row = rows.dayItems.find((x) => x.id === id);
      const dayId = units ? day.id : (ahead[k]?.id ?? day.id);
      if (!row)
        return [
          { op: 'insert', table: 'dayItems', values: { ...DAY_ITEM_DEFAULTS, dayId, shotId: id, position: i + 1 } },
        ];
      const unit = units ? k + 1 : row.unit;
      const list: Op[] =
        row.dayId === dayId && row.position === i + 1 && row.unit === unit
          ? []
          : [{ op: 'update', table: 'dayItems', row, values: { dayId, unit, position: i + 1 } }];
      const shot = rows.shots.find((s) => s.id === row.shotId);
      if (units && k === 1 && shot && camera)
        list.push({
          op: 'update',
          table: 'shots',
          row: shot,
          values: { cameras: [camera.letter], operatorId: camera.operatorId },
        });
      return list;
    }),
  );
}

/** What sharing out never moves, and what it aims at. */
function ShareHelp({ by }: { by: 'days' | 'units' }) {
  return (
    <Sheet>
      <Part title="What stays where it is">
        {by === 'days'
          ? 'Fixed starts, blocks, moments and what happens once keep their day. Nobody is put on a date they can’t, or on a day they are not engaged for.'
          : 'The second unit takes only shots without people in the picture, without a fixed start, that one camera can take. Those get its camera and operator.'}
      </Part>
      <Why
        lines={[
          'Least minutes over the wanted wrap first, then least change-overs: whole setups and places stay together. The same rows give the same answer.',
          by === 'days'
            ? 'What must come before a moment stays on its day or an earlier one.'
            : 'Both units start with the call; the one that wraps last is to wrap as early as can be. What both want at once (a person, a camera) is named on the day.',
        ]}
      />
    </Sheet>
  );
}
