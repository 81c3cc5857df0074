import { dayBlocks, type Day } from '@kavrell/core/day';
import { sunPlaceOf } from '@kavrell/core/places';
import type { Take } from '@kavrell/core/roll';
import { skyStrip, sunTimes } from '@kavrell/core/sun';
import { midnightMs } from '@kavrell/core/time';
import { useMemo } from 'react';
import { useProduction } from '../../app/production.tsx';
import { useShownTheme, type ShownTheme } from '../../platform/theme.ts';
import { ribbonScale } from './scale.ts';

/** How light the sky is drawn, in percent, for its brightness from 0 to 1. */
const LIGHTNESS: Readonly<Record<ShownTheme, (brightness: number) => number>> = {
  stage: (b) => 6 + b * 32,
  daylight: (b) => 56 + b * 36,
  night: (b) => 3 + b * 16,
};

/** What happened, drawn as three paths however many takes there are: a bar from roll to cut for each. */
function takePaths(
  takes: readonly Take[],
  day: Day,
  nowMs: number,
  x: (minute: number) => number,
  y: number,
): Record<'kept' | 'noGood' | 'rolling', string> {
  const paths = { kept: '', noGood: '', rolling: '' };
  const midnight = midnightMs(day.date, day.timeZone);
  for (const take of takes) {
    if (take.dayId !== day.id) continue;
    const from = x((take.rolledAtMs - midnight) / 60000);
    const to = x(((take.cutAtMs ?? nowMs) - midnight) / 60000);
    paths[take.cutAtMs === null ? 'rolling' : take.verdict === 'noGood' ? 'noGood' : 'kept'] +=
      `M${from.toFixed(1)} ${y}h${Math.max(2, to - from).toFixed(1)}v5h-${Math.max(2, to - from).toFixed(1)}z`;
  }
  return paths;
}

/** Colour of the sky: neutral grey by brightness, a little warmth while the sun is low. */
function skyColour(brightness: number, warmth: number, theme: ShownTheme): string {
  const lightness = LIGHTNESS[theme](brightness);
  // On a dark set even the grey is warm: neutral light has blue in it.
  const saturation = Math.max(theme === 'night' ? 30 : 0, Math.round(warmth * 42));
  return `hsl(34 ${saturation}% ${lightness.toFixed(1)}%)`;
}

/** Sky drawn in this many steps. */
const STEPS = 96;

const TAIL_MIN = 50;

const LEAD_MIN = 40;

/** What the ribbon shows of the day at this width: its blocks, its sky, its takes. */
export function useRibbonDrawn(width: number, now: number, top: number, blockHeight: number) {
  const { facts, day, rows } = useProduction();
  const theme = useShownTheme((s) => s.shown);

  const plan = facts?.plan ?? null;
  const blocks = useMemo(() => (plan ? dayBlocks(plan, { joinMin: 45, joinPinned: true }) : []), [plan]);
  const place = day ? (rows.places.find((p) => p.id === day.basePlaceId) ?? rows.places[0] ?? null) : null;
  const first = plan && day ? day.callMin - LEAD_MIN : 360;
  const last = plan && day ? Math.max(plan.wrapMin, day.wantedWrapMin) + TAIL_MIN : 1260;
  const scale = useMemo(() => ribbonScale(width, first, last), [width, first, last]);
  const sun = useMemo(() => sunPlaceOf(day, place), [day, place]);
  const sky = useMemo(() => {
    if (!sun) return [];
    // Steps even in x, so that dawn is as smooth where the night is squeezed.
    return skyStrip(sun, scale.fromMin, scale.toMin, STEPS * 3).map((s) => ({ ...s, x: scale.x(s.minute) }));
  }, [sun, scale]);
  const times = useMemo(() => (sun ? sunTimes(sun) : null), [sun]);

  const stops = useMemo(
    () =>
      sky.map((s) => <stop key={s.minute} offset={s.x / width} stopColor={skyColour(s.brightness, s.warmth, theme)} />),
    [sky, width, theme],
  );
  const takes = facts?.takes;
  const happened = useMemo(
    () =>
      day && takes ? takePaths(takes, day, now, scale.x, top + blockHeight + 4) : { kept: '', noGood: '', rolling: '' },
    [takes, day, now, scale, top, blockHeight],
  );
  return { plan, blocks, place, first, last, scale, sun, sky, times, stops, happened };
}
