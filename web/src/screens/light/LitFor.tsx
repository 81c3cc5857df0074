import { lightPlan, type Setup, type Surroundings } from '@kavrell/core/light';
import { SKIES } from '@kavrell/core/sun';
import { formatMinuteOfDay, formatWallMinute, parseClock } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { usePreferences } from '../../platform/preferences.ts';
import { FieldEdit } from '../../ui/FieldEdit.tsx';
import { Part } from '../../ui/parts.tsx';
import type { PlanEditing } from './usePlan.ts';

/** What a plan is lit for: its room, hour and daylight, the place’s own light, haze and wind. */
export function LitFor({ setup, s, editing }: { setup: Setup; s: Surroundings; editing: PlanEditing }) {
  const { rows, day } = usePlanned();
  const clock = usePreferences((p) => p.clock);
  const { plan } = editing;
  const rooms = rows.rooms.filter((r) => r.placeId === setup.placeId);
  const savePlan = (label: string) => (values: Record<string, unknown>) => editing.set(label, { ...plan, ...values });
  return (
    <Part title="Lit for">
      <FieldEdit
        label="Room"
        value={plan.roomId ?? ''}
        fields={lightPlan}
        set={(t) => ({ roomId: t || null })}
        save={savePlan('room')}
        options={[['', 'no room drawn'], ...rooms.map((r) => [r.id, r.name] as const)]}
      />
      <FieldEdit
        label="Hour"
        value={plan.atMin === null ? '' : formatWallMinute(plan.atMin)}
        fields={lightPlan}
        hint="Empty: without daylight"
        set={(t) => ({ atMin: t.trim() === '' ? null : parseClock(t) })}
        save={savePlan('hour')}
      />
      <FieldEdit
        label="Daylight"
        value={plan.daylight}
        fields={lightPlan}
        set={(daylight) => ({ daylight })}
        save={savePlan('daylight')}
        options={[
          ['computed', 'comes in, as computed'],
          ['out', 'kept out, or night'],
        ]}
      />
      <FieldEdit
        label="Sky"
        value={plan.sky}
        fields={lightPlan}
        set={(sky) => ({ sky })}
        save={savePlan('sky')}
        options={SKIES.map((x) => [x, x] as const)}
      />
      <FieldEdit
        label="The place’s own light, lx"
        value={String(plan.ambientLux)}
        fields={lightPlan}
        set={(t) => ({ ambientLux: Number(t) })}
        save={savePlan('own light')}
        hint={ambientHint(s.facts, (m) => (day ? formatMinuteOfDay(m, day, clock) : ''))}
      />
      <FieldEdit
        label="Its colour, K"
        value={String(plan.ambientK)}
        fields={lightPlan}
        set={(t) => ({ ambientK: Number(t) })}
        save={savePlan('own colour')}
      />
      <FieldEdit
        label="Haze"
        value={plan.haze}
        fields={lightPlan}
        set={(haze) => ({ haze })}
        save={savePlan('haze')}
        options={[
          ['none', 'none'],
          ['light', 'light'],
          ['thick', 'thick'],
        ]}
      />
      <FieldEdit
        label="Gusts, m/s"
        value={plan.gustMps === null ? '' : String(plan.gustMps)}
        fields={lightPlan}
        hint={
          day?.gustMps !== null && day?.gustMps !== undefined
            ? `Empty: as the day says, ${day.gustMps} m/s`
            : 'Empty: nobody has said'
        }
        set={(t) => ({ gustMps: t.trim() === '' ? null : Number(t) })}
        save={savePlan('gusts')}
      />
    </Part>
  );
}

/** Readings of the place that were written down on the scouting walk. */
function ambientHint(
  facts: readonly { topic: string; detail: Record<string, unknown> | null }[],
  time: (minute: number) => string,
): string {
  const read = facts.flatMap((f) =>
    f.topic === 'ambient' && f.detail
      ? [`${String(f.detail.illuminanceLux)} lx at ${time(Number(f.detail.atMin))}`]
      : [],
  );
  return read.length
    ? `Read there: ${read.join(', ')}. That reading holds the windows too: keep computed daylight out with it.`
    : '';
}
