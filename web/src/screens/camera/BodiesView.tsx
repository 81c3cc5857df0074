import { useCameraColumns } from './useCameraColumns.tsx';
import { Box } from '@chakra-ui/react';
import { CAMERA_CLASSES, cameraFields, classOf, minutesOnCard } from '@kavrell/core/camera';
import { formatBytes, formatMinutes } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { newId } from '../../platform/id.ts';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { CalcWhy } from '../../ui/CalcWhy.tsx';
import { Facts, Part } from '../../ui/parts.tsx';
import { NoCameraYet } from './NoCameraYet.tsx';
import { newCamera } from './newCamera.ts';
import { TableBench } from '../../app/TableBench.tsx';

/** The cameras of the job: what they are and what they hold. */
export function BodiesView() {
  const { production, rows } = usePlanned();
  const columns = useCameraColumns();
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
