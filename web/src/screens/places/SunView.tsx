import { SunSpans } from './SunSpans.tsx';
import { Box, Flex } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import {
  faceLight,
  skylineAt,
  sunPatch,
  sunPath,
  sunWindows,
  windowSun,
  type Place,
  type SunWish,
  sunPlaceOf,
} from '@kavrell/core/places';
import { daylight, sunPosition, type Sky } from '@kavrell/core/sun';
import { formatLux, formatMinuteOfDay } from '@kavrell/core/units';
import { NoDay } from '../../app/NoDay.tsx';
import { usePlanned } from '../../app/production.tsx';
import { usePreferences } from '../../platform/preferences.ts';
import { Empty, Figure } from '../../ui/parts.tsx';
import { RoomDrawing } from './RoomDrawing.tsx';
import { SunChart } from './SunChart.tsx';
import { SunSheet } from './SunSheet.tsx';
import { SunWishFields } from './SunWishFields.tsx';
import { Slide } from '../../ui/Slide.tsx';

const COMPASS = ['N', 'NE', 'E', 'SE', 'S', 'SW', 'W', 'NW'];
export const compass = (deg: number): string => COMPASS[Math.round(deg / 45) % 8] ?? 'N';
const LIGHT_WORDS = { front: 'front-lit', side: 'side-lit', back: 'back-lit', none: 'no sun' } as const;

/** The sun at a place through the day of shooting: held against the skyline, through its windows, on a face, and when a wish is met. */
export function SunView({ place }: { place: Place }) {
  const { rows, day } = usePlanned();
  const clock = usePreferences((s) => s.clock);
  const [minute, setMinute] = useState(() => 13 * 60);
  const [facing, setFacing] = useState(180);
  const [sky, setSky] = useState<Sky>('clear');
  const [wish, setWish] = useState<Omit<SunWish, 'facingBearingDeg'>>({ light: 'back', mostAltitudeDeg: 8 });
  const at = useMemo(() => sunPlaceOf(day, place), [day, place]);
  const steps = useMemo(() => (at ? sunPath(at, place.skyline) : []), [at, place.skyline]);
  const rooms = rows.rooms.filter((r) => r.placeId === place.id);
  const windows = useMemo(() => rooms.map((room) => ({ room, sun: windowSun(room, steps) })), [rooms, steps]);
  if (!day) return <NoDay>The sun is worked out for a shooting day.</NoDay>;
  if (!at)
    return (
      <Empty title="Nobody has said where this place is">
        Paste its position, as a map gives it, in the sheet of the place: the sun, its windows and the sky above follow
        from it.
      </Empty>
    );
  const sun = sunPosition(at, minute);
  const up = sun.altitudeDeg > Math.max(0, skylineAt(place.skyline, sun.azimuthDeg));
  const light = daylight(sun.altitudeDeg, sky);
  const say = (m: number | null) => (m === null ? 'not this day' : formatMinuteOfDay(m, day, clock));
  const span = ([from, to]: readonly [number, number]) => `${say(from)} to ${say(to)}`;
  const spans = sunWindows(steps, { ...wish, facingBearingDeg: facing });
  return (
    <>
      <SunChart steps={steps} skyline={place.skyline} minute={minute} say={say} />
      <Flex gap={3} align="center" my={3}>
        <Box minW="64px" fontWeight="700">
          {say(minute)}
        </Box>
        <Slide label="Hour" min={0} max={1435} step={5} value={minute} say={say} onChange={setMinute} />
      </Flex>
      <Box display="grid" gridTemplateColumns="repeat(auto-fill, minmax(150px, 1fr))" gap={3} mb={4} data-sun-now>
        <Figure name="Sun">
          {sun.altitudeDeg < 0
            ? `${Math.abs(sun.altitudeDeg).toFixed(0)}° under`
            : `${sun.altitudeDeg.toFixed(0)}° high`}
        </Figure>
        <Figure name="From">
          {sun.azimuthDeg.toFixed(0)}° {compass(sun.azimuthDeg)}
        </Figure>
        <Figure name="Above the skyline">{up ? 'yes' : 'no'}</Figure>
        <Figure name={`A face to ${compass(facing)}`}>{LIGHT_WORDS[faceLight(facing, sun.azimuthDeg, up)]}</Figure>
        <Figure name="Sun, square to it">{up ? formatLux(light.sunLux) : '0 lx'}</Figure>
        <Figure name="Sky, on the ground">{formatLux(light.skyLux)}</Figure>
      </Box>
      <SunWishFields {...{ facing, setFacing, sky, setSky, wish, setWish }} />
      <SunSpans spans={spans} span={span} place={place} />
      {windows.some((w) => w.sun.length > 0) ? (
        <>
          <Box as="h2" fontSize="m" mb={2}>
            Through the windows
          </Box>
          {windows
            .filter((w) => w.sun.length > 0)
            .map(({ room, sun: list }) => (
              <Box key={room.id} mb={4}>
                {list.map(({ window, spans: s }) => (
                  <Box key={window.id}>
                    {room.name}, {window.name || 'window'}:{' '}
                    {s.length === 0 ? 'no sun that day' : s.map(span).join(', ')}
                  </Box>
                ))}
                <RoomDrawing
                  room={room}
                  patches={
                    up
                      ? list
                          .map(({ window }) => sunPatch(room, window, sun.azimuthDeg, sun.altitudeDeg))
                          .filter((p) => p.length > 2)
                      : []
                  }
                />
              </Box>
            ))}
        </>
      ) : null}
      <SunSheet {...{ place, day, at, steps, say }} />
    </>
  );
}
