import { wallToMinute } from '@kavrell/core/time';
import { riskFields, type Risk, type Trigger } from '@kavrell/core/risks';
import { formatMinuteOfDay, parseClockOn, parseMinutes, parseNumber } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
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
interface Props {
  trigger: Trigger | null;
  save: (values: Partial<Risk>) => void;
}

/** When a risk is there: gusts, rain, being behind, or a time; and between which hours that matters. */
export function TriggerPart({ trigger: t, save }: Props) {
  const { day } = usePlanned();
  /** A trigger stands beside the plan, in its elapsed minutes. */
  const clockOf = (text: string) => {
    const wallMin = parseClockOn(text, day);
    return day ? wallToMinute(day.date, day.timeZone, wallMin) : wallMin;
  };
  const say = (m: number | null) => (m === null || !day ? '' : formatMinuteOfDay(m, day));
  return (
    <Part title="When it is there">
      <FieldEdit
        label="Trigger"
        value={t?.kind ?? 'none'}
        fields={riskFields}
        set={(v) => ({ trigger: v === 'none' ? null : FRESH[v as Trigger['kind']] })}
        save={save}
        options={TRIGGERS}
      />
      {t?.kind === 'gust' ? (
        <FieldEdit
          label="Gusts over, m/s"
          value={String(t.overMps)}
          fields={riskFields}
          set={(v) => ({ trigger: { ...t, overMps: parseNumber(v, 'The gust') } })}
          save={save}
        />
      ) : null}
      {t?.kind === 'rain' ? (
        <FieldEdit
          label="Rain over, mm an hour"
          value={String(t.overMm)}
          fields={riskFields}
          set={(v) => ({ trigger: { ...t, overMm: parseNumber(v, 'The rain') } })}
          save={save}
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
            save={save}
          />
          <FieldEdit
            label="By"
            hint="Empty: all day"
            value={say(t.byMin)}
            fields={riskFields}
            set={(v) => ({ trigger: { ...t, byMin: v.trim() === '' ? null : clockOf(v) } })}
            save={save}
          />
        </>
      ) : null}
      {t?.kind === 'behind' ? (
        <FieldEdit
          label="Behind by over, minutes"
          value={String(t.overMin)}
          fields={riskFields}
          set={(v) => ({ trigger: { ...t, overMin: parseMinutes(v) } })}
          save={save}
        />
      ) : null}
      {t?.kind === 'time' ? (
        <FieldEdit
          label="At"
          value={say(t.atMin)}
          fields={riskFields}
          set={(v) => ({ trigger: { ...t, atMin: clockOf(v) } })}
          save={save}
        />
      ) : null}
      {t ? (
        <Button size="small" onClick={() => save({ trigger: null })}>
          No trigger
        </Button>
      ) : null}
    </Part>
  );
}
