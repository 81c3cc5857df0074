import { detailOf, type PlaceFact } from '@kavrell/core/places';
import { formatClock } from '@kavrell/core/units';

const time = (minute: number) => formatClock(Math.floor(minute / 60) % 24, minute % 60, '24');

/** The figures of a fact in a few words; empty when it has none. */
export function detailWords(f: PlaceFact): string {
  const loading = detailOf(f, 'loading');
  if (loading) return `${loading.wayM}\u00a0m, ${loading.minutes}\u00a0min`;
  const way = detailOf(f, 'passage');
  if (way)
    return [
      `${way.what} ${way.widthM}\u00a0m wide`,
      way.heightM === null ? '' : `${way.heightM}\u00a0m high`,
      way.loadKg === null ? '' : `carries ${way.loadKg}\u00a0kg`,
    ]
      .filter(Boolean)
      .join(', ');
  const stairs = detailOf(f, 'stairs');
  if (stairs) return `${stairs.riseM}\u00a0m up`;
  const span = detailOf(f, 'hours') ?? detailOf(f, 'quiet');
  if (span) return `${time(span.fromMin)} to ${time(span.toMin)}`;
  const light = detailOf(f, 'ambient');
  if (light) return `${light.illuminanceLux}\u00a0lx, ${light.colourK}\u00a0K at ${time(light.atMin)}`;
  const noise = detailOf(f, 'noise');
  if (noise)
    return `${noise.everyMin === null ? 'always' : `every ${noise.everyMin}\u00a0min for ${noise.lastsS}\u00a0s`}, ${time(noise.fromMin)} to ${time(noise.toMin)}`;
  const rule = detailOf(f, 'permission');
  if (rule) return `${rule.what}: ${rule.state}${rule.leadDays > 0 ? `, ${rule.leadDays} days before` : ''}`;
  const alarm = detailOf(f, 'alarm');
  if (alarm) return alarm.kind === 'none' ? 'none' : `${alarm.kind} alarm, ${alarm.leadMin}\u00a0min to switch off`;
  const network = detailOf(f, 'network');
  return network ? `${network.upMbps}\u00a0Mb/s up` : '';
}
