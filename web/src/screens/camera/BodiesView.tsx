import { useMemo } from 'react';
import { Box } from '@chakra-ui/react';
import { CAMERA_CLASSES, cameraFields, classOf, minutesOnCard, type Camera } from '@kavrell/core/camera';
import { parseRate, rateSaid } from '@kavrell/core/timecode';
import { formatBytes, formatMinutes } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { newId } from '../../platform/id.ts';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { CalcWhy } from '../../ui/CalcWhy.tsx';
import { choiceColumn, flagColumn, numberColumn, textColumn } from '../../ui/columns.tsx';
import type { Column } from '../../ui/column.ts';
import { Tape } from '../../ui/icons.tsx';
import { Facts, Look, Part } from '../../ui/parts.tsx';
import { NoCameraYet } from './NoCameraYet.tsx';
import { newCamera } from './newCamera.ts';
import { TableBench } from '../../app/TableBench.tsx';
import { RATE_CHOICES } from '../../shared/camera/rates.ts';

const GB = 1e9;

/** The cameras of the job: what they are and what they hold. */
export function BodiesView() {
  const { production, rows } = usePlanned();
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
  const add = (classKey: string) => {
    const id = newId();
    const values = newCamera(rows.cameras, production.rate, classKey);
    void change(production.id, `Added camera ${values.letter}`, [{ op: 'insert', table: 'cameras', id, values }]);
    return id;
  };
  if (rows.cameras.length === 0) return <NoCameraYet />;
  return (
    <TableBench
      title="Cameras"
      table="cameras"
      one="camera"
      rows={rows.cameras}
      columns={columns}
      fields={cameraFields}
      nameOf={(c) => `Camera ${c.letter}, ${c.name}`}
      adds={CAMERA_CLASSES.map((k) => [`Add ${k.name}`, () => add(k.key)] as const)}
      pasted={{ identity: 'letter', blank: (before) => newCamera(rows.cameras, production.rate, null, before) }}
      empty=""
      height="60vh"
      side={(c) => (
        <>
          <Part>
            <Facts
              rows={[
                ['Card', formatBytes(c.cardSizeBytes)],
                ['Data rate', `${c.rateMbps} Mb/s`],
                ['Minutes on a card', formatMinutes(minutesOnCard(c.cardSizeBytes, c.rateMbps))],
              ]}
            />
          </Part>
          {classOf(c.classKey) ? (
            <Part title="Sensor modes of its class">
              <Box display="flex" gap={1} flexWrap="wrap">
                {classOf(c.classKey)?.modes.map((m) => (
                  <Button
                    key={m.name}
                    size="small"
                    look={
                      m.widthMm === c.sensorWidthMm && m.heightMm === c.sensorHeightMm && m.mostFps === c.mostFps
                        ? 'on'
                        : 'plain'
                    }
                    onClick={() =>
                      void change(production.id, `Camera ${c.letter}: ${m.name}`, [
                        {
                          op: 'update',
                          table: 'cameras',
                          row: c,
                          values: { sensorWidthMm: m.widthMm, sensorHeightMm: m.heightMm, mostFps: m.mostFps },
                        },
                      ])
                    }
                  >
                    {m.name}, to {m.mostFps} fps
                  </Button>
                ))}
              </Box>
            </Part>
          ) : null}
          <CalcWhy
            name="media.minutes"
            input={{ sizeBytes: c.cardSizeBytes, rateMbps: c.rateMbps }}
            note="Real cards format to a little less."
          />
        </>
      )}
    />
  );
}
