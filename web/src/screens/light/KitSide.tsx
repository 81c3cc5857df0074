import { Box, Flex } from '@chakra-ui/react';
import { kitData, type KitEntry, type LightKit } from '@kavrell/core/light';
import { keyed } from '@kavrell/core/records';
import { usePlanned } from '../../app/production.tsx';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { FieldEdit } from '../../ui/FieldEdit.tsx';
import { Part, Facts } from '../../ui/parts.tsx';
import { Sheet } from '../../ui/sheet.tsx';

export type Row = KitEntry & { id: string };

const KIND_SCHEMAS = keyed(kitData.options.map((o) => [o.shape.kind.value, o]));

/** What each figure is called, and in what. */
const FIGURE_WORDS: Readonly<Record<string, string>> = {
  watts: 'Draw, W',
  luxAt1m: 'On axis at 1 m, lx',
  beamDeg: 'Beam, °',
  widthM: 'Face, m across',
  heightM: 'Face, m high (0: round)',
  lowK: 'Warmest, K',
  highK: 'Coolest, K',
  massKg: 'Weight, kg',
  leastLevel: 'Lowest level, share',
  batteryWh: 'Own battery, Wh',
  transmission: 'Lets through, share',
  reflectance: 'Throws back, share',
  mirrorShare: 'Of that like a mirror, share',
  shiftMired: 'Shift, mired (warm +)',
  topM: 'Top, m',
  loadKg: 'Carries, kg',
  baseRadiusM: 'Base radius, m',
  stops: 'Off its figures, stops',
};

/** The chosen piece of kit and its figures, put right by one’s own. */
export function KitSide({
  chosen,
  save,
  ownRow,
}: {
  chosen: Row | undefined;
  save: (values: Record<string, unknown>) => void;
  ownRow: LightKit | undefined;
}) {
  const { production } = usePlanned();

  return (
    <Sheet>
      {chosen ? (
        <>
          <Part>
            <h2>{chosen.name}</h2>
            <Box color="soft">
              {chosen.own ? 'Own figures' : 'Typical of its class, good to about a third of a stop'}
            </Box>
          </Part>
          <Part title="Figures">
            {Object.entries(chosen.data)
              .filter(([k]) => k in FIGURE_WORDS)
              .map(([k, v]) => (
                <FieldEdit
                  key={`${chosen.key}${k}`}
                  label={FIGURE_WORDS[k] ?? k}
                  value={v === null ? '' : String(v)}
                  fields={KIND_SCHEMAS[chosen.data.kind]}
                  set={(t) => ({ [k]: t.trim() === '' ? null : Number(t.replace(',', '.')) })}
                  save={save}
                />
              ))}
            {chosen.data.kind === 'fixture' ? (
              <Facts
                rows={[
                  ['Gets hot', chosen.data.hot ? 'yes' : 'no'],
                  ['Control', chosen.data.control],
                ]}
              />
            ) : null}
          </Part>
          {ownRow ? (
            <Flex>
              <Button
                size="small"
                onClick={() =>
                  void change(production.id, `${chosen.name}: own figures away`, [
                    { op: 'delete', table: 'lightKit', row: ownRow },
                  ])
                }
              >
                Back to typical, or away
              </Button>
            </Flex>
          ) : null}
        </>
      ) : (
        <Part>
          Choose a piece of kit to put its figures right. A reading of your own meter wins over the typical one in every
          setup.
        </Part>
      )}
    </Sheet>
  );
}
