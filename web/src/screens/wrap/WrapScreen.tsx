import { Box } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import { dayReportCsv, dayReportPdf, pathOf } from '@kavrell/contract';
import { formatCount, formatRunning } from '@kavrell/core/units';
import { WRAP_PARTS, wrapOf } from '@kavrell/core/productions';
import {
  MEDIA_WORDS,
  STATE_WORDS,
  VERDICT_WORDS,
  missingOf,
  wrapCode,
  wrapWhat,
  type MissingKind,
  type WrapRow,
} from '@kavrell/core/wrap';
import { NoDay } from '../../app/NoDay.tsx';
import { useProduction } from '../../app/production.tsx';
import { Button, LinkButton } from '../../ui/Button.tsx';
import { DataTable } from '../../ui/DataTable.tsx';
import type { Column } from '../../ui/column.ts';
import { MediaMark, ShotMark, Tape } from '../../ui/icons.tsx';
import { Empty, Facts, Look, Part, ScreenHead, Why } from '../../ui/parts.tsx';
import { SetReports } from '../../shared/log/SetReports.tsx';
import { Sheet } from '../../ui/sheet.tsx';
import { MissingPart } from './MissingPart.tsx';
import { useSome } from '../../platform/some.ts';

const COLUMNS: Column<WrapRow>[] = [
  {
    id: 'shot',
    header: 'Shot',
    width: '50px',
    value: wrapCode,
    render: (r) => <strong>{wrapCode(r) || '–'}</strong>,
  },
  { id: 'what', header: 'What', width: 'minmax(120px, 1.4fr)', extra: 2, value: wrapWhat },
  {
    id: 'state',
    header: 'State',
    width: '88px',
    extra: 1,
    value: (r) => (r.state ? STATE_WORDS[r.state] : ''),
    render: (r) => (r.state ? <ShotMark state={r.state} /> : null),
  },
  {
    id: 'take',
    header: 'Take',
    width: '50px',
    value: (r) => (r.take ? `${r.take.wild ? 'wild ' : ''}${r.take.number}` : ''),
  },
  {
    id: 'camera',
    header: 'From',
    width: '62px',
    value: (r) => r.letter ?? '',
    render: (r) => (r.letter ? <Tape letter={r.letter} size={18} /> : null),
  },
  {
    id: 'timecode',
    header: 'Timecode',
    width: '108px',
    extra: 3,
    value: (r) => r.take?.timecodeIn ?? r.clip?.startTimecode ?? '',
    render: (r) => <span className="mono">{r.take?.timecodeIn ?? r.clip?.startTimecode ?? ''}</span>,
  },
  {
    id: 'length',
    header: 'Length',
    width: '62px',
    extra: 4,
    end: true,
    value: (r) => (r.take?.cutAtMs ? r.take.cutAtMs - r.take.rolledAtMs : null),
    render: (r) => <span>{r.take?.cutAtMs ? formatRunning(r.take.cutAtMs - r.take.rolledAtMs) : ''}</span>,
  },
  {
    id: 'verdict',
    header: 'Verdict',
    width: '76px',
    value: (r) => (r.take?.verdict ? VERDICT_WORDS[r.take.verdict] : ''),
    render: (r) => <strong>{r.take?.verdict ? VERDICT_WORDS[r.take.verdict] : ''}</strong>,
  },
  {
    id: 'clip',
    header: 'Clip',
    width: '124px',
    extra: 2,
    value: (r) => r.clip?.name ?? '',
    render: (r) => (
      <span
        className="mono"
        title={r.by === 'timecode' ? 'found by timecode' : r.by === 'name' ? 'named by the camera' : ''}
      >
        {r.clip?.name ?? ''}
      </span>
    ),
  },
  {
    id: 'media',
    header: 'Media',
    width: '116px',
    value: (r) => (r.media ? MEDIA_WORDS[r.media] : ''),
    render: (r) => (r.media ? <MediaMark state={r.media} /> : null),
  },
  {
    id: 'trouble',
    header: 'To settle',
    width: 'minmax(120px, 1.2fr)',
    extra: 1,
    value: (r) => r.trouble,
    render: (r) =>
      r.trouble ? (
        <span title={r.trouble}>
          <Look>{r.trouble}</Look>
        </span>
      ) : null,
  },
];

