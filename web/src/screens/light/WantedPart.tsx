import { Box, Flex } from '@chakra-ui/react';
import {
  lightPlan,
  solveLevels,
  stopFor,
  withLevels,
  type FaceReading,
  type LightPlan,
  type Surroundings,
} from '@kavrell/core/light';
import { formatStop } from '@kavrell/core/units';
import { Button } from '../../ui/Button.tsx';
import { FieldEdit } from '../../ui/FieldEdit.tsx';
import { Look, Part } from '../../ui/parts.tsx';
import type { PlanEditing } from './usePlan.ts';

const wantedFields = lightPlan.shape.wanted;

interface Props {
  reading: FaceReading;
  plan: LightPlan;
  editing: PlanEditing;
  s: Surroundings;
  names: ReadonlyMap<string, string>;
  /** Whether the job speaks of the key alone beside the fill. */
  alone: boolean;
}

/** Stop, ratio and white that are wanted at a face, and the levels that give them. */
export function WantedPart({ reading, plan, editing, s, names, alone }: Props) {
  const { wanted } = plan;
  const solution =
    wanted.tStop !== null || wanted.ratio !== null ? solveLevels(plan, reading, wanted, s.settings, s.catalogue) : null;
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
  return (
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
  );
}
