import type { Production } from '../../about/brief/index.ts';
import { wallToMinute } from '../../base/time/index.ts';
import { fpsOf } from '../../base/timecode/index.ts';
import type { Day, DayPlan, DayRow, UnitDay } from '../../plan/day/index.ts';
import {
  catalogueOf,
  checkPlan,
  fitOf,
  open,
  type Fit,
  type LightPlan,
  type Settings,
  type Setup,
  type Surroundings,
} from '../../rooms/light/index.ts';
import { sunPlaceOf, type Place } from '../../rooms/places/index.ts';
import { daylight, sunPosition } from '../../physics/sun/index.ts';
import { shotMinutes } from '../../rooms/scenes/index.ts';
import type { LIGHT_PARTS, RowsOf } from './parts.ts';

type LightRows = RowsOf<typeof LIGHT_PARTS>;

/** Sun and sky over a plan at its hour; null when daylight is kept out or no hour is said. */
export function daylightOf(
  plan: Pick<LightPlan, 'atMin' | 'daylight' | 'sky'>,
  place: Place | undefined,
  day: Day | null,
): Surroundings['daylight'] {
  const sunPlace = sunPlaceOf(day, place);
  if (plan.atMin === null || plan.daylight === 'out' || !sunPlace) return null;
  const at = sunPosition(sunPlace, wallToMinute(sunPlace.date, sunPlace.timeZone, plan.atMin));
  return { ...daylight(at.altitudeDeg, plan.sky), ...at };
}

/** What the job exposes by. */
export const settingsOf = ({ ei, rate, shutterDeg }: Production): Settings => ({ ei, fps: fpsOf(rate), shutterDeg });

/** Everything a setup's plan is read and checked against, from the rows of the production. */
export function surroundingsOf(rows: LightRows, setup: Setup, day: Day | null): Surroundings {
  const { production: p } = rows;
  const scenes = new Map(rows.scenes.map((s) => [s.id, s]));
  const used = rows.shots.filter((s) => s.setupId === setup.id && !s.dropped);
  return {
    plan: setup.plan,
    room: rows.rooms.find((r) => r.id === setup.plan.roomId) ?? null,
    catalogue: catalogueOf(rows.lightKit),
    circuits: rows.circuits.filter((c) => c.placeId === setup.placeId),
    facts: rows.placeFacts.filter((f) => f.placeId === setup.placeId),
    cameras: rows.cameras,
    settings: settingsOf(p),
    loadShare: p.loadShare,
    daylight: daylightOf(
      setup.plan,
      rows.places.find((x) => x.id === setup.placeId),
      day,
    ),
    gustMps: setup.plan.gustMps ?? day?.gustMps ?? null,
    shotMin: used.reduce((sum, s) => sum + shotMinutes(s, scenes.get(s.sceneId)?.style), 0),
  };
}

/** Where a setup is come to in a day, and whether its minutes are there. */
export interface SetupFit extends Fit {
  row: DayRow;
  from: Setup | null;
}

/** Each time a setup is rigged or changed to in a day, with the minutes it has. Meals in between count as taken. */
export function fitsIn(plan: DayPlan, setupId: string): SetupFit[] {
  return plan.units.flatMap((u) => fitsOf(u, setupId));
}

function fitsOf(plan: UnitDay, setupId: string): SetupFit[] {
  return plan.rows.flatMap((row, i) => {
    const before = plan.rows[i - 1];
    if (row.setup?.id !== setupId || before?.setup?.id === setupId) return [];
    const begin = before ? before.endMin : plan.order.startMin;
    const meals = plan.meals
      .filter((m) => m.startMin >= begin && m.endMin <= row.startMin)
      .reduce((sum, m) => sum + m.endMin - m.startMin, 0);
    const from = before && before.placeId === row.placeId ? before.setup : null;
    return [{ row, from, ...fitOf(row.changeMin, begin + meals, row.startMin) }];
  });
}

/** Findings of each setup that somebody must do something about, for the rail and the day. */
export function openLightFindings(rows: LightRows, day: Day | null): Map<string, number> {
  return new Map(rows.setups.map((s) => [s.id, open(checkPlan(surroundingsOf(rows, s, day))).length]));
}
