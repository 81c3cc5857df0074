import { CUE_KINDS, type Cue, type TimedCue } from '@kavrell/core/cover';
import type { Day } from '@kavrell/core/day';
import { formatMinuteOfDay, formatRunning, formatSecondOfDay, parseClockOn, parseRunning } from '@kavrell/core/units';
import type { Column } from '../../ui/column.ts';
import { choiceColumn, flagColumn, textColumn } from '../../ui/columns.tsx';

interface Of {
  day: Day;
  clock: '12' | '24';
  timed: ReadonlyMap<string, TimedCue>;
  /** How long each cue took in each run. */
  runs: ReadonlyMap<number, ReadonlyMap<string, number>>;
  people: readonly { id: string; shortName: string }[];
}

export const runWords = (run: number): string => (run === 0 ? 'the show' : `rehearsal ${run}`);

/** A running order as it is edited: what is worked out stands in the first column, what runs took in the last. */
export function cueColumns({ day, clock, timed, runs, people }: Of): Column<Cue>[] {
  const say = (m: number) => formatMinuteOfDay(m, day, clock);
  const names = people.map((p) => [p.id, p.shortName] as const);
  return [
    {
      ...{ id: 'startS', header: 'At', width: '96px' },
      value: (c) => timed.get(c.id)?.startS ?? null,
      render: (c) => {
        const t = timed.get(c.id);
        return <span className="mono">{t ? formatSecondOfDay(t.startS, day, clock) : 'skipped'}</span>;
      },
    },
    {
      ...{ id: 'lengthS', header: 'Length', width: '76px', end: true },
      value: (c) => c.lengthS,
      render: (c) => <span className="mono">{formatRunning(c.lengthS * 1000)}</span>,
      edit: { get: (c) => formatRunning(c.lengthS * 1000), set: (text) => ({ lengthS: parseRunning(text) }) },
    },
    {
      ...choiceColumn<Cue>(
        'kind',
        'What',
        '94px',
        CUE_KINDS.map((k) => [k, k] as const),
      ),
      extra: 1,
    },
    textColumn('words', 'Cue', 'minmax(140px, 2fr)'),
    {
      ...{ id: 'fixedMin', header: 'Fixed', width: '80px', extra: 1 },
      value: (c) => c.fixedMin,
      render: (c) => <span>{c.fixedMin === null ? '–' : say(c.fixedMin)}</span>,
      edit: {
        get: (c) => (c.fixedMin === null ? '' : say(c.fixedMin)),
        set: (text) => ({ fixedMin: text.trim() === '' ? null : parseClockOn(text, day) }),
      },
    },
    { ...choiceColumn<Cue>('doerId', 'Does', '96px', names, 'nobody'), extra: 2 },
    { ...choiceColumn<Cue>('callerId', 'Calls', '96px', names, 'nobody'), extra: 3 },
    {
      ...{ id: 'latestS', header: 'At the latest', width: '100px', extra: 5 },
      value: (c) => timed.get(c.id)?.latestS ?? null,
      render: (c) => {
        const latest = timed.get(c.id)?.latestS ?? null;
        return <span className="mono">{latest === null ? '–' : formatSecondOfDay(latest, day, clock)}</span>;
      },
    },
    { ...textColumn<Cue>('file', 'File', 'minmax(90px, 1fr)'), extra: 4 },
    { ...flagColumn<Cue>('skipped', 'In it', '80px', 'skipped', 'yes'), extra: 6 },
    ...[...runs].map(([run, lengths], i): Column<Cue> => ({
      ...{ id: `run${run}`, header: `Took, ${runWords(run)}`, width: '110px', extra: 7 + i, end: true },
      value: (c) => lengths.get(c.id) ?? null,
      render: (c) => {
        const tookS = lengths.get(c.id);
        if (tookS === undefined) return <span>–</span>;
        const more = Math.round(tookS - c.lengthS);
        return (
          <span className="mono">
            {formatRunning(tookS * 1000)}
            {more === 0 ? '' : more > 0 ? ` +${more} s` : ` −${-more} s`}
          </span>
        );
      },
    })),
  ];
}
