import { snap, type Pin, type Shot, type Track } from '@kavrell/core/scenes';
import { formatTrackTime, parseRunning } from '@kavrell/core/units';
import type { Column } from '../../ui/column.ts';

/** A shot that hangs on a track, with the shot itself. */
export interface PinRow extends Pin {
  shot: Shot;
}

/** `7B 0:12-0:20`, or `7B` from `atS` to the next beat grid or five seconds on; `7B all` for a whole pass. Throws in words. */
export function readPin(
  line: string,
  track: Track,
  shots: readonly Shot[],
  atS: number,
): { shot: Shot; values: Pick<Pin, 'trackId' | 'shotId' | 'fromS' | 'toS'> } {
  const [code = '', span = ''] = line.trim().split(/\s+/);
  const shot = shots.find((s) => s.code === code.toUpperCase());
  if (!shot) throw new Error(`There is no shot ${code.toUpperCase() || 'of that number'}.`);
  const [from, to] = span.split(/[-–]/);
  const fromS = span === 'all' ? 0 : snap(track, from ? parseRunning(from) : atS);
  const toS = span === 'all' ? track.durationS : snap(track, to ? parseRunning(to) : fromS + 5);
  if (fromS >= track.durationS) throw new Error(`The track ends at ${formatTrackTime(track.durationS)}.`);
  if (toS <= fromS) throw new Error('It ends before it starts.');
  return { shot, values: { trackId: track.id, shotId: shot.id, fromS, toS: Math.min(track.durationS, toS) } };
}

/** Columns of what hangs on a track; times hold to its beats. */
export function pinColumns(track: Track): Column<PinRow>[] {
  const time = (id: 'fromS' | 'toS', header: string): Column<PinRow> => ({
    id,
    header,
    width: '76px',
    end: true,
    value: (p) => p[id],
    render: (p) => <span>{formatTrackTime(p[id])}</span>,
    edit: {
      get: (p) => formatTrackTime(p[id]),
      set: (t, p) => {
        const at = snap(track, parseRunning(t));
        if (at > track.durationS) throw new Error(`The track ends at ${formatTrackTime(track.durationS)}.`);
        if (id === 'fromS' ? at >= p.toS : at <= p.fromS) throw new Error('It ends before it starts.');
        return { [id]: at };
      },
    },
  });
  return [
    time('fromS', 'From'),
    time('toS', 'To'),
    { id: 'code', header: 'Shot', width: '60px', value: (p) => p.shot.code },
    { id: 'what', header: 'What', width: 'minmax(120px, 1fr)', value: (p) => p.shot.description },
    {
      id: 'length',
      header: 'Length',
      extra: 1,
      width: '76px',
      end: true,
      value: (p) => Math.round((p.toS - p.fromS) * 10) / 10,
      render: (p) => <span>{`${(p.toS - p.fromS).toFixed(1)}\u00a0s`}</span>,
    },
  ];
}
