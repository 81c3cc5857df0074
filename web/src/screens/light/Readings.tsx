import { Box } from '@chakra-ui/react';
import { memo, useDeferredValue, useMemo } from 'react';
import {
  nameOf,
  sightLine,
  type Exact,
  type FaceReading,
  type LightPlan,
  type Surroundings,
} from '@kavrell/core/light';
import { formatKelvin, formatLux, formatStop } from '@kavrell/core/units';
import type { Production } from '@kavrell/core/brief';
import { Figure, Part } from '../../ui/parts.tsx';
import { HowNear } from './HowNear.tsx';
import { MeterPart } from './MeterPart.tsx';
import { PartsPart } from './PartsPart.tsx';
import { WantedPart } from './WantedPart.tsx';
import type { PlanEditing } from './usePlan.ts';
import { Tabbed } from '../../ui/Views.tsx';

const PartsThen = memo(PartsPart);

/** What a meter would say at one face: both sides, ratio, stop, colour, and each source with what it adds. */
export function Readings({
  reading,
  readings,
  plan,
  production,
  editing,
  s,
  onFace,
  glare,
  exact,
}: {
  reading: FaceReading;
  readings: readonly FaceReading[];
  plan: LightPlan;
  production: Production;
  editing: PlanEditing;
  s: Surroundings;
  onFace: (id: string) => void;
  glare: boolean | null;
  /** What the light kernel says; null while it is asked. */
  exact: Exact | null;
}) {
  const item = plan.items.find((i) => i.id === reading.id);
  const names = useMemo(() => new Map(plan.items.map((i) => [i.id, nameOf(i)])), [plan.items]);
  // Each source by itself follows a hand that drags when there is time for it.
  const now = useMemo(() => ({ reading, plan, editing, names, s }), [reading, plan, editing, names, s]);
  const later = useDeferredValue(now);
  const then = editing.isHeld ? later : now;
  const { wanted } = plan;
  const alone = production.ratioSchool === 'alone';
  const ratio = reading.ratio === null ? null : alone ? reading.ratio - 1 : reading.ratio;
  const offStop = wanted.tStop !== null && reading.tStop !== null ? 2 * Math.log2(reading.tStop / wanted.tStop) : 0;
  const offRatio = wanted.ratio !== null && reading.ratio !== null ? Math.log2(reading.ratio / wanted.ratio) : 0;
  return (
    <>
      <Part title={`At ${names.get(reading.id) ?? 'the point'}, ${reading.keySide} side brighter`}>
        {readings.length > 1 ? (
          <Box mb={3}>
            <Tabbed
              label="Faces"
              views={readings.map((r) => ({ key: r.id, words: names.get(r.id) }))}
              open={reading.id}
              onOpen={onFace}
            />
          </Box>
        ) : null}
        <Box display="grid" gridTemplateColumns="1fr 1fr" columnGap={4} rowGap={2} data-reading={reading.id}>
          <Figure name="Key side">{formatLux(reading.keyLux)}</Figure>
          <Figure name="Shadow side">{formatLux(reading.shadowLux)}</Figure>
          <Figure
            name={alone ? 'Key alone : fill' : 'Ratio'}
            look={Math.abs(offRatio) > 0.3}
            hint={
              alone
                ? 'How many times more the key alone gives the bright side than the fill gives the other.'
                : 'How many times more light the bright side of the face has than the other.'
            }
          >
            {ratio === null ? 'no fill' : `${ratio.toFixed(1)} : 1`}
          </Figure>
          <Figure name="In stops">{reading.ratioStops === null ? '–' : reading.ratioStops.toFixed(1)}</Figure>
          <Figure name={`Stop, EI ${s.settings.ei}, ${s.settings.shutterDeg}°`} look={Math.abs(offStop) > 0.3}>
            {reading.tStop === null ? 'dark' : formatStop(reading.tStop)}
          </Figure>
          <Figure
            name="From behind"
            hint="Light on the back of the head and the shoulders: what parts them from the wall."
          >
            {formatLux(reading.backLux)}
          </Figure>
          <Figure name="Key colour" look={Math.abs(reading.miredOff ?? 0) > 30}>
            {reading.colourK === null ? '–' : formatKelvin(reading.colourK)}
          </Figure>
          {item?.kind === 'person' && item.spectacles ? (
            <Figure name="Spectacles" look={glare === true}>
              {glare ? 'glare' : 'no glare'}
            </Figure>
          ) : (
            <Figure
              name="Off the white"
              hint="How far the key’s colour is from the white that is set; 30 mired begin to show, positive is warm."
            >
              {reading.miredOff === null ? '–' : `${Math.round(reading.miredOff)} mired`}
            </Figure>
          )}
        </Box>
        <HowNear reading={reading} s={s} exact={exact} />
        {item?.kind === 'person' ? (
          <Box color="soft" fontSize="s" mt={2}>
            {plan.items.flatMap((c) => (c.kind === 'camera' ? [sightLine(item, c)] : [])).join(' ')}
          </Box>
        ) : null}
      </Part>
      <WantedPart {...{ reading, plan, editing, s, names, alone }} />
      <PartsThen {...then} />
      <MeterPart
        key={reading.id}
        {...{ reading, plan, s }}
        isExact={exact !== null && 'readings' in exact && exact.how === 'exact'}
      />
    </>
  );
}
