import { type Row, KitSide } from './KitSide.tsx';
import { Box } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import { catalogueOf, KIT_COLUMNS, kitRows, measuredWords, readKit, type KitData } from '@kavrell/core/light';
import { isText, toCsv } from '@kavrell/core/formats';
import { usePlanned } from '../../app/production.tsx';
import { change } from '../../platform/rows.ts';
import { saveAs } from '../../platform/save.ts';
import { Button } from '../../ui/Button.tsx';
import { DataTable } from '../../ui/DataTable.tsx';
import type { Column } from '../../ui/column.ts';
import { DropPlace } from '../../ui/DropPlace.tsx';
import { Look } from '../../ui/parts.tsx';

const KIND_WORDS: Readonly<Record<KitData['kind'], string>> = {
  fixture: 'lamp',
  modifier: 'on a lamp',
  gel: 'gel',
  cloth: 'cloth or board',
  stand: 'stand',
  measured: 'measured',
};
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
      <KitSide chosen={chosen} save={save} ownRow={ownRow} />
    </>
  );
}
