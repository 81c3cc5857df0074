import { InputError } from '../../base/errors/index.ts';

/** When a device is on, minutes of the day, and at which share of its full draw. */
export interface OnSpan {
  fromMin: number;
  toMin: number;
  level: number;
}
export interface PoweredDevice {
  id: string;
  /** Draw at full level; with `packWh` says how long a pack lasts. null: `packMin` says it. */
  watts: number | null;
  packWh: number | null;
  /** Minutes on one pack at full level and 20 °C. */
  packMin: number | null;
  /** So many full packs are there in the morning. */
  packs: number;
  /** What it takes to change one, minutes. */
  swapMin: number;
  /** From empty to full, and in how many places at once; null: none is charged on the day. */
  charge: { min: number; slots: number } | null;
  on: readonly OnSpan[];
}
export interface BatteryDay {
  devices: readonly PoweredDevice[];
  /** Air, °C; null: nobody knows, nothing is taken off. */
  temperatureC: number | null;
  /** Share of a pack that is left in it: nobody runs one to its last minute. */
  reserve: number;
}

export interface PackSwap {
  atMin: number;
  /** While it is on: it stops for it. Else before it is switched on. */
  whileOn: boolean;
}
export interface DeviceBatteries {
  id: string;
  /** Minutes on one pack at full level, cold and reserve taken off. */
  lastsMin: number;
  onMin: number;
  swaps: PackSwap[];
  /** The fewest packs with which it never stands without, charged again on the day where that is said. */
  packsNeeded: number;
  /** So many are lacking. */
  short: number;
  /** When the first one lacking would be wanted; null: none is. */
  emptyAtMin: number | null;
  /** When all packs that came out are full again; null where none is charged. */
  chargedMin: number | null;
}

/** Share of their charge that lithium-ion packs give at a temperature, °C: typical, between these points in a line. */
const COLD: readonly (readonly [celsius: number, share: number])[] = [
  [-20, 0.5],
  [-10, 0.65],
  [0, 0.8],
  [10, 0.92],
  [20, 1],
];

/** Typical share of its charge that a pack gives at a temperature; 1 above 20 °C and where it is not known. */
export function coldShare(temperatureC: number | null): number {
  const [coldest] = COLD as [(typeof COLD)[number]];
  if (temperatureC === null) return 1;
  if (temperatureC <= coldest[0]) return coldest[1];
  for (let i = 1; i < COLD.length; i += 1) {
    const [[fromC, from], [toC, to]] = [COLD[i - 1]!, COLD[i]!];
    if (temperatureC <= toC) return from + ((to - from) * (temperatureC - fromC)) / (toC - fromC);
  }
  return 1;
}

/**
 * Swaps of each device over its day: a pack that would not last a span is changed before it when that saves a swap while it is on, else when it is empty. Packs that come out are
 * charged as there are places; the fewest packs with which it never stands is found by trying. Throws `InputError` for spans that overlap and for a device of which nobody said how
 * long a pack lasts.
 */
export const batteryDay = ({ devices, temperatureC, reserve }: BatteryDay): { devices: DeviceBatteries[] } => ({
  devices: devices.map((d, i) => ofDevice(d, coldShare(temperatureC) * (1 - reserve), i)),
});

function ofDevice(device: PoweredDevice, share: number, index: number): DeviceBatteries {
  const at = ['devices', index];
  const whole = device.packMin ?? (device.watts && device.packWh ? (device.packWh / device.watts) * 60 : null);
  if (whole === null)
    throw new InputError(
      'batteries.lasts',
      `Say how long a pack runs “${device.id}”: packMin, or watts and packWh.`,
      at,
    );
  const on = [...device.on].sort((a, b) => a.fromMin - b.fromMin);
  on.forEach((span, i) => {
    if (span.toMin <= span.fromMin)
      throw new InputError('batteries.span', `“${device.id}” is off before it is on.`, [...at, 'on', i]);
    if (i > 0 && span.fromMin < on[i - 1]!.toMin)
      throw new InputError('batteries.overlap', `“${device.id}” is on twice at once.`, [...at, 'on', i]);
  });
  const lastsMin = whole * share;
  const swaps = swapsOf(on, lastsMin);
  const needed = fewestPacks(device, swaps);
  const short = Math.max(0, needed - device.packs);
  return {
    ...{ id: device.id, lastsMin, swaps, packsNeeded: needed, short },
    onMin: on.reduce((sum, s) => sum + (s.toMin - s.fromMin), 0),
    emptyAtMin: short > 0 ? (firstEmpty(device, swaps, device.packs) ?? null) : null,
    chargedMin: device.charge && swaps.length > 0 ? chargedAt(device, swaps) : null,
  };
}

const FLOAT_MIN = 1e-9;

/** Swaps over the spans, the first pack full and in it before the first. */
function swapsOf(on: readonly OnSpan[], lastsMin: number): PackSwap[] {
  const swaps: PackSwap[] = [];
  let leftMin = lastsMin;
  for (const span of on) {
    const wanted = (span.toMin - span.fromMin) * span.level;
    if (wanted <= 0) continue;
    const isFull = leftMin >= lastsMin - FLOAT_MIN;
    const during = (left: number) => Math.max(0, Math.ceil((wanted - left) / lastsMin - FLOAT_MIN));
    // Changed before it where that saves one while it is on.
    if (!isFull && during(lastsMin) < during(leftMin)) {
      swaps.push({ atMin: span.fromMin, whileOn: false });
      leftMin = lastsMin;
    }
    let used = 0;
    while (wanted - used > leftMin + FLOAT_MIN) {
      used += leftMin;
      swaps.push({ atMin: span.fromMin + used / span.level, whileOn: true });
      leftMin = lastsMin;
    }
    leftMin -= wanted - used;
  }
  return swaps;
}

/** When each pack that came out is full again, in the order in which they came out. */
function refilled({ charge, swapMin }: PoweredDevice, swaps: readonly PackSwap[]): number[] {
  if (!charge) return [];
  const freeMin = Array.from({ length: charge.slots }, () => -Infinity);
  return swaps.map(({ atMin }) => {
    const slot = freeMin.indexOf(Math.min(...freeMin));
    const fullMin = Math.max(atMin + swapMin, freeMin[slot]!) + charge.min;
    freeMin[slot] = fullMin;
    return fullMin;
  });
}

/** The first swap for which no full pack is there; undefined: there is one for each. */
function firstEmpty(device: PoweredDevice, swaps: readonly PackSwap[], packs: number): number | undefined {
  if (packs < 1) return device.on[0]?.fromMin;
  const back = refilled(device, swaps);
  let taken = 1;
  for (const [i, { atMin }] of swaps.entries()) {
    // What came out before may be full again by now; each pack is in one place.
    const full = packs + back.slice(0, i).filter((m) => m <= atMin).length - taken;
    if (full < 1) return atMin;
    taken += 1;
  }
  return undefined;
}

function fewestPacks(device: PoweredDevice, swaps: readonly PackSwap[]): number {
  if (device.on.length === 0) return 0;
  let packs = 1;
  // With one for each swap and the first there is always one: the search ends.
  while (packs <= swaps.length && firstEmpty(device, swaps, packs) !== undefined) packs += 1;
  return packs;
}

const chargedAt = (device: PoweredDevice, swaps: readonly PackSwap[]): number => Math.max(...refilled(device, swaps));
