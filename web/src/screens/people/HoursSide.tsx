import { productionFields } from '@kavrell/core/brief';
import { HOURS } from '@kavrell/core/crew';
import { moneyText, parseMoney } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { FieldEdit } from '../../ui/FieldEdit.tsx';
import { Part, Why } from '../../ui/parts.tsx';
import { Sheet } from '../../ui/sheet.tsx';

/** What a night costs, whether meals are work, and how hours are counted. */
export function HoursSide() {
  const { production } = usePlanned();

  return (
    <Sheet>
      <Part title="What a night costs">
        {(
          [
            ['hotelMinor', 'A night in a hotel'],
            ['driveHourMinor', 'An hour of driving'],
          ] as const
        ).map(([field, label]) => (
          <FieldEdit
            key={field}
            label={`${label}, ${production.currency}`}
            hint="Empty: not said"
            value={moneyText(production[field], production.currency)}
            fields={productionFields}
            set={(v) => ({ [field]: v.trim() === '' ? null : parseMoney(v, production.currency) })}
            save={(values) =>
              void change(production.id, label, [{ op: 'update', table: 'productions', row: production, values }])
            }
          />
        ))}
      </Part>
      <Part title="Meals">
        <Button
          size="small"
          aria-pressed={production.mealsAreWork}
          look={production.mealsAreWork ? 'on' : 'plain'}
          onClick={() =>
            void change(production.id, production.mealsAreWork ? 'Meals are no work' : 'Meals are work', [
              {
                op: 'update',
                table: 'productions',
                row: production,
                values: { mealsAreWork: !production.mealsAreWork },
              },
            ])
          }
        >
          Meals count as work
        </Button>
      </Part>
      <Why
        lines={[
          production.mealsAreWork
            ? 'Meals between call and release count as hours worked.'
            : 'Meals between call and release are taken off the hours worked; who is too tired to drive, and how long someone under 18 is here, counts them all the same.',
          `Crew from call to wrap, others to the end of their last shot. Overtime from ${HOURS.overtimeH} h, doubled from ${HOURS.doubleH} h.`,
          `Rest is door to door: the way home and back is taken off. ${HOURS.restWishH} h are wished, under ${HOURS.restDangerH} h is danger.`,
          'The way home costs its driving, and its hours where a day rate is agreed; the hotel costs its night.',
        ]}
      />
      <Part title="Care">
        Local rules decide on hours and rest. Nobody drives tired: a driver, a shared car, or a bed near by.
      </Part>
    </Sheet>
  );
}
