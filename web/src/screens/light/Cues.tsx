import { CueFields } from './CueFields.tsx';
import { Box, Flex } from '@chakra-ui/react';
import { nameOf, type LightPlan } from '@kavrell/core/light';
import { useState } from 'react';
import { usePlanned } from '../../app/production.tsx';
import { Button } from '../../ui/Button.tsx';
import { Part } from '../../ui/parts.tsx';
import type { PlanEditing } from './usePlan.ts';

/** What lights do during the shot, in order, each with who does it; rehearsed step by step, the readings following. */
export function Cues({ plan, editing }: { plan: LightPlan; editing: PlanEditing }) {
  const { rows } = usePlanned();
  const [openId, setOpenId] = useState<string | null>(null);
  const [done, setDone] = useState<ReadonlySet<string>>(new Set());
  const sources = plan.items.filter((i) => i.kind === 'source');
  if (sources.length === 0) return null;
  const write = (label: string, cues: LightPlan['cues']) => editing.set(label, { ...plan, cues });
  const add = () => {
    const [first] = sources;
    if (!first) return;
    let n = plan.cues.length + 1;
    while (plan.cues.some((c) => c.id === `cue-${n}`)) n += 1;
    write('a cue', [
      ...plan.cues,
      {
        id: `cue-${n}`,
        on: '',
        itemId: first.id,
        kind: 'dim',
        fromLevel: first.level,
        toLevel: 0,
        seconds: 3,
        personId: null,
        hazeOff: false,
      },
    ]);
    setOpenId(`cue-${n}`);
  };
  const level = (id: string) => sources.find((x) => x.id === id);
  const rehearsed = done.size > 0 && plan.cues.every((c) => done.has(c.id));
  return (
    <Part title={`Cues during the shot${plan.cues.length ? `: ${plan.cues.length}` : ''}`}>
      <Box as="ol" display="grid" gap={2} data-cues>
        {plan.cues.map((c, i) => {
          const save = (values: Record<string, unknown>) =>
            write(
              'a cue',
              plan.cues.map((x) => (x.id === c.id ? { ...x, ...values } : x)),
            );
          const item = level(c.itemId);
          const who = rows.people.find((p) => p.id === c.personId)?.shortName;
          return (
            <li key={c.id}>
              <Flex gap={2} align="start">
                <Button
                  size="small"
                  look={done.has(c.id) ? 'on' : 'plain'}
                  aria-pressed={done.has(c.id)}
                  aria-label={`Cue ${i + 1} rehearsed`}
                  onClick={() =>
                    setDone(new Set(done.has(c.id) ? [...done].filter((x) => x !== c.id) : [...done, c.id]))
                  }
                >
                  {i + 1}
                </Button>
                <Box as="button" textAlign="left" flex="1" onClick={() => setOpenId(openId === c.id ? null : c.id)}>
                  {c.on || 'When?'}: {item ? nameOf(item) : 'a lamp that is gone'} {Math.round(c.fromLevel * 100)} to{' '}
                  {Math.round(c.toLevel * 100)} % in {c.seconds} s{who ? `, ${who}` : ', nobody yet'}
                  {c.hazeOff ? ', haze off' : ''}
                </Box>
              </Flex>
              {openId === c.id ? (
                <CueFields
                  cue={c}
                  save={save}
                  sources={sources}
                  item={item}
                  editing={editing}
                  index={i}
                  write={write}
                  plan={plan}
                />
              ) : null}
            </li>
          );
        })}
      </Box>
      {rehearsed ? <Box mt={2}>All rehearsed.</Box> : null}
      <Flex gap={2} mt={2}>
        <Button size="small" onClick={add}>
          Add a cue
        </Button>
        {done.size > 0 ? (
          <Button size="small" onClick={() => setDone(new Set())}>
            From the top
          </Button>
        ) : null}
      </Flex>
    </Part>
  );
}
