import { PinsTable } from './PinsTable.tsx';
import { HangShot } from './HangShot.tsx';
import { Box, Flex } from '@chakra-ui/react';
import { useEffect, useMemo, useRef, useState, type RefObject } from 'react';
import { snap, tempoOfTaps, trackHoles, type Track } from '@kavrell/core/scenes';
import { formatCount, formatTrackTime } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { fileUrl } from '../../platform/files.ts';
import { useCommand } from '../../platform/keys.ts';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { Look, ScreenHead } from '../../ui/parts.tsx';
import { TrackFields } from './TrackFields.tsx';
import { TrackLanes } from './TrackLanes.tsx';
import { type PinRow } from './trackPins.tsx';

/** A track laid out in time: loudness, beats, cues, the shots on it, what is left bare. */
export function TrackBench({ track }: { track: Track }) {
  const { production, rows } = usePlanned();
  const audio = useRef<HTMLAudioElement>(null);
  const [atS, setAtS] = useState(0);
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
  const play = () => {
    const { current } = audio;
    if (current) void (current.paused ? current.play() : current.pause());
  };
  const { taps, setTaps, tappedOnSound, tap, tempo } = useTaps(audio);
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
      <TrackLanes track={track} pins={pins} gaps={gaps} atS={atS} go={go} play={play} />
      <HolesLine gaps={gaps} overlaps={overlaps} />
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
        <HangShot track={track} atS={atS} />
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
        <Button size="small" command="scenes.beat" onClick={tap}>
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
      <Box display="grid" gridTemplateColumns={{ base: '1fr', lg: 'minmax(0, 2fr) minmax(220px, 1fr)' }} gap={5}>
        <PinsTable track={track} pins={pins} />
        <TrackFields track={track} save={save} />
      </Box>
    </section>
  );
}

type Holes = ReturnType<typeof trackHoles>;
const MOST_SAID = 6;
const spansSaid = (spans: Holes['gaps']) =>
  spans
    .slice(0, MOST_SAID)
    .map((g) => `${formatTrackTime(g.fromS)}–${formatTrackTime(g.toS)}`)
    .join(', ') + (spans.length > MOST_SAID ? ' …' : '');

/** What of a track no shot is on, and what two are. */
function HolesLine({ gaps, overlaps }: Pick<Holes, 'gaps' | 'overlaps'>) {
  return (
    <Box my={2} aria-live="polite">
      {gaps.length === 0 && overlaps.length === 0 ? 'Covered from end to end, nothing twice.' : null}
      {gaps.length ? (
        <Look>
          {formatCount(gaps.length, 'gap')}: {spansSaid(gaps)}.{' '}
        </Look>
      ) : null}
      {overlaps.length ? (
        <span className="soft">
          {formatCount(overlaps.length, 'overlap')}: {spansSaid(overlaps)}.
        </span>
      ) : null}
    </Box>
  );
}

/** The beat as it is tapped. */
function useTaps(audio: RefObject<HTMLAudioElement | null>) {
  const [taps, setTaps] = useState<number[]>([]);
  const [tappedOnSound, setTappedOnSound] = useState(false);
  /** On the sound's own time while it plays, else on the clock: only on the sound is a tap a place in the track. */
  const tap = () => {
    const onSound = audio.current !== null && !audio.current.paused;
    const at = onSound ? (audio.current?.currentTime ?? 0) : performance.now() / 1000;
    setTaps([...(onSound === tappedOnSound ? taps : []), at]);
    setTappedOnSound(onSound);
  };
  const tempo = tempoOfTaps(taps);
  useCommand('scenes.beat', tap);
  return { taps, setTaps, tappedOnSound, tap, tempo };
}
