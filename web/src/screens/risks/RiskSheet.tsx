import { Box, Flex } from '@chakra-ui/react';
import { positionAfter } from '@kavrell/core/records';
import {
  BY_HAND,
  HARMS,
  LIKELIHOODS,
  RISK_DEFAULTS,
  riskFields,
  type ListedRisk,
  type Risk,
} from '@kavrell/core/risks';
import { usePlanned } from '../../app/production.tsx';
import { newId } from '../../platform/id.ts';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { TriggerPart } from './TriggerPart.tsx';
import { FieldEdit } from '../../ui/FieldEdit.tsx';
import { Part } from '../../ui/parts.tsx';
import { Tick } from '../../ui/Tick.tsx';

/** One risk: how bad, when it is there, what can be done, who decides. A found one is kept once something is decided on it. */
export function RiskSheet({ risk }: { risk: ListedRisk }) {
  const { production, rows } = usePlanned();
  const save = (label: string) => (edit: Record<string, unknown>) => {
    const set = BY_HAND.filter((key) => key in edit);
    const byHand = [...new Set([...(risk.row?.byHand ?? []), ...set])];
    const values = set.length > 0 ? { ...edit, byHand } : edit;
    if (risk.row) void change(production.id, label, [{ op: 'update', table: 'risks', row: risk.row, values }]);
    else
      void change(production.id, label, [
        {
          op: 'insert',
          table: 'risks',
          id: newId(),
          values: {
            ...RISK_DEFAULTS,
            key: risk.key,
            dayId: risk.dayId,
            title: risk.title,
            why: risk.why,
            likelihood: risk.likelihood,
            harm: risk.harm,
            trigger: risk.trigger,
            remedies: risk.remedies,
            ...(values as Partial<Risk>),
            position: positionAfter(rows.risks),
          },
        },
      ]);
  };
  const remedies = risk.remedies;
  const people = rows.people.filter((p) => p.kind === 'crew').map((p) => [p.id, p.shortName] as const);
  return (
    <>
      <Part>
        <h2>{risk.title}</h2>
        <Box color="soft">{risk.why}</Box>
      </Part>
      <Part title="What can be done">
        <Box as="ul" display="grid" gap={2}>
          {remedies.map((r, i) => (
            <li key={r.words}>
              <Tick
                checked={r.chosen}
                onChange={(chosen) =>
                  save(chosen ? 'Remedy chosen' : 'Remedy put back')({
                    remedies: remedies.map((x, k) => (k === i ? { ...x, chosen } : x)),
                    state: 'decided',
                  })
                }
              >
                {r.words}
              </Tick>
            </li>
          ))}
        </Box>
        <FieldEdit
          label="Another remedy"
          value=""
          fields={riskFields}
          set={(v) => ({ remedies: [...remedies, { words: v.trim(), chosen: true }] })}
          save={save('Remedy')}
        />
      </Part>
      <Part title="Decided">
        <FieldEdit
          label="Who watches it"
          value={risk.ownerId ?? ''}
          fields={riskFields}
          set={(v) => ({ ownerId: v || null })}
          save={save('Owner of a risk')}
          options={[['', 'nobody yet'], ...people]}
        />
        <FieldEdit
          label="Decided by"
          value={risk.decidedBy}
          fields={riskFields}
          set={(v) => ({ decidedBy: v, state: 'decided' })}
          save={save('Decided')}
        />
        <Flex gap={2} wrap="wrap">
          {(['open', 'decided', 'gone'] as const).map((state) => (
            <Button
              key={state}
              size="small"
              aria-pressed={risk.state === state}
              look={risk.state === state ? 'on' : 'plain'}
              onClick={() => save(`Risk ${state}`)({ state })}
            >
              {state === 'open' ? 'not decided' : state}
            </Button>
          ))}
        </Flex>
      </Part>
      <TriggerPart trigger={risk.trigger} save={save('Trigger')} />
      <HowBad risk={risk} save={save} />
    </>
  );
}

/** How likely it is and what it harms; of a risk of one’s own its words too. */
function HowBad({
  risk,
  save,
}: {
  risk: ListedRisk;
  save: (label: string) => (edit: Record<string, unknown>) => void;
}) {
  const { production } = usePlanned();

  return (
    <Part title="How bad">
      <FieldEdit
        label="Likelihood"
        value={String(risk.likelihood)}
        fields={riskFields}
        set={(v) => ({ likelihood: Number(v) })}
        save={save('Likelihood')}
        options={[1, 2, 3].map((n) => [String(n), LIKELIHOODS[n] ?? ''] as const)}
      />
      <FieldEdit
        label="Harm"
        value={String(risk.harm)}
        fields={riskFields}
        set={(v) => ({ harm: Number(v) })}
        save={save('Harm')}
        options={[1, 2, 3].map((n) => [String(n), HARMS[n] ?? ''] as const)}
      />
      {risk.row && risk.row.key === '' ? (
        <>
          <FieldEdit
            label="What could happen"
            value={risk.title}
            fields={riskFields}
            set={(v) => ({ title: v })}
            save={save('Renamed a risk')}
          />
          <FieldEdit label="Why" value={risk.why} fields={riskFields} set={(v) => ({ why: v })} save={save('Why')} />
          <Button
            size="small"
            onClick={() =>
              risk.row &&
              void change(production.id, `Took away “${risk.title}”`, [{ op: 'delete', table: 'risks', row: risk.row }])
            }
          >
            Take it away
          </Button>
        </>
      ) : null}
    </Part>
  );
}
