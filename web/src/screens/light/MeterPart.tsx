import { Box, Flex, Input } from '@chakra-ui/react';
import { useState } from 'react';
import {
  measuredWords,
  metered,
  nameOf,
  type FaceReading,
  type LightPlan,
  type SourceItem,
  type Surroundings,
} from '@kavrell/core/light';
import { usePlanned } from '../../app/production.tsx';
import { change } from '../../platform/rows.ts';
import { tell } from '../../platform/notices.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { FormField } from '../../ui/FormField.tsx';
import { Part } from '../../ui/parts.tsx';
import { Tick } from '../../ui/Tick.tsx';

interface Props {
  reading: FaceReading;
  plan: LightPlan;
  s: Surroundings;
  /** Whether it was read by the light kernel: a quick reading is no measure for a lamp. */
  isExact: boolean;
}

/** What a real meter says at a face puts a lamp’s figures right, for this lamp with what is on it, in every setup. */
export function MeterPart({ reading, plan, s, isExact }: Props) {
  const { production, rows } = usePlanned();
  const [lux, setLux] = useState('');
  const [lampId, setLampId] = useState<string | null>(null);
  const [isAlone, setAlone] = useState(false);
  const [problem, setProblem] = useState('');
  const lamps = [...reading.parts]
    .sort((a, b) => b.keyLux - a.keyLux)
    .flatMap((p) => plan.items.find((i): i is SourceItem => i.kind === 'source' && i.id === p.id) ?? []);
  const lamp = lamps.find((l) => l.id === lampId) ?? lamps[0];
  const face = plan.items.find((i) => i.id === reading.id);
  if (!lamp || !face) return null;
  const keep = () => {
    const measuredLux = Number(lux.trim().replace(',', '.'));
    const note = `At ${nameOf(face)}: ${lux.trim()} lx, the plan said ${Math.round(reading.keyLux)} lx`;
    const found = metered(reading, lamp, s.catalogue, { measuredLux, isAlone, note });
    if ('problem' in found) {
      setProblem(found.problem);
      return;
    }
    setProblem('');
    setLux('');
    const row = rows.lightKit.find((k) => k.key === found.values.key);
    void change(production.id, found.values.name, [
      row
        ? { op: 'update', table: 'lightKit', row, values: found.values }
        : { op: 'insert', table: 'lightKit', values: found.values },
    ]);
    tell(
      `${nameOf(lamp)}: ${measuredWords(found.stops)}. Kept for this lamp with what is on it; Ctrl+Z takes it back.`,
    );
  };
  return (
    <Part title="Your meter">
      <form
        onSubmit={(e) => {
          e.preventDefault();
          keep();
        }}
      >
        <FormField label="It says on the key side, lx" error={problem || undefined}>
          {(props) => <Input {...props} inputMode="decimal" value={lux} onChange={(e) => setLux(e.target.value)} />}
        </FormField>
        <FormField label="Which puts right">
          {(props) => (
            <Choice {...props} value={lamp.id} onChange={(e) => setLampId(e.target.value)}>
              {lamps.map((l) => (
                <option key={l.id} value={l.id}>
                  {nameOf(l)}
                </option>
              ))}
            </Choice>
          )}
        </FormField>
        <Flex gap={3} wrap="wrap" align="center">
          <Tick checked={isAlone} onChange={setAlone}>
            only it was on
          </Tick>
          <Button type="submit" disabled={lux.trim() === '' || !isExact}>
            Keep it
          </Button>
        </Flex>
        {isExact ? null : (
          <Box color="soft" fontSize="s" mt={2}>
            Until the plan is read exactly it is no measure for a lamp.
          </Box>
        )}
      </form>
    </Part>
  );
}
