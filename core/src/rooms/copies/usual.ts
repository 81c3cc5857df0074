import type { CopyJob, Drive } from './model.ts';
import type { KeepPolicy } from './policy.ts';

/**
 * Where a card of a station is copied when nobody says otherwise: to the drives that the last copy there went to, as long as they are as many as the policy wants; else to as many
 * different devices of that station as it wants, those with the most room first, the cloud last.
 */
export function usualDrives(
  jobs: readonly Pick<CopyJob, 'kind' | 'startedAtMs' | 'driveIds'>[],
  drives: readonly Drive[],
  { verifiedCopies }: Pick<KeepPolicy, 'verifiedCopies'>,
  station: string,
): Drive[] {
  const own = drives.filter((d) => d.station === station);
  const last = [...jobs]
    .filter((j) => j.kind === 'copy' && j.driveIds.some((id) => own.some((d) => d.id === id)))
    .sort((a, b) => (b.startedAtMs ?? 0) - (a.startedAtMs ?? 0))[0];
  const before = own.filter((d) => last?.driveIds.includes(d.id));
  if (last && before.length === last.driveIds.length && before.length >= verifiedCopies) return before;
  const isCloud = (d: Drive) => d.kind === 'cloud';
  const ranked = [...own].sort(
    (a, b) => Number(isCloud(a)) - Number(isCloud(b)) || (b.space?.freeBytes ?? 0) - (a.space?.freeBytes ?? 0),
  );
  const devices = new Set<string>();
  return ranked
    .filter((d) => {
      const device = d.volume?.device ?? d.id;
      const isNew = !devices.has(device);
      devices.add(device);
      return isNew;
    })
    .slice(0, verifiedCopies);
}