/** A moment is known by its name, not by its number: where there is one, what it is called stays when the table is narrow. */
const WITH_MOMENTS = COLUMNS.map((c): Column<WrapRow> => {
  if (c.id === 'what') return { ...c, width: 'minmax(90px, 1fr)', extra: 0 };
  // On the phone there is room for its name, the verdict and where it is kept.
  const extra = { state: 5, camera: 6, take: 7 }[c.id];
  return extra === undefined ? c : { ...c, extra };
});

/** Did we get it, is it kept: planned shots, takes, clips and copies in one table. */
export function WrapScreen() {
  const { production, rows, day, facts } = useProduction();
  const [onlyTrouble, setOnlyTrouble] = useState(false);
  const [kind, setKind] = useState<MissingKind | null>(null);
  const own = useSome(rows, WRAP_PARTS);
  const lines = useMemo(() => {
    if (!facts || !day) return [];
    return wrapOf(own, day, facts);
  }, [own, facts, day]);
  if (!day || !facts)
    return (
      <NoDay>When a day has been shot, this is where its shots, takes, clips and copies stand side by side.</NoDay>
    );
  const params = { productionId: production.id, dayId: day.id };
  const trouble = lines.filter((l) => l.trouble);
  const missing = missingOf(lines);
  // What was settled meanwhile is no longer asked for.
  const shown = missing.find((m) => m.kind === kind);
  const byName = lines.filter((l) => l.by === 'name').length;
  const byTimecode = lines.filter((l) => l.by === 'timecode').length;
  return (
    <>
      <ScreenHead title="Wrap" note={`day ${day.number}`}>
        <LinkButton href={pathOf(dayReportCsv, params)} download>
          Report as CSV
        </LinkButton>
        <LinkButton href={pathOf(dayReportPdf, params)} target="_blank" rel="noreferrer" look="primary">
          Report as PDF
        </LinkButton>
      </ScreenHead>
      {lines.length === 0 ? (
        <Empty title="Nothing to wrap yet">
          Put shots or moments on the day and roll them; every take finds its clips by name or by timecode.
        </Empty>
      ) : (
        <>
          <MissingPart
            missing={missing}
            where={{ productionId: production.id, dayNumber: day.number }}
            shown={shown?.kind ?? null}
            show={setKind}
          />
          <DataTable
            name={`Wrap of day ${day.number}`}
            rows={shown ? shown.lines : onlyTrouble ? trouble : lines}
            columns={lines.some((l) => l.scene && !l.shot) ? WITH_MOMENTS : COLUMNS}
            actions={
              <Button
                size="small"
                aria-pressed={onlyTrouble}
                look={onlyTrouble ? 'on' : 'plain'}
                onClick={() => setOnlyTrouble(!onlyTrouble)}
              >
                {formatCount(trouble.length, 'line', 'lines')} to settle
              </Button>
            }
          />
        </>
      )}
      <Sheet>
        {facts.answers.map((a) => (
          <Part key={a.question} title={a.title}>
            <Box fontSize="xl" fontWeight="700" lineHeight="1.2" color={a.look ? 'look' : 'text'}>
              {a.figure}
            </Box>
            <div>{a.rest}</div>
          </Part>
        ))}
        <SetReports />
        <Part>
          <Facts
            rows={[
              ['Takes', String(facts.takes.filter((t) => t.dayId === day.id).length)],
              ['Clips found by name', String(byName)],
              ['Clips found by timecode', String(byTimecode)],
            ]}
          />
        </Part>
        <Why
          lines={[
            'A clip belongs to a take by the name its camera reported, else by the camera’s card and a timecode that overlaps the take’s (8\u00a0s either way).',
            'Sound cards have no camera: they go by timecode alone.',
          ]}
        />
      </Sheet>
    </>
  );
}
