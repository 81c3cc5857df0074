import { type Clock, CLOCK_KINDS, type ClockKind } from '@kavrell/core/clocks';
import { RATES, rateSaid } from '@kavrell/core/timecode';
import { useMemo } from 'react';
import { usePlanned } from '../../app/production.tsx';
import type { Column } from '../../ui/column.ts';
import { textColumn, choiceColumn, numberColumn } from '../../ui/columns.tsx';

const RATE_CHOICES = Object.entries(RATES).map(([name, rate]) => [name, rateSaid(rate)] as const);

export const KIND_WORDS: Record<ClockKind, string> = {
  box: 'timecode box',
  camera: 'camera',
  recorder: 'sound recorder',
  slate: 'slate',
  playback: 'playback',
  other: 'other',
};

/** The fields of a clock. */
export function useClockColumns(clock: Clock) {
  const { rows } = usePlanned();

  const columns = useMemo<Column<Clock>[]>(
    () => [
      textColumn('name', 'Name', '1fr'),
      choiceColumn(
        'kind',
        'Kind',
        '1fr',
        CLOCK_KINDS.map((k) => [k, KIND_WORDS[k]] as const),
      ),
      choiceColumn(
        'cameraId',
        'Camera',
        '1fr',
        rows.cameras.map((c) => [c.id, `Camera ${c.letter}`] as const),
        'none',
      ),
      choiceColumn(
        'followsId',
        'Follows',
        '1fr',
        rows.clocks.filter((c) => c.id !== clock.id).map((c) => [c.id, c.name] as const),
        'nothing: it is a source',
      ),
      choiceColumn('link', 'How', '1fr', [
        ['jam', 'jammed, then free'],
        ['locked', 'locked all along'],
      ]),
      choiceColumn('rate', 'Rate', '1fr', RATE_CHOICES),
      numberColumn('statedPpm', 'Stated ± ppm', '1fr'),
      numberColumn('toleranceMs', 'Tolerance, ms (empty: half a frame)', '1fr', { optional: true }),
    ],
    [rows.cameras, rows.clocks, clock.id],
  );
  return columns;
}
