import type { Camera } from '../../rooms/camera/index.ts';
import type { ChargerRow, Pack } from '../../rooms/copies/index.ts';
import { batteryDay, type DeviceBatteries, type OnSpan, type PoweredDevice } from '../../rooms/kit/index.ts';
import { entryOf, type Catalogue } from '../../rooms/light/index.ts';
import type { DayPlan } from '../../plan/day/index.ts';
import { isOn } from '../tonight/index.ts';

/** Of a pack is left in it: nobody runs one to its last minute. */
const RESERVE = 0.1;
const SWAP_MIN = 1;

export interface BatterySources {
  plan: DayPlan;
  cameras: readonly Camera[];
  catalogue: Catalogue;
  /** What is there, and where it is charged; none: nobody said yet. */
  packs?: readonly Pack[];
  chargers?: readonly ChargerRow[];
}

/** A device on packs over a day, with what it is called. */
export interface BatteryLine extends DeviceBatteries {
  name: string;
  /** Packs that somebody said are there; null: nobody said. */
  has: number | null;
  on: readonly OnSpan[];
}

/**
 * All that runs on packs on a day: cameras at full draw while they are on a shot, lamps on battery at the level that the plan sets. Swaps on the day’s line, packs wanted,
 * and, where packs and chargers are known, when the last one is full again. The cold of the forecast is taken off.
 */
export function batteriesOf(s: BatterySources): BatteryLine[] {
  const devices = [...cameraDevices(s), ...lampDevices(s)];
  const found = batteryDay({
    devices: devices.map((d) => d.device),
    ...{ temperatureC: s.plan.day.forecast?.lowC ?? null, reserve: RESERVE },
  }).devices;
  return found.map((f, i) => {
    const { name, has, device } = devices[i] as Named;
    return { ...f, name, has, on: device.on, short: has === null ? 0 : f.short };
  });
}

/** What runs on packs that day and is not counted: nobody said how long a pack lasts in it. */
export function uncountedPacks({ plan, cameras, catalogue }: BatterySources): string[] {
  const lamps = plan.rows.flatMap((r) =>
    (r.setup?.plan.items ?? []).flatMap((i) => {
      if (i.kind !== 'source' || !i.battery) return [];
      const lamp = entryOf(catalogue, i.fixtureKey, 'fixture')?.data;
      return lamp && lamp.watts > 0 && lamp.batteryWh > 0 ? [] : [catalogue.get(i.fixtureKey)?.name ?? i.fixtureKey];
    }),
  );
  const bodies = cameras.filter((c) => c.batteryMin === null && plan.rows.some((r) => isOn(r, c.letter, cameras)));
  return [...new Set([...bodies.map((c) => `camera ${c.letter}`), ...lamps])];
}

interface Named {
  name: string;
  has: number | null;
  device: PoweredDevice;
}

function cameraDevices({ plan, cameras, packs = [], chargers = [] }: BatterySources): Named[] {
  return cameras.flatMap((c): Named[] => {
    if (c.batteryMin === null) return [];
    const on = plan.rows
      .filter((r) => isOn(r, c.letter, cameras) && r.endMin > r.startMin)
      .map((r) => ({ fromMin: r.startMin, toMin: r.endMin, level: 1 }));
    if (on.length === 0) return [];
    const own = packs.filter((p) => p.cameraId === c.id);
    const charging = own.find((p) => p.chargeMin !== null);
    const slots = charging ? chargers.filter((k) => k.fits === charging.fits).reduce((sum, k) => sum + k.slots, 0) : 0;
    return [
      {
        ...{ name: `camera ${c.letter}`, has: own.length > 0 ? own.reduce((sum, p) => sum + p.count, 0) : null },
        device: {
          ...{ id: c.id, watts: null, packWh: null, packMin: c.batteryMin, swapMin: SWAP_MIN, on: apart(on) },
          packs: own.reduce((sum, p) => sum + p.count, 0),
          charge: charging?.chargeMin && slots > 0 ? { min: charging.chargeMin, slots } : null,
        },
      },
    ];
  });
}

/** Lamps on their own battery: each fixture of a setup, for as long as the setup is worked in. */
function lampDevices({ plan, catalogue }: BatterySources): Named[] {
  const spans = new Map<string, { name: string; watts: number; packWh: number; on: OnSpan[] }>();
  for (const row of plan.rows) {
    if (!row.setup || row.endMin <= row.startMin) continue;
    const times = new Map<string, number>();
    for (const item of row.setup.plan.items) {
      if (item.kind !== 'source' || !item.battery) continue;
      const lamp = entryOf(catalogue, item.fixtureKey, 'fixture')?.data;
      if (!lamp || lamp.watts <= 0 || lamp.batteryWh <= 0) continue;
      const nth = (times.get(item.fixtureKey) ?? 0) + 1;
      times.set(item.fixtureKey, nth);
      const key = `${item.fixtureKey}#${nth}`;
      const name = catalogue.get(item.fixtureKey)?.name ?? item.fixtureKey;
      const known = spans.get(key) ?? {
        ...{ name: nth === 1 ? name : `${name} ${nth}`, watts: lamp.watts, packWh: lamp.batteryWh * 0.9, on: [] },
      };
      if (item.level > 0) known.on.push({ fromMin: row.startMin, toMin: row.endMin, level: item.level });
      spans.set(key, known);
    }
  }
  return [...spans].flatMap(([id, { name, watts, packWh, on }]): Named[] =>
    on.length === 0
      ? []
      : [
          {
            ...{ name, has: null },
            device: { id, watts, packWh, packMin: null, packs: 0, swapMin: SWAP_MIN, charge: null, on: apart(on) },
          },
        ],
  );
}

/** Spans of two units that overlap are one, at the higher level: a device is on or off. */
function apart(spans: readonly OnSpan[]): OnSpan[] {
  const joined: OnSpan[] = [];
  for (const span of [...spans].sort((a, b) => a.fromMin - b.fromMin)) {
    const last = joined.at(-1);
    if (last && span.fromMin < last.toMin) {
      last.toMin = Math.max(last.toMin, span.toMin);
      last.level = Math.max(last.level, span.level);
    } else joined.push({ ...span });
  }
  return joined;
}
