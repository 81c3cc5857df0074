import { Box, Flex } from '@chakra-ui/react';
import { useEffect, useMemo, useRef, useState } from 'react';
import {
  beats,
  isPass,
  snap,
  tempoOfTaps,
  trackFields,
  trackHoles,
  type Pin,
  type Shot,
  type Track,
} from '@kavrell/core/scenes';
import { formatCount, formatTrackTime, parseRunning } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { fileUrl } from '../../platform/files.ts';
import { useKey } from '../../platform/keys.ts';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { DataTable } from '../../ui/DataTable.tsx';
import type { Column } from '../../ui/column.ts';
import { FieldEdit } from '../../ui/FieldEdit.tsx';
import { Look, ScreenHead } from '../../ui/parts.tsx';

const HEIGHT = 96;
/** Beats closer than this on the screen are drawn by bars only. */
const LEAST_BEATS = 260;

interface PinRow extends Pin {
  shot: Shot;
}

/** A track laid out in time: loudness, beats, cues, the shots on it, what is left bare. */
export function TrackBench({ track }: { track: Track }) {
  const { production, rows } = useProduction();
  const audio = useRef<HTMLAudioElement>(null);
  const [atS, setAtS] = useState(0);
  const [taps, setTaps] = useState<number[]>([]);
  const [line, setLine] = useState('');
  const [problem, setProblem] = useState('');
  const shots = useMemo(() => new Map(rows.shots.map((s) => [s.id, s])), [rows.shots]);
  const pins = useMemo<PinRow[]>(
    () =>
      rows.pins
        .filter((p) => p.trackId === track.id)
        .flatMap((p) => {
          const shot = shots.get(p.shotId);
          return shot ? [{ ...p, shot }] : [];
        })
        .sort((a, b) => a.fromS - b.fromS),
    [rows.pins, shots, track.id],
  );
  const { gaps, overlaps } = useMemo(() => trackHoles(track, pins), [track, pins]);
  const grid = useMemo(() => beats(track), [track]);
  const drawn = grid.length > LEAST_BEATS ? grid.filter((b) => b.bar) : grid;
  const x = (s: number) => `${(Math.min(1, Math.max(0, s / track.durationS)) * 100).toFixed(3)}%`;
  const save = (label: string) => (values: Record<string, unknown>) =>
    void change(production.id, `${track.name}: ${label}`, [{ op: 'update', table: 'tracks', row: track, values }]);

  useEffect(() => {
    let frame = 0;
    const follow = () => {
      const now = audio.current?.currentTime;
      if (now !== undefined && audio.current && !audio.current.paused) setAtS(now);
      frame = requestAnimationFrame(follow);
    };
    follow();
    return () => cancelAnimationFrame(frame);
  }, []);
  const go = (s: number) => {
    const to = snap(track, Math.min(track.durationS, Math.max(0, s)));
    setAtS(to);
    if (audio.current) audio.current.currentTime = to;
  };
  const [tappedOnSound, setTappedOnSound] = useState(false);
  /** On the sound's own time while it plays, else on the clock: only on the sound is a tap a place in the track. */
  const tap = () => {
    const onSound = audio.current !== null && !audio.current.paused;
    const at = onSound ? (audio.current?.currentTime ?? 0) : performance.now() / 1000;
    setTaps([...(onSound === tappedOnSound ? taps : []), at]);
    setTappedOnSound(onSound);
  };
  const tempo = tempoOfTaps(taps);
  useKey('b', tap, { letter: true });

  /** `7B 0:12-0:20`, or `7B` from here to the next beat grid or five seconds on; `7B all` for a whole pass. */
  const addPin = () => {
    const [code = '', span = ''] = line.trim().split(/\s+/);
    const shot = rows.shots.find((s) => s.code === code.toUpperCase());
    try {
      if (!shot) throw new Error(`There is no shot ${code.toUpperCase() || 'of that number'}.`);
      const [from, to] = span.split(/[-–]/);
      const fromS = span === 'all' ? 0 : snap(track, from ? parseRunning(from) : atS);
      const toS = span === 'all' ? track.durationS : snap(track, to ? parseRunning(to) : fromS + 5);
      if (fromS >= track.durationS) throw new Error(`The track ends at ${formatTrackTime(track.durationS)}.`);
      if (toS <= fromS) throw new Error('It ends before it starts.');
      setProblem('');
      setLine('');
      void change(production.id, `${shot.code} on ${track.name}`, [
        {
          op: 'insert',
          table: 'pins',
          values: {
            trackId: track.id,
            shotId: shot.id,
            fromS,
            toS: Math.min(track.durationS, toS),
          },
        },
      ]);
    } catch (error) {
      setProblem(error instanceof Error ? error.message : String(error));
    }
  };
  const columns = useMemo<Column<PinRow>[]>(() => {
    const time = (id: 'fromS' | 'toS', header: string): Column<PinRow> => ({
      id,
      header,
      width: '76px',
      end: true,
      value: (p) => p[id],
      render: (p) => <span>{formatTrackTime(p[id])}</span>,
      edit: {
        get: (p) => formatTrackTime(p[id]),
        set: (t, p) => {
          const at = snap(track, parseRunning(t));
          if (at > track.durationS) throw new Error(`The track ends at ${formatTrackTime(track.durationS)}.`);
          if (id === 'fromS' ? at >= p.toS : at <= p.fromS) throw new Error('It ends before it starts.');
          return { [id]: at };
        },
      },
    });
    return [
      time('fromS', 'From'),
      time('toS', 'To'),
      { id: 'code', header: 'Shot', width: '60px', value: (p) => p.shot.code },
      { id: 'what', header: 'What', width: 'minmax(120px, 1fr)', value: (p) => p.shot.description },
      {
        id: 'length',
        header: 'Length',
        extra: 1,
        width: '76px',
        end: true,
        value: (p) => Math.round((p.toS - p.fromS) * 10) / 10,
        render: (p) => <span>{`${(p.toS - p.fromS).toFixed(1)}\u00a0s`}</span>,
      },
    ];
  }, [track]);
  const lanes = laneOf(pins.filter((p) => !isPass(p, track)));
  const rowsOf = Math.max(1, ...[...lanes.values()].map((l) => l + 1));

  return (
    <section aria-label={track.name}>
      <ScreenHead
        title={track.name}
        note={`${formatTrackTime(track.durationS)}${track.bpm ? ` · ${track.bpm.toFixed(1)} beats a minute` : ''}`}
      >
        <Button
          size="small"
          onClick={() =>
            void change(production.id, `${track.name} away`, [
              ...rows.pins
                .filter((p) => p.trackId === track.id)
                .map((row) => ({ op: 'delete' as const, table: 'pins' as const, row })),
              { op: 'delete', table: 'tracks', row: track },
            ])
          }
        >
          Take it away
        </Button>
      </ScreenHead>
      <Box
        position="relative"
        borderTop="1px solid"
        borderBottom="1px solid"
        borderColor="hairline"
        style={{ height: HEIGHT + 20 + rowsOf * 26 }}
        role="slider"
        tabIndex={0}
        aria-label={`Place in ${track.name}`}
        aria-valuemin={0}
        aria-valuemax={Math.round(track.durationS)}
        aria-valuenow={Math.round(atS)}
        aria-valuetext={formatTrackTime(atS)}
        onClick={(e) => {
          const box = e.currentTarget.getBoundingClientRect();
          go(((e.clientX - box.left) / box.width) * track.durationS);
        }}
        onKeyDown={(e) => {
          const step = e.shiftKey ? 5 : 0.5;
          if (e.key === 'ArrowRight') go(atS + step);
          else if (e.key === 'ArrowLeft') go(atS - step);
          else if (e.key === 'Home') go(0);
          else if (e.key === 'End') go(track.durationS);
          else if (e.key === ' ' && audio.current)
            void (audio.current.paused ? audio.current.play() : audio.current.pause());
          else return;
          e.preventDefault();
          e.stopPropagation();
        }}
        data-track
      >
        <svg
          viewBox={`0 0 ${Math.max(1, track.peaks.length)} 100`}
          preserveAspectRatio="none"
          style={{ position: 'absolute', left: 0, top: 0, width: '100%', height: HEIGHT }}
          aria-hidden="true"
        >
          <path d={wave(track.peaks)} fill="currentColor" opacity="0.55" />
        </svg>
        {drawn.map((b) => (
          <div
            key={b.atS}
            aria-hidden="true"
            style={{
              position: 'absolute',
              left: x(b.atS),
              top: 0,
              height: b.bar ? HEIGHT : 12,
              width: 1,
              background: 'currentColor',
              opacity: b.bar ? 0.28 : 0.2,
            }}
          />
        ))}
        {track.cues.map((c) => (
          <Box
            key={`${c.atS}${c.name}`}
            position="absolute"
            top={0}
            fontSize="s"
            color="text"
            bg="page"
            px={1}
            borderLeft="2px solid"
            borderColor="text"
            whiteSpace="nowrap"
            overflow="hidden"
            textOverflow="ellipsis"
            maxW="22%"
            style={{ left: x(c.atS) }}
          >
            {c.name}
          </Box>
        ))}
        {gaps.map((g) => (
          <Box
            key={`gap${g.fromS}`}
            position="absolute"
            borderBottom="2px dotted"
            borderColor="look"
            title={`Nothing from ${formatTrackTime(g.fromS)} to ${formatTrackTime(g.toS)}`}
            style={{ left: x(g.fromS), width: x(g.toS - g.fromS), top: HEIGHT + 6 }}
          />
        ))}
        {pins
          .filter((p) => !isPass(p, track))
          .map((p) => (
            <Box
              key={p.id}
              position="absolute"
              h="22px"
              px={1}
              bg="raised"
              border="1px solid"
              borderColor="edge"
              fontSize="s"
              overflow="hidden"
              whiteSpace="nowrap"
              title={`${p.shot.code} ${p.shot.description}: ${formatTrackTime(p.fromS)} to ${formatTrackTime(p.toS)}`}
              style={{ left: x(p.fromS), width: x(p.toS - p.fromS), top: HEIGHT + 14 + (lanes.get(p.id) ?? 0) * 26 }}
            >
              <strong>{p.shot.code}</strong> {p.shot.description}
            </Box>
          ))}
        <Box position="absolute" top={0} bottom={0} w="2px" bg="accent" style={{ left: x(atS) }} aria-hidden="true" />
      </Box>
      <Box my={2} aria-live="polite">
        {gaps.length === 0 && overlaps.length === 0 ? 'Covered from end to end, nothing twice.' : null}
        {gaps.length ? (
          <Look>
            {formatCount(gaps.length, 'gap')}:{' '}
            {gaps
              .slice(0, 6)
              .map((g) => `${formatTrackTime(g.fromS)}–${formatTrackTime(g.toS)}`)
              .join(', ')}
            {gaps.length > 6 ? ' …' : ''}.{' '}
          </Look>
        ) : null}
        {overlaps.length ? (
          <span className="soft">
            {formatCount(overlaps.length, 'overlap')}:{' '}
            {overlaps
              .slice(0, 6)
              .map((g) => `${formatTrackTime(g.fromS)}–${formatTrackTime(g.toS)}`)
              .join(', ')}
            .
          </span>
        ) : null}
      </Box>
      <Flex gap={3} wrap="wrap" align="center" mb={3}>
        {track.fileHash ? (
          <audio
            ref={audio}
            controls
            src={fileUrl(production.id, track.fileHash)}
            preload="metadata"
            onSeeked={(e) => setAtS(e.currentTarget.currentTime)}
            style={{ height: 36 }}
          />
        ) : (
          <span className="soft">no sound dropped: the cursor is moved by hand</span>
        )}
        <span className="mono">{formatTrackTime(atS)}</span>
        <input
          className="field"
          aria-label="Hang a shot on this track"
          aria-invalid={problem !== ''}
          placeholder="7B 0:12-0:20, or 7B, or 7B all"
          value={line}
          onChange={(e) => setLine(e.target.value)}
          onKeyDown={(e) => {
            if (e.key === 'Enter') addPin();
            e.stopPropagation();
          }}
          style={{ width: 230 }}
        />
        <Button size="small" onClick={addPin}>
          Hang it here
        </Button>
        <Button
          size="small"
          onClick={() =>
            save('a cue')({
              cues: [...track.cues, { atS: Math.round(atS * 1000) / 1000, name: `cue ${track.cues.length + 1}` }].sort(
                (a, b) => a.atS - b.atS,
              ),
            })
          }
        >
          Cue here
        </Button>
        <Button size="small" onClick={tap} title="Key B">
          Tap the beat{taps.length ? ` ${taps.length}` : ''}
        </Button>
        {tempo ? (
          <Button
            size="small"
            look="primary"
            onClick={() => {
              save('the beat')({
                bpm: Math.round(tempo.bpm * 100) / 100,
                firstBeatS: tappedOnSound ? tempo.firstBeatS : track.firstBeatS,
              });
              setTaps([]);
            }}
          >
            Take {tempo.bpm.toFixed(1)} a minute
          </Button>
        ) : null}
      </Flex>
      {problem ? (
        <Box color="look" role="alert">
          {problem}
        </Box>
      ) : null}
      <Box display="grid" gridTemplateColumns={{ base: '1fr', lg: 'minmax(0, 2fr) minmax(220px, 1fr)' }} gap={5}>
        <DataTable
          name={`Shots on ${track.name}`}
          rows={pins}
          columns={columns}
          height="34vh"
          onEdit={(list, values) =>
            void change(
              production.id,
              `On ${track.name}`,
              list.map((row) => ({ op: 'update', table: 'pins', row, values })),
            )
          }
          onDelete={(list) =>
            void change(
              production.id,
              `Off ${track.name}`,
              list.map((row) => ({ op: 'delete', table: 'pins', row })),
            )
          }
        />
        <div>
          <FieldEdit
            label="Name"
            value={track.name}
            fields={trackFields}
            set={(v) => ({ name: v })}
            save={save('name')}
          />
          <FieldEdit
            label="Length"
            value={formatTrackTime(track.durationS)}
            fields={trackFields}
            set={(v) => ({ durationS: parseRunning(v) })}
            save={save('length')}
          />
          <FieldEdit
            label="Beats a minute"
            hint="Empty for none"
            value={track.bpm === null ? '' : String(track.bpm)}
            fields={trackFields}
            set={(v) => ({ bpm: v.trim() === '' ? null : Number(v) })}
            save={save('beat')}
          />
          <FieldEdit
            label="First beat at"
            value={formatTrackTime(track.firstBeatS)}
            fields={trackFields}
            set={(v) => ({ firstBeatS: parseRunning(v) })}
            save={save('first beat')}
          />
          <FieldEdit
            label="Cues"
            hint="0:12.5 verse; 0:40 chorus"
            value={track.cues.map((c) => `${formatTrackTime(c.atS)} ${c.name}`).join('; ')}
            fields={trackFields}
            set={(v) => ({ cues: readCues(v) })}
            save={save('cues')}
          />
        </div>
      </Box>
    </section>
  );
}

