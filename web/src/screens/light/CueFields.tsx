import { Box, Flex } from '@chakra-ui/react';
import { lightCue, nameOf, CUE_KINDS, type LightCue, type SourceItem, type LightPlan } from '@kavrell/core/light';
import { usePlanned } from '../../app/production.tsx';
import { Button } from '../../ui/Button.tsx';
import { FieldEdit } from '../../ui/FieldEdit.tsx';
import type { PlanEditing } from './usePlan.ts';

/** One cue, to be changed. */
export function CueFields({
  cue,
  save,
  sources,
  item,
  editing,
  index,
  write,
  plan,
}: {
  cue: LightCue;
  save: (values: Record<string, unknown>) => void;
  sources: SourceItem[];
  item: SourceItem | undefined;
  editing: PlanEditing;
  index: number;
  write: (label: string, cues: LightCue[]) => void;
  plan: LightPlan;
}) {
  const { rows } = usePlanned();

  return (
    <Box pl={4} pt={2}>
      <FieldEdit label="When, as it is called" value={cue.on} fields={lightCue} set={(on) => ({ on })} save={save} />
      <FieldEdit
        label="Lamp"
        value={cue.itemId}
        fields={lightCue}
        set={(itemId) => ({ itemId })}
        save={save}
        options={sources.map((x) => [x.id, nameOf(x)] as const)}
      />
      <FieldEdit
        label="What it does"
        value={cue.kind}
        fields={lightCue}
        set={(kind) => ({ kind })}
        save={save}
        options={CUE_KINDS.map((k) => [k, k] as const)}
      />
      <Box display="grid" gridTemplateColumns="1fr 1fr 1fr" gap={2}>
        <FieldEdit
          label="From, %"
          value={String(Math.round(cue.fromLevel * 100))}
          fields={lightCue}
          set={(t) => ({ fromLevel: Number(t) / 100 })}
          save={save}
        />
        <FieldEdit
          label="To, %"
          value={String(Math.round(cue.toLevel * 100))}
          fields={lightCue}
          set={(t) => ({ toLevel: Number(t) / 100 })}
          save={save}
        />
        <FieldEdit
          label="In, s"
          value={String(cue.seconds)}
          fields={lightCue}
          set={(t) => ({ seconds: Number(t) })}
          save={save}
        />
      </Box>
      <FieldEdit
        label="Who does it"
        value={cue.personId ?? ''}
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
          look={cue.hazeOff ? 'on' : 'plain'}
          aria-pressed={cue.hazeOff}
          onClick={() => save({ hazeOff: !cue.hazeOff })}
        >
          Haze machine off
        </Button>
        {item ? (
          <Button
            size="small"
            onClick={() =>
              editing.item(`${nameOf(item)} as after cue ${index + 1}`, item.id, {
                level: cue.toLevel,
                on: cue.toLevel > 0,
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
              plan.cues.filter((x) => x.id !== cue.id),
            )
          }
        >
          Take it away
        </Button>
      </Flex>
    </Box>
  );
}
