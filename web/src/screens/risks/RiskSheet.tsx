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
  type Trigger,
} from '@kavrell/core/risks';
import { formatMinuteOfDay, parseClockOn, parseMinutes } from '@kavrell/core/units';
import { wallToMinute } from '@kavrell/core/time';
import { usePlanned } from '../../app/production.tsx';
import { newId } from '../../platform/id.ts';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { FieldEdit } from '../../ui/FieldEdit.tsx';
import { Part } from '../../ui/parts.tsx';

const TRIGGERS = [
  ['none', 'none'],
  ['gust', 'gusts over'],
  ['rain', 'rain over'],
  ['behind', 'behind by over'],
  ['time', 'at a time'],
] as const;
const FRESH: Readonly<Record<Trigger['kind'], Trigger>> = {
  gust: { kind: 'gust', overMps: 8, fromMin: null, byMin: null },
  rain: { kind: 'rain', overMm: 0.5, fromMin: null, byMin: null },
  behind: { kind: 'behind', overMin: 20 },
  time: { kind: 'time', atMin: 720 },
};
const number = (text: string, what: string) => {
  const value = Number(text.trim().replace(',', '.'));
  if (text.trim() === '' || !Number.isFinite(value)) throw new Error(`${what} is a number.`);
  return value;
};

/** One risk: how bad, when it is there, what can be done, who decides. A found one is kept once something is decided on it. */
export function RiskSheet({ risk }: { risk: ListedRisk }) {
  const { production, rows, day } = usePlanned();
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
  const t = risk.trigger;
  /** A trigger stands beside the plan, in its elapsed minutes. */
  const clockOf = (text: string) => {
    const wallMin = parseClockOn(text, day);
    return day ? wallToMinute(day.date, day.timeZone, wallMin) : wallMin;
  };
  const say = (m: number | null) => (m === null || !day ? '' : formatMinuteOfDay(m, day));
  const setTrigger = (trigger: Trigger | null) => save('Trigger')({ trigger });
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
              <label style={{ display: 'flex', gap: 8, minHeight: 28 }}>
                <input
                  type="checkbox"
                  checked={r.chosen}
                  onChange={() =>
                    save(r.chosen ? 'Remedy put back' : 'Remedy chosen')({
                      remedies: remedies.map((x, k) => (k === i ? { ...x, chosen: !x.chosen } : x)),
                      state: 'decided',
                    })
                  }
                />
                <span>{r.words}</span>
              </label>
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
      <Part title="When it is there">
        <FieldEdit
          label="Trigger"
          value={t?.kind ?? 'none'}
          fields={riskFields}
          set={(v) => ({ trigger: v === 'none' ? null : FRESH[v as Trigger['kind']] })}
          save={save('Trigger')}
          options={TRIGGERS}
        />
        {t?.kind === 'gust' ? (
          <FieldEdit
            label="Gusts over, m/s"
            value={String(t.overMps)}
            fields={riskFields}
            set={(v) => ({ trigger: { ...t, overMps: number(v, 'The gust') } })}
            save={save('Trigger')}
          />
        ) : null}
        {t?.kind === 'rain' ? (
          <FieldEdit
            label="Rain over, mm an hour"
            value={String(t.overMm)}
            fields={riskFields}
            set={(v) => ({ trigger: { ...t, overMm: number(v, 'The rain') } })}
            save={save('Trigger')}
          />
        ) : null}
        {t?.kind === 'gust' || t?.kind === 'rain' ? (
          <>
            <FieldEdit
              label="It matters from"
              hint="Empty: all day"
              value={say(t.fromMin)}
              fields={riskFields}
              set={(v) => ({ trigger: { ...t, fromMin: v.trim() === '' ? null : clockOf(v) } })}
              save={save('Trigger')}
            />
            <FieldEdit
              label="By"
              hint="Empty: all day"
              value={say(t.byMin)}
              fields={riskFields}
              set={(v) => ({ trigger: { ...t, byMin: v.trim() === '' ? null : clockOf(v) } })}
              save={save('Trigger')}
            />
          </>
        ) : null}
        {t?.kind === 'behind' ? (
          <FieldEdit
            label="Behind by over, minutes"
            value={String(t.overMin)}
            fields={riskFields}
            set={(v) => ({ trigger: { ...t, overMin: parseMinutes(v) } })}
            save={save('Trigger')}
          />
        ) : null}
        {t?.kind === 'time' ? (
          <FieldEdit
            label="At"
            value={say(t.atMin)}
            fields={riskFields}
            set={(v) => ({ trigger: { ...t, atMin: clockOf(v) } })}
            save={save('Trigger')}
          />
        ) : null}
        {t ? (
          <Button size="small" onClick={() => setTrigger(null)}>
            No trigger
          </Button>
        ) : null}
      </Part>
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
                void change(production.id, `Took away “${risk.title}”`, [
                  { op: 'delete', table: 'risks', row: risk.row },
                ])
              }
            >
              Take it away
            </Button>
          </>
        ) : null}
      </Part>
    </>
  );
}
