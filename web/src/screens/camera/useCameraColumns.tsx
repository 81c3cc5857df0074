import { type Camera, minutesOnCard } from '@kavrell/core/camera';
import { rateSaid, parseRate } from '@kavrell/core/timecode';
import { formatMinutes } from '@kavrell/core/units';
import { useMemo } from 'react';
import { usePlanned } from '../../app/production.tsx';
import { RATE_CHOICES } from '../../shared/camera/rates.ts';
import type { Column } from '../../ui/column.ts';
import { textColumn, choiceColumn, numberColumn, flagColumn } from '../../ui/columns.tsx';
import { Tape } from '../../ui/icons.tsx';
import { Look } from '../../ui/parts.tsx';

const GB = 1e9;

/** The columns of cameras. */
export function useCameraColumns() {
  const { rows, production } = usePlanned();

  const columns = useMemo<Column<Camera>[]>(
    () => [
      { ...textColumn<Camera>('letter', 'Letter', '52px'), render: (c) => <Tape letter={c.letter} /> },
      textColumn('name', 'Camera', 'minmax(110px, 1fr)'),
      { ...textColumn<Camera>('framing', 'Looks at', 'minmax(110px, 1fr)'), extra: 2 },
      {
        ...choiceColumn<Camera>(
          'operatorId',
          'Operator',
          '100px',
          rows.people.map((p) => [p.id, p.shortName] as const),
          'nobody',
        ),
        extra: 1,
      },
      {
        ...choiceColumn<Camera>('rate', 'Rate', '76px', RATE_CHOICES),
        render: (c) =>
          c.rate === production.rate ? (
            <span>{rateSaid(parseRate(c.rate))}</span>
          ) : (
            <Look>{rateSaid(parseRate(c.rate))}</Look>
          ),
      },
      { ...numberColumn<Camera>('cardSizeBytes', 'Card', '90px', { unit: 'GB', scale: GB }), extra: 1 },
      { ...numberColumn<Camera>('rateMbps', 'Data rate', '105px', { unit: 'Mb/s' }), extra: 3 },
      {
        id: 'minutes',
        header: 'On a card',
        width: '86px',
        end: true,
        value: (c) => Math.floor(minutesOnCard(c.cardSizeBytes, c.rateMbps)),
        render: (c) => <strong>{formatMinutes(minutesOnCard(c.cardSizeBytes, c.rateMbps))}</strong>,
      },
      {
        ...numberColumn<Camera>('clipLimitMin', 'Clip limit', '95px', { unit: 'min', optional: true, digits: 2 }),
        extra: 2,
      },
      { ...numberColumn<Camera>('batteryMin', 'Battery', '90px', { unit: 'min', optional: true }), extra: 2 },
      { ...textColumn<Camera>('mount', 'Mount', '140px'), extra: 5 },
      { ...numberColumn<Camera>('sensorWidthMm', 'Sensor width', '110px', { unit: 'mm' }), extra: 6 },
      { ...numberColumn<Camera>('sensorHeightMm', 'Sensor height', '110px', { unit: 'mm' }), extra: 6 },
      { ...numberColumn<Camera>('mostFps', 'Fastest', '90px', { unit: 'fps' }), extra: 6 },
      {
        id: 'nativeEis',
        header: 'Native EI',
        width: '110px',
        extra: 6,
        value: (c) => c.nativeEis.join(', '),
        edit: {
          get: (c) => c.nativeEis.join(', '),
          set: (t) => ({
            nativeEis: t
              .split(/[\s,;/]+/)
              .filter(Boolean)
              .map(Number)
              .sort((a, b) => a - b),
          }),
        },
      },
      { ...numberColumn<Camera>('massKg', 'Weight', '80px', { unit: 'kg' }), extra: 7 },
      { ...numberColumn<Camera>('watts', 'Draws', '80px', { unit: 'W' }), extra: 7 },
      { ...flagColumn<Camera>('simulated', 'Device', '110px', 'simulated', 'logged by hand'), extra: 4 },
    ],
    [rows.people, production.rate],
  );
  return columns;
}
