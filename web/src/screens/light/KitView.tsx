import { Box, Flex } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import {
  catalogueOf,
  KIT_COLUMNS,
  kitData,
  kitRows,
  measuredWords,
  readKit,
  type KitData,
  type KitEntry,
} from '@kavrell/core/light';
import { isText, toCsv } from '@kavrell/core/formats';
import { usePlanned } from '../../app/production.tsx';
import { change } from '../../platform/rows.ts';
import { saveAs } from '../../platform/save.ts';
import { Button } from '../../ui/Button.tsx';
import { DataTable } from '../../ui/DataTable.tsx';
import type { Column } from '../../ui/column.ts';
import { DropPlace } from '../../ui/DropPlace.tsx';
import { FieldEdit } from '../../ui/FieldEdit.tsx';
import { Facts, Look, Part } from '../../ui/parts.tsx';
import { Sheet } from '../../ui/sheet.tsx';

const KIND_WORDS: Readonly<Record<KitData['kind'], string>> = {
  fixture: 'lamp',
  modifier: 'on a lamp',
  gel: 'gel',
  cloth: 'cloth or board',
  stand: 'stand',
  measured: 'measured',
};
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
type Row = KitEntry & { id: string };
const short = (d: KitData) =>
  d.kind === 'fixture'
    ? `${d.luxAt1m.toLocaleString('en')} lx at 1 m, ${d.beamDeg}°, ${d.watts} W, ${d.massKg} kg`
    : d.kind === 'modifier'
      ? `${Math.round(d.transmission * 100)} %${d.beamDeg ? `, ${d.beamDeg}°` : ''}`
      : d.kind === 'gel'
        ? `${Math.round(d.transmission * 100)} %, ${d.shiftMired > 0 ? '+' : ''}${d.shiftMired} mired`
        : d.kind === 'cloth'
          ? d.transmission > 0
            ? `lets ${Math.round(d.transmission * 100)} % through`
            : `throws ${Math.round(d.reflectance * 100)} % back`
          : d.kind === 'measured'
            ? measuredWords(d.stops)
            : `${d.topM} m, ${d.loadKg} kg, base ${d.baseRadiusM} m`;

/** Typical equipment and one’s own: every figure can be put right, and one’s own reading wins everywhere. */
export function KitView() {
  const { production, rows } = usePlanned();
  const [selectedKey, select] = useState<string | null>(null);
  const [problems, setProblems] = useState<readonly string[]>([]);
  const all = useMemo<Row[]>(
    () => [...catalogueOf(rows.lightKit).values()].map((e) => ({ ...e, id: e.key })),
    [rows.lightKit],
  );
  const columns = useMemo<Column<Row>[]>(
    () => [
      { id: 'kind', header: 'Kind', width: '110px', value: (e) => KIND_WORDS[e.data.kind], extra: 2 },
      { id: 'name', header: 'What', width: 'minmax(160px, 1fr)', value: (e) => e.name },
      { id: 'figures', header: 'Figures', width: 'minmax(200px, 1.4fr)', value: (e) => short(e.data) },
      { id: 'own', header: 'From', width: '100px', value: (e) => (e.own ? 'own figures' : 'typical'), extra: 1 },
    ],
    [],
  );
  const chosen = all.find((e) => e.key === selectedKey);
  const ownRow = rows.lightKit.find((k) => k.key === selectedKey);
  const save = (values: Record<string, unknown>) => {
    if (!chosen) return;
    const data = { ...chosen.data, ...values } as KitData;
    void change(production.id, `${chosen.name}: own figures`, [
      ownRow
        ? { op: 'update', table: 'lightKit', row: ownRow, values: { data } }
        : { op: 'insert', table: 'lightKit', values: { key: chosen.key, name: chosen.name, data, notes: '' } },
    ]);
  };
  const take = async ([file]: File[]) => {
    if (!file) return;
    const text = await file.text();
    if (!isText(text)) {
      setProblems([`“${file.name}” is not text. Save it as CSV or JSON and drop that. Nothing was changed.`]);
      return;
    }
    const read = readKit(text);
    setProblems(read.problems.map((p) => `Line ${p.line}: ${p.words}`));
    if (read.rows.length === 0) return;
    const latest = new Map(read.rows.map((r) => [r.key, r]));
    void change(
      production.id,
      `Kit from “${file.name}”`.slice(0, 160),
      [...latest.values()].map((values) => {
        const row = rows.lightKit.find((k) => k.key === values.key);
        return row ? { op: 'update', table: 'lightKit', row, values } : { op: 'insert', table: 'lightKit', values };
      }),
    );
  };
  return (
    <>
      <DropPlace
        what="Drop a list of kit, CSV or JSON"
        accept=".csv,.json,.txt,text/csv,application/json"
        take={(f) => void take(f)}
      >
        <Button size="small" onClick={() => saveAs('light-kit.csv', 'text/csv', toCsv([...KIT_COLUMNS], kitRows(all)))}>
          All of it as CSV
        </Button>
      </DropPlace>
      {problems.length > 0 ? (
        <Box role="alert" mt={2} display="grid" gap={1}>
          {problems.slice(0, 12).map((p) => (
            <Look key={p}>{p}</Look>
          ))}
          {problems.length > 12 ? <Box>and {problems.length - 12} more lines; the others were taken.</Box> : null}
        </Box>
      ) : null}
      <Box mt={3}>
        <DataTable
          name="Light kit"
          rows={all}
          columns={columns}
          selectedId={selectedKey}
          onSelect={(e) => select(e?.id ?? null)}
          height="60vh"
        />
      </Box>
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
            Choose a piece of kit to put its figures right. A reading of your own meter wins over the typical one in
            every setup.
          </Part>
        )}
      </Sheet>
    </>
  );
}

const KIND_SCHEMAS = Object.fromEntries(kitData.options.map((o) => [o.shape.kind.value, o])) as unknown as Record<
  KitData['kind'],
  (typeof kitData.options)[number]
>;
