import { formatRunning } from '@kavrell/core/units';
import { MEDIA_WORDS, STATE_WORDS, VERDICT_WORDS, wrapCode, wrapWhat, type WrapRow } from '@kavrell/core/wrap';
import type { Column } from '../../ui/column.ts';
import { MediaMark, ShotMark, Tape } from '../../ui/icons.tsx';
import { Look } from '../../ui/parts.tsx';

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

/** The columns of the wrap table; moments are wider than shots. */
export const wrapColumns = (lines: readonly WrapRow[]): Column<WrapRow>[] =>
  lines.some((l) => l.scene && !l.shot) ? WITH_MOMENTS : COLUMNS;
