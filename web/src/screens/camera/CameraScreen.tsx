import { useMemo } from 'react';
import { cameraFields, minutesOnCard, type Camera } from '@kavrell/core/camera';
import { RATES, parseRate, rateSaid } from '@kavrell/core/timecode';
import { formatBytes, formatMinutes } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { newId } from '../../platform/id.ts';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { CalcWhy } from '../../ui/CalcWhy.tsx';
import { choiceColumn, flagColumn, numberColumn, textColumn } from '../../ui/columns.tsx';
import { DataTable, type Column } from '../../ui/DataTable.tsx';
import { tableEdits } from '../../ui/edits.ts';
import { Tape } from '../../ui/icons.tsx';
import { RowFields } from '../../ui/RowFields.tsx';
import { Empty, Facts, Look, Part, ScreenHead } from '../../ui/parts.tsx';
import { useHashSelection } from '../../ui/selection.ts';
import { Sheet } from '../../ui/sheet.tsx';

const GB = 1e9;
export const RATE_CHOICES = Object.entries(RATES).map(([name, rate]) => [name, rateSaid(rate)] as const);

/** The cameras of the job, and which of them differ from it. */
export function CameraScreen() {
  const { production, rows } = useProduction();
  const [selectedId, select] = useHashSelection();
  const columns = useMemo<Column<Camera>[]>(
    () => [
      { ...textColumn<Camera>('letter', 'Letter', '52px'), render: (c) => <Tape letter={c.letter} /> },
      textColumn('name', 'Camera', 'minmax(120px, 1fr)'),
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
      { ...flagColumn<Camera>('simulated', 'Device', '110px', 'simulated', 'logged by hand'), extra: 4 },
    ],
    [rows.people, production.rate],
  );
  const edits = tableEdits<Camera>(production.id, 'cameras', (c) => `Camera ${c.letter}`, 'camera');
  const add = () => {
    const letter = [...'ABCDEFGHIJKLMNOPQRSTUVWXYZ'].find((l) => !rows.cameras.some((c) => c.letter === l));
    if (!letter) return;
    const id = newId();
    void change(production.id, `Added camera ${letter}`, [
      {
        op: 'insert',
        table: 'cameras',
        id,
        values: {
          letter,
          name: 'New camera',
          framing: '',
          operatorId: null,
          rate: production.rate,
          cardSizeBytes: 256 * GB,
          rateMbps: 250,
          clipLimitMin: null,
          batteryMin: 120,
          simulated: false,
        },
      },
    ]);
    select(id);
  };
  const camera = rows.cameras.find((c) => c.id === selectedId);
  return (
    <>
      <ScreenHead title="Cameras">
        <Button look="primary" onClick={add}>
          Add a camera
        </Button>
      </ScreenHead>
      {rows.cameras.length === 0 ? (
        <Empty title="No camera yet" action={<Button onClick={add}>Add a camera</Button>}>
          A camera has a letter, a card size and a data rate; from those Kavrell knows its minutes. “A, full-frame
          cinema body, 512 GB at 500 Mb/s: 136 min.”
        </Empty>
      ) : (
        <DataTable
          name="Cameras"
          rows={rows.cameras}
          columns={columns}
          fields={cameraFields}
          selectedId={selectedId}
          onSelect={(c) => select(c?.id ?? null)}
          {...edits}
        />
      )}
      <Sheet>
        {camera ? (
          <>
            <Part>
              <h2>
                <Tape letter={camera.letter} size={26} /> {camera.name}
              </h2>
            </Part>
            {camera.rate === production.rate ? null : (
              <Part title="Differs from the job">
                <Look>
                  It stands at {rateSaid(parseRate(camera.rate))} frames a second, the job at{' '}
                  {rateSaid(parseRate(production.rate))}: its clips drift from the others and must be converted. Set it
                  in the camera, then here.
                </Look>
              </Part>
            )}
            <Part>
              <Facts
                rows={[
                  ['Card', formatBytes(camera.cardSizeBytes)],
                  ['Data rate', `${camera.rateMbps} Mb/s`],
                  ['Minutes on a card', formatMinutes(minutesOnCard(camera.cardSizeBytes, camera.rateMbps))],
                ]}
              />
            </Part>
            <CalcWhy
              name="media.minutes"
              input={{ sizeBytes: camera.cardSizeBytes, rateMbps: camera.rateMbps }}
              note="Real cards format to a little less."
            />
            <RowFields row={camera} columns={columns} fields={cameraFields} onEdit={edits.onEdit} />
          </>
        ) : (
          <Part>Choose a camera to see its figures.</Part>
        )}
      </Sheet>
    </>
  );
}
