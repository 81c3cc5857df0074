import { Box, Flex } from '@chakra-ui/react';
import { CUE_KINDS, lightCue, nameOf, type LightPlan } from '@kavrell/core/light';
import { useState } from 'react';
import { usePlanned } from '../../app/production.tsx';
import { Button } from '../../ui/Button.tsx';
import { FieldEdit } from '../../ui/FieldEdit.tsx';
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
                <Box pl={4} pt={2}>
                  <FieldEdit
                    label="When, as it is called"
                    value={c.on}
                    fields={lightCue}
                    set={(on) => ({ on })}
                    save={save}
                  />
                  <FieldEdit
                    label="Lamp"
                    value={c.itemId}
                    fields={lightCue}
                    set={(itemId) => ({ itemId })}
                    save={save}
                    options={sources.map((x) => [x.id, nameOf(x)] as const)}
                  />
                  <FieldEdit
                    label="What it does"
                    value={c.kind}
                    fields={lightCue}
                    set={(kind) => ({ kind })}
                    save={save}
                    options={CUE_KINDS.map((k) => [k, k] as const)}
                  />
                  <Box display="grid" gridTemplateColumns="1fr 1fr 1fr" gap={2}>
                    <FieldEdit
                      label="From, %"
                      value={String(Math.round(c.fromLevel * 100))}
                      fields={lightCue}
                      set={(t) => ({ fromLevel: Number(t) / 100 })}
                      save={save}
                    />
                    <FieldEdit
                      label="To, %"
                      value={String(Math.round(c.toLevel * 100))}
                      fields={lightCue}
                      set={(t) => ({ toLevel: Number(t) / 100 })}
                      save={save}
                    />
                    <FieldEdit
                      label="In, s"
                      value={String(c.seconds)}
                      fields={lightCue}
                      set={(t) => ({ seconds: Number(t) })}
                      save={save}
                    />
                  </Box>
                  <FieldEdit
                    label="Who does it"
                    value={c.personId ?? ''}
                    fields={lightCue}
                    set={(t) => ({ personId: t || null })}
                    save={save}
                    options={[
                      ['', 'nobody yet'],
                      ...rows.people.filter((p) => p.kind === 'crew').map((p) => [p.id, p.name] as const),
                    ]}
                  />
                  <Flex gap={2} wrap="wrap">
                    <Button
                      size="small"
                      look={c.hazeOff ? 'on' : 'plain'}
                      aria-pressed={c.hazeOff}
                      onClick={() => save({ hazeOff: !c.hazeOff })}
                    >
                      Haze machine off
                    </Button>
                    {item ? (
                      <Button
                        size="small"
                        onClick={() =>
                          editing.item(`${nameOf(item)} as after cue ${i + 1}`, item.id, {
                            level: c.toLevel,
                            on: c.toLevel > 0,
                          })
                        }
                      >
                        Show it as after
                      </Button>
                    ) : null}
                    <Button
                      size="small"
                      onClick={() =>
                        write(
                          'a cue away',
                          plan.cues.filter((x) => x.id !== c.id),
                        )
                      }
                    >
                      Take it away
                    </Button>
                  </Flex>
                </Box>
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
