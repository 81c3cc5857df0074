import { Box, Flex } from '@chakra-ui/react';
import {
  nameOf,
  sightLine,
  solveLevels,
  stopFor,
  withLevels,
  CAUSE_WORDS,
  type FaceReading,
  type LightPlan,
  type Surroundings,
} from '@kavrell/core/light';
import { formatKelvin, formatLux, formatStop } from '@kavrell/core/units';
import type { Production } from '@kavrell/core/brief';
import { Button } from '../../ui/Button.tsx';
import { FieldEdit } from '../../ui/FieldEdit.tsx';
import { Figure, Look, Part } from '../../ui/parts.tsx';
import { lightPlan } from '@kavrell/core/light';
import type { PlanEditing } from './usePlan.ts';

const wantedFields = lightPlan.shape.wanted;

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
}: {
  reading: FaceReading;
  readings: readonly FaceReading[];
  plan: LightPlan;
  production: Production;
  editing: PlanEditing;
  s: Surroundings;
  onFace: (id: string) => void;
  glare: boolean | null;
}) {
  const item = plan.items.find((i) => i.id === reading.id);
  const names = new Map(plan.items.map((i) => [i.id, nameOf(i)]));
  const { wanted } = plan;
  const alone = production.ratioSchool === 'alone';
  const ratio = reading.ratio === null ? null : alone ? reading.ratio - 1 : reading.ratio;
  const solution =
    wanted.tStop !== null || wanted.ratio !== null ? solveLevels(plan, reading, wanted, s.settings, s.catalogue) : null;
  const offStop = wanted.tStop !== null && reading.tStop !== null ? 2 * Math.log2(reading.tStop / wanted.tStop) : 0;
  const offRatio = wanted.ratio !== null && reading.ratio !== null ? Math.log2(reading.ratio / wanted.ratio) : 0;
  const saveWanted = (values: Record<string, unknown>) =>
    editing.set('what is wanted', { ...plan, wanted: { ...wanted, ...values } });
  const optional = (key: 'tStop' | 'ratio') => (text: string) => {
    const clean = text
      .trim()
      .replace(/^t\s*/i, '')
      .replace(/\s*:\s*1$/, '')
      .replace(',', '.');
    if (clean === '') return { [key]: null };
    if (!Number.isFinite(Number(clean)))
      throw new Error(key === 'tStop' ? 'A stop is a number, such as 4.' : 'A ratio is a number, such as 4 for 4 : 1.');
    return { [key]: Number(clean) };
  };
  const source = (id: string) => plan.items.find((i) => i.id === id && i.kind === 'source');
  const off = plan.items.filter((i) => i.kind === 'source' && !i.on);
  return (
    <>
      <Part title={`At ${names.get(reading.id) ?? 'the point'}, ${reading.keySide} side brighter`}>
        {readings.length > 1 ? (
          <Flex gap={1} wrap="wrap" mb={3} role="tablist" aria-label="Faces">
            {readings.map((r) => (
              <Button
                key={r.id}
                size="small"
                role="tab"
                aria-selected={r.id === reading.id}
                look={r.id === reading.id ? 'on' : 'plain'}
                onClick={() => onFace(r.id)}
              >
                {names.get(r.id)}
              </Button>
            ))}
          </Flex>
        ) : null}
        <Box display="grid" gridTemplateColumns="1fr 1fr" columnGap={4} rowGap={2} data-reading={reading.id}>
          <Figure name="Key side">{formatLux(reading.keyLux)}</Figure>
          <Figure name="Shadow side">{formatLux(reading.shadowLux)}</Figure>
          <Figure name={alone ? 'Key alone : fill' : 'Ratio'} look={Math.abs(offRatio) > 0.3}>
            {ratio === null ? 'no fill' : `${ratio.toFixed(1)} : 1`}
          </Figure>
          <Figure name="In stops">{reading.ratioStops === null ? '–' : reading.ratioStops.toFixed(1)}</Figure>
          <Figure name={`Stop, EI ${s.settings.ei}, ${s.settings.shutterDeg}°`} look={Math.abs(offStop) > 0.3}>
            {reading.tStop === null ? 'dark' : formatStop(reading.tStop)}
          </Figure>
          <Figure name="From behind">{formatLux(reading.backLux)}</Figure>
          <Figure name="Key colour" look={Math.abs(reading.miredOff ?? 0) > 30}>
            {reading.colourK === null ? '–' : formatKelvin(reading.colourK)}
          </Figure>
          {item?.kind === 'person' && item.spectacles ? (
            <Figure name="Spectacles" look={glare === true}>
              {glare ? 'glare' : 'no glare'}
            </Figure>
          ) : (
            <Figure name="Off the white">
              {reading.miredOff === null ? '–' : `${Math.round(reading.miredOff)} mired`}
            </Figure>
          )}
        </Box>
        {item?.kind === 'person' ? (
          <Box color="soft" fontSize="s" mt={2}>
            {plan.items.flatMap((c) => (c.kind === 'camera' ? [sightLine(item, c)] : [])).join(' ')}
          </Box>
        ) : null}
      </Part>
      <Part title="Wanted">
        <Box display="grid" gridTemplateColumns="1fr 1fr 1fr" gap={2} css={{ '& > div': { marginBottom: 0 } }}>
          <FieldEdit
            label="Stop"
            value={wanted.tStop === null ? '' : String(wanted.tStop)}
            fields={wantedFields}
            set={optional('tStop')}
            save={saveWanted}
          />
          <FieldEdit
            label={alone ? '(Key + fill), : 1' : 'Ratio, : 1'}
            value={wanted.ratio === null ? '' : String(wanted.ratio)}
            fields={wantedFields}
            set={optional('ratio')}
            save={saveWanted}
          />
          <FieldEdit
            label="White, K"
            value={String(wanted.whiteK)}
            fields={wantedFields}
            set={(t) => ({ whiteK: Number(t) })}
            save={saveWanted}
          />
        </Box>
        {solution ? (
          <Box mt={2} data-solution>
            {solution.levels.length > 0 ? (
              <Flex gap={2} align="center" wrap="wrap">
                <Box>
                  {solution.levels
                    .map((l) => `${names.get(l.id)} to ${(l.level * 100).toFixed(l.level < 0.1 ? 1 : 0)} %`)
                    .join(', ')}
                  {solution.met
                    ? '.'
                    : `: ${solution.ratio === null ? 'no fill' : `${solution.ratio.toFixed(1)} : 1`}${wanted.tStop === null ? '' : `, ${formatStop(stopFor(solution.keyLux, s.settings) ?? 0)}`}.`}
                </Box>
                <Button
                  size="small"
                  onClick={() =>
                    editing.set(
                      'levels as wanted',
                      withLevels(plan, new Map(solution.levels.map((l) => [l.id, l.level]))),
                    )
                  }
                >
                  Set the levels
                </Button>
              </Flex>
            ) : solution.met ? (
              <Box>As wanted.</Box>
            ) : null}
            {solution.advice.map((line) => (
              <Box key={line} mt={1}>
                <Look>{line}</Look>
              </Box>
            ))}
          </Box>
        ) : null}
      </Part>
      <Part title="Each source: key side, shadow side">
        {[...reading.parts]
          .sort((a, b) => b.keyLux + b.shadowLux - a.keyLux - a.shadowLux)
          .map((p) => {
            const item = source(p.id);
            return (
              <Flex key={p.id} align="center" gap={2} minH="30px">
                {item ? (
                  <Button
                    size="small"
                    look="on"
                    aria-pressed
                    aria-label={`${names.get(p.id)} on`}
                    onClick={() => editing.item(`${names.get(p.id)} off`, p.id, { on: false })}
                  >
                    on
                  </Button>
                ) : (
                  <Box w="34px" />
                )}
                <Box flex="1" minW={0} overflow="hidden" textOverflow="ellipsis" whiteSpace="nowrap">
                  {names.get(p.id) ?? CAUSE_WORDS[p.id] ?? p.id}
                </Box>
                <Box whiteSpace="nowrap" fontWeight="600">
                  {formatLux(p.keyLux)}
                </Box>
                <Box whiteSpace="nowrap" color="soft" minW="58px" textAlign="right">
                  {formatLux(p.shadowLux)}
                </Box>
              </Flex>
            );
          })}
        {off.map((i) => (
          <Flex key={i.id} align="center" gap={2} minH="30px" color="soft">
            <Button
              size="small"
              aria-pressed={false}
              aria-label={`${nameOf(i)} off`}
              onClick={() => editing.item(`${nameOf(i)} on`, i.id, { on: true })}
            >
              off
            </Button>
            <Box>{nameOf(i)}</Box>
          </Flex>
        ))}
        {reading.kept.map((k) => (
          <Flex key={k.id} justify="space-between" gap={2}>
            <Box>{names.get(k.id)} keeps from the shadow side</Box>
            <Box whiteSpace="nowrap">−{formatLux(k.lux)}</Box>
          </Flex>
        ))}
      </Part>
    </>
  );
}