function readCues(text: string): { atS: number; name: string }[] {
  return text
    .split(/[;\n]/)
    .map((t) => t.trim())
    .filter(Boolean)
    .map((t) => {
      const [time = '', ...words] = t.split(/\s+/);
      return { atS: parseRunning(time), name: words.join(' ') };
    })
    .sort((a, b) => a.atS - b.atS);
}

/** A mirrored outline of the peaks. */
function wave(peaks: readonly number[]): string {
  if (peaks.length === 0) return 'M0 50h1';
  const up = peaks.map((p, i) => `${i === 0 ? 'M' : 'L'}${i} ${(50 - (p / 255) * 48).toFixed(1)}`).join('');
  const down = [...peaks]
    .reverse()
    .map((p, i) => `L${peaks.length - 1 - i} ${(50 + (p / 255) * 48).toFixed(1)}`)
    .join('');
  return `${up}${down}Z`;
}

/** Which row each pin is drawn in, so that none lies over another. */
function laneOf(pins: readonly Pin[]): Map<string, number> {
  const ends: number[] = [];
  const lanes = new Map<string, number>();
  for (const p of [...pins].sort((a, b) => a.fromS - b.fromS)) {
    let lane = ends.findIndex((end) => end <= p.fromS + 1e-6);
    if (lane < 0) lane = ends.length;
    ends[lane] = p.toS;
    lanes.set(p.id, lane);
  }
  return lanes;
}
