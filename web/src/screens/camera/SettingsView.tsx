import type { Row } from './SettingsParts.tsx';
import { DifferenceList, SettingsSide } from './SettingsParts.tsx';
import { Box } from '@chakra-ui/react';
import { useMemo } from 'react';
import {
  checkCamera,
  disagreements,
  doubledCards,
  jobSheet,
  standsAt,
  wantedOf,
  type Camera,
} from '@kavrell/core/camera';
import { SETTINGS, readSetting, sameSetting, settingSaid, type SettingKey } from '@kavrell/core/settings';
import { usePlanned } from '../../app/production.tsx';
import { change } from '../../platform/rows.ts';
import { DataTable } from '../../ui/DataTable.tsx';
import type { Column } from '../../ui/column.ts';
import { Look } from '../../ui/parts.tsx';
import { useHashSelection } from '../../ui/selection.ts';
import { NoCameraYet } from './NoCameraYet.tsx';
import { found } from './found.ts';
const ROWS: readonly Row[] = SETTINGS.map((s) => ({ ...s, id: s.key }));

/** The job’s sheet beside what each camera stands at; what differs is shouted, the most harmful first. */
export function SettingsView() {
  const { me, production, rows } = usePlanned();
  const [selectedId, select] = useHashSelection();
  const checks = useMemo(() => rows.cameras.map((c) => checkCamera(production, c)), [rows.cameras, production]);
  const sheet = useMemo(() => jobSheet(production), [production]);
  const doubled = useMemo(() => doubledCards(rows.cameras, rows.cards), [rows.cameras, rows.cards]);
  const apart = useMemo(() => {
    // What one camera has wrong is said of that camera, not of all of them once more.
    const said = new Set(checks.flatMap((c) => c.differences.map((d) => d.setting.key)));
    return disagreements(rows.cameras).filter((d) => !said.has(d.setting.key));
  }, [rows.cameras, checks]);
  const columns = useMemo<Column<Row>[]>(() => {
    const value = (
      key: string,
      header: string,
      width: string,
      get: (s: Row) => string,
      render?: (s: Row) => React.ReactNode,
    ): Column<Row> => ({
      id: key,
      header,
      width,
      value: (s) => settingSaid(s.key, get(s)),
      ...(render ? { render } : {}),
      edit: { get, set: (text, s) => ({ [s.key]: readSetting(s.key, text) }) },
    });
    return [
      { id: 'label', header: 'Setting', width: 'minmax(110px, 1.2fr)', value: (s) => s.label },
      value('job', 'The job wants', 'minmax(110px, 1fr)', (s) => sheet[s.key] ?? ''),
      ...rows.cameras.map((c, i): Column<Row> => ({
        ...value(
          c.letter,
          `Camera ${c.letter}`,
          'minmax(96px, 1fr)',
          (s) => standsAt(c)[s.key] ?? '',
          (s) => <Cell setting={s} camera={c} />,
        ),
        extra: i + 1,
      })),
    ];
  }, [rows.cameras, sheet]);
  const edit = (list: Row[], values: Record<string, unknown>, column: Column<Row>) => {
    const camera = rows.cameras.find((c) => c.letter === column.id);
    const [row] = list;
    const key = row?.key;
    if (!row || !key) return;
    const text = String(values[key] ?? '');
    if (camera) found(production, camera, { [key]: text }, { from: 'hand', by: me.name });
    else
      void change(production.id, `The job: ${row.label.toLowerCase()}`, [
        { op: 'update', table: 'productions', row: production, values: jobValues(key, text) },
      ]);
  };
  /** Rate, EI, shutter and picture size are figures of the job itself; the rest is its sheet. */
  const jobValues = (key: SettingKey, text: string): Record<string, unknown> => {
    if (key === 'rate') return { rate: text };
    if (key === 'ei' || key === 'shutterDeg') return { [key]: Number(text) };
    if (key === 'pictureSize') {
      const [w, h] = text.split(/[×x*]/i).map(Number);
      return { captureWidthPx: w, captureHeightPx: h };
    }
    return { sheet: { ...production.sheet, [key]: text } };
  };
  if (rows.cameras.length === 0) return <NoCameraYet />;
  const differences = checks.flatMap((c) => c.differences.map((d) => ({ ...d, camera: c.camera })));
  differences.sort((a, b) => b.setting.harm - a.setting.harm);
  const chosen = ROWS.find((s) => s.id === selectedId);
  return (
    <>
      {differences.length + doubled.length + apart.length > 0 ? (
        <DifferenceList differences={differences} doubled={doubled} apart={apart} />
      ) : (
        <Box mb={4}>
          {rows.cameras.some((c) => Object.keys(c.settings).length > 0)
            ? 'All that was looked at is as the job wants it.'
            : 'Nothing was looked at yet: what a camera really stands at is typed below as it is found.'}
        </Box>
      )}
      <DataTable
        name="Settings"
        rows={ROWS}
        columns={columns}
        selectedId={selectedId}
        onSelect={(s) => select(s?.id ?? null)}
        onEdit={edit}
        height="58vh"
      />
      <SettingsSide chosen={chosen} checks={checks} />
    </>
  );
}

function Cell({ setting, camera }: { setting: Row; camera: Camera }) {
  const { production } = usePlanned();
  const wanted = wantedOf(production, camera)[setting.key];
  const has = standsAt(camera)[setting.key];
  if (has === undefined || has === '')
    return (
      <Box as="span" color="soft">
        {wanted === undefined ? '' : 'not looked'}
      </Box>
    );
  const said = settingSaid(setting.key, has);
  if (wanted !== undefined && !sameSetting(setting.key, wanted, has)) return <Look>{said}</Look>;
  return camera.settings[setting.key] ? (
    <span>{said}</span>
  ) : (
    <Box as="span" color="soft">
      {said}, unseen
    </Box>
  );
}
