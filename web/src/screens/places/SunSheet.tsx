import { placeFields, type Place, type SunStep } from '@kavrell/core/places';
import type { Day } from '@kavrell/core/day';
import { sunTimes } from '@kavrell/core/sun';
import { usePlanned } from '../../app/production.tsx';
import { change } from '../../platform/rows.ts';
import { FieldEdit } from '../../ui/FieldEdit.tsx';
import { Facts, Part, Why } from '../../ui/parts.tsx';
import { Sheet } from '../../ui/sheet.tsx';

interface Props {
  place: Place;
  day: Day;
  at: Parameters<typeof sunTimes>[0] & { latitude: number; longitude: number };
  steps: readonly SunStep[];
  say: (minute: number | null) => string;
}

/** Beside the sun of a place: its times on the day, the skyline that hides it, and what the figures rest on. */
export function SunSheet({ place, day, at, steps, say }: Props) {
  const { production } = usePlanned();
  const times = sunTimes(at);
  return (
    <Sheet>
      <Part>
        <h2>{place.name}</h2>
      </Part>
      <Part title={`Sun on day ${day.number}`}>
        <Facts
          rows={[
            ['First light', say(times.dawnMin)],
            ['Sunrise, flat horizon', say(times.riseMin)],
            ['Over the skyline from', say(steps.find((s) => s.up)?.minute ?? null)],
            ['Low sun until', say(times.lowSunEndMin)],
            ['Low sun from', say(times.lowSunStartMin)],
            ['Behind the skyline', say(steps.findLast((s) => s.up)?.minute ?? null)],
            ['Sunset, flat horizon', say(times.setMin)],
            ['Dark', say(times.duskMin)],
          ]}
        />
      </Part>
      <Part title="Skyline">
        <FieldEdit
          label="Bearing and height, in degrees"
          value={place.skyline.map((p) => `${p.bearingDeg} ${p.altitudeDeg}`).join(', ')}
          fields={placeFields}
          hint="Such as: 180 0, 240 4, 275 9"
          set={(text) => ({ skyline: parseSkyline(text) })}
          save={(values) =>
            void change(production.id, `${place.name}: skyline`, [
              { op: 'update', table: 'places', row: place, values },
            ])
          }
        />
      </Part>
      <Why
        lines={[
          `Position ${at.latitude.toFixed(4)}°, ${at.longitude.toFixed(4)}°, zone ${day.timeZone}; steps of 5 minutes.`,
          'Front-lit: the sun within 45° of where the face looks; back-lit: beyond 120°.',
          'Light of sun and sky: typical daylight by the sun’s height, good to about a stop. Cloud decides.',
        ]}
      />
    </Sheet>
  );
}

function parseSkyline(text: string): { bearingDeg: number; altitudeDeg: number }[] {
  if (text.trim() === '') return [];
  return text.split(',').map((pair) => {
    const [bearing, altitude, ...rest] = pair.trim().split(/\s+/).map(Number);
    if (bearing === undefined || altitude === undefined || rest.length > 0 || !Number.isFinite(bearing + altitude))
      throw new Error(`“${pair.trim()}” is no bearing and height: write 240 4.`);
    return { bearingDeg: bearing, altitudeDeg: altitude };
  });
}
