import { Box, Flex } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useMemo, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { pairKey, type DayLine, type LineClip, type PlacedClip } from '@kavrell/core/dayline';
import { fpsOf } from '@kavrell/core/timecode';
import { formatTrackTime } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { wordsOf } from '../../platform/api.ts';
import { newId } from '../../platform/id.ts';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { Facts, Look, Part, ScreenHead, Why } from '../../ui/parts.tsx';
import { Sheet } from '../../ui/sheet.tsx';
import { Waveform } from '../../ui/Waveform.tsx';
import { middleOfBoth } from './mapDrawing.ts';
import { peaksOf, soundOf } from './lineWork.ts';
import { hearBoth } from './hearBoth.ts';
import { secondsSaid } from './words.ts';

/** So much is seen of the one that stands still, and so much beside it is read of the one that is moved, s. */
const SEEN_S = 8;
const BESIDE_S = 10;
const WAVE_PX = 84;
const PEAKS_A_S = 60;

/** The offset that two clips have on the line in the middle of what both hold, ms: file time in a less file time in b of the same moment; where they share nothing, of their beginnings. */
export function offsetOnLine(a: PlacedClip, b: PlacedClip): number {
  const middle = middleOfBoth(a, b);
  return middle ? (middle.atA - middle.atB) * 1000 : b.startMs - a.startMs;
}

/** Two sounds under each other: the lower one is dragged or nudged until both tell the same, heard together, and kept. The hand wins over the machine. */
export function ByHand({
  line,
  clipId,
  otherId,
  close,
}: {
  line: DayLine;
  clipId: string;
  otherId: string | null;
  close: () => void;
}) {
  const { production, rows, me } = useProduction();
  const all: LineClip[] = [...line.placed, ...line.unplaced];
  const placed = new Map(line.placed.map((c) => [c.clip.id, c]));
  const clip = all.find((c) => c.clip.id === clipId);
  const others = all.filter((c) => c.deviceId !== clip?.deviceId);
  const nearestTo =
    others.find((c) => c.take && c.take.id === clip?.take?.id && c.isSound) ??
    others.find((c) => c.take && c.take.id === clip?.take?.id) ??
    others[0];
  const [chosenId, setChosenId] = useState(otherId ?? nearestTo?.clip.id ?? '');
  const other = others.find((c) => c.clip.id === chosenId);
  const [mine, theirs] = [placed.get(clipId), placed.get(chosenId)];
  const both = mine && theirs ? middleOfBoth(mine, theirs) : null;
  const known = rows.handLines.find(
    (h) => h.kind === 'place' && h.otherId !== null && pairKey(h.clipId, h.otherId) === pairKey(clipId, chosenId),
  );
  const firstMs =
    known && known.offsetMs !== null
      ? known.offsetMs * (known.clipId === clipId ? 1 : -1)
      : mine && theirs
        ? offsetOnLine(mine, theirs)
        : 0;
  const [offsetMs, setOffsetMs] = useState(firstMs);
  const [atS, setAtS] = useState(Math.max(0, (both?.atB ?? 2) - SEEN_S / 2));
  const choose = (id: string) => {
    setChosenId(id);
    const next = placed.get(id);
    const middle = mine && next ? middleOfBoth(mine, next) : null;
    setOffsetMs(mine && next ? offsetOnLine(mine, next) : 0);
    setAtS(Math.max(0, (middle?.atB ?? 2) - SEEN_S / 2));
  };
  // The offset is that of the middle: elsewhere two clocks that run apart have come apart by so much.
  const apartMs = mine && theirs && both ? (mine.driftPpm - theirs.driftPpm) * 1e-3 * (atS + SEEN_S / 2 - both.atB) : 0;
  const hereMs = offsetMs + apartMs;
  // What is read of the moved one follows it in steps, not with every millisecond.
  const readFromS = Math.max(0, Math.round((atS + hereMs / 1000 - BESIDE_S) / 5) * 5);
  const upper = useStretch(chosenId, atS, SEEN_S);
  const lower = useStretch(clipId, readFromS, SEEN_S + 2 * BESIDE_S);
  const frameMs = 1000 / fpsOf(production.rate);
  const nudge = (ms: number) => setOffsetMs((o) => Math.round((o + ms) * 1000) / 1000);
  const playing = useRef<() => void>(() => undefined);
  useEffect(() => () => playing.current(), []);
  const hear = () => {
    playing.current();
    if (upper.data && lower.data) playing.current = hearBoth(upper.data, lower.data, atS + hereMs / 1000 - readFromS);
  };
  if (!clip || !other)
    return (
      <>
        <ScreenHead title="By hand">
          <Button onClick={close}>Back</Button>
        </ScreenHead>
        <Box>There is no clip of another device to lay it over.</Box>
      </>
    );
  const keep = () => {
    const values = { clipId, otherId: chosenId, kind: 'place' as const, offsetMs, note: '', by: me.name };
    const words = `${clip.clip.name} by hand against ${other.clip.name}`;
    void change(production.id, words, [
      known
        ? { op: 'update', table: 'handLines', row: known, values }
        : { op: 'insert', table: 'handLines', id: newId(), values },
    ]);
    close();
  };
  const trouble = upper.error ?? lower.error;
  return (
    <>
      <ScreenHead title="By hand" note={`${clip.clip.name} against ${other.clip.name}`}>
        <Button onClick={close}>Back</Button>
        <Button look="primary" onClick={keep}>
          It is here
        </Button>
      </ScreenHead>
      <StretchBar
        chosenId={chosenId}
        choose={choose}
        others={others}
        setAtS={setAtS}
        atS={atS}
        hear={hear}
        upper={upper}
        lower={lower}
      />
      {trouble ? (
        <Box mb={3}>
          <Look>{wordsOf(trouble)} What was nudged stays.</Look>
        </Box>
      ) : null}
      <Box color="soft" fontSize="s">
        {other.clip.name}, stands still; heard on the left
      </Box>
      <Waves samples={upper.data?.samples} fromS={0} lengthS={SEEN_S} />
      <Moved
        label={`Offset of ${clip.clip.name}`}
        {...{ offsetMs, nudge, frameMs, hear }}
        samples={lower.data?.samples}
        fromS={readFromS - (atS + hereMs / 1000)}
      />
      <Box color="soft" fontSize="s">
        {clip.clip.name}, heard on the right: drag it, or use the arrow keys
      </Box>
      <Nudges frameMs={frameMs} nudge={nudge} offsetMs={offsetMs} firstMs={firstMs} />
      <ByHandHelp />
    </>
  );
}

/** A stretch of a clip’s sound, as it is kept. */
function useStretch(id: string, fromS: number, lengthS: number) {
  const { production } = useProduction();
  return useQuery({
    queryKey: ['lineSound', id, fromS, lengthS],
    queryFn: () => soundOf(production.id, id, Math.round(fromS * 1000), Math.round(lengthS * 1000)),
    enabled: id !== '',
    staleTime: Infinity,
    retry: false,
  });
}

/** A stretch of sound as a wave, where it begins against what is seen. */
function Waves({ samples, fromS, lengthS }: { samples: Float32Array | undefined; fromS: number; lengthS: number }) {
  const peaks = useMemo(() => (samples ? peaksOf(samples, Math.round(lengthS * PEAKS_A_S)) : []), [samples, lengthS]);
  return (
    <Box position="relative" overflow="hidden" borderTop="1px solid" borderColor="hairline" style={{ height: WAVE_PX }}>
      <div
        style={{
          position: 'absolute',
          left: `${(fromS / SEEN_S) * 100}%`,
          width: `${(lengthS / SEEN_S) * 100}%`,
        }}
      >
        <Waveform peaks={peaks} durationS={lengthS} heightPx={WAVE_PX} />
      </div>
    </Box>
  );
}

/** The wave that is moved: dragged, or by keys. */
function Moved({
  label,
  offsetMs,
  nudge,
  frameMs,
  hear,
  samples,
  fromS,
}: {
  label: string;
  offsetMs: number;
  nudge: (ms: number) => void;
  frameMs: number;
  hear: () => void;
  samples: Float32Array | undefined;
  fromS: number;
}) {
  const held = useRef<number | null>(null);
  const onKeyDown = (e: KeyboardEvent) => {
    const step = e.shiftKey ? 1 : frameMs;
    // What is drawn moves with the key: to the right is earlier in its own file.
    if (e.key === 'ArrowRight') nudge(-step);
    else if (e.key === 'ArrowLeft') nudge(step);
    else if (e.key === 'PageUp') nudge(-1000);
    else if (e.key === 'PageDown') nudge(1000);
    else if (e.key === ' ') hear();
    else return;
    e.preventDefault();
    e.stopPropagation();
  };
  const drag = (e: PointerEvent<HTMLDivElement>) => {
    if (held.current === null) return;
    const width = e.currentTarget.getBoundingClientRect().width || 1;
    nudge(-((e.clientX - held.current) / width) * SEEN_S * 1000);
    held.current = e.clientX;
  };
  return (
    <Box
      role="slider"
      tabIndex={0}
      aria-label={label}
      aria-valuenow={Math.round(offsetMs)}
      aria-valuetext={secondsSaid(offsetMs)}
      style={{ touchAction: 'none', cursor: 'grab' }}
      onKeyDown={onKeyDown}
      onPointerDown={(e) => {
        held.current = e.clientX;
        e.currentTarget.setPointerCapture?.(e.pointerId);
      }}
      onPointerMove={drag}
      onPointerUp={() => (held.current = null)}
      data-moved
    >
      <Waves samples={samples} fromS={fromS} lengthS={SEEN_S + 2 * BESIDE_S} />
    </Box>
  );
}

/** Against what, where in both, and both heard. */
function StretchBar({
  chosenId,
  choose,
  others,
  setAtS,
  atS,
  hear,
  upper,
  lower,
}: {
  chosenId: string;
  choose: (id: string) => void;
  others: LineClip[];
  setAtS: (next: number) => void;
  atS: number;
  hear: () => void;
  upper: ReturnType<typeof useStretch>;
  lower: ReturnType<typeof useStretch>;
}) {
  return (
    <Flex gap={3} wrap="wrap" align="center" mb={3}>
      <Choice
        aria-label="Against"
        value={chosenId}
        onChange={(e) => choose(e.target.value)}
        style={{ maxWidth: '320px' }}
      >
        {others.map((c) => (
          <option key={c.clip.id} value={c.clip.id}>
            {c.clip.name}
          </option>
        ))}
      </Choice>
      <Button onClick={() => setAtS(Math.max(0, atS - SEEN_S))} aria-label="Earlier in both">
        «
      </Button>
      <span className="mono">{formatTrackTime(atS)}</span>
      <Button onClick={() => setAtS(atS + SEEN_S)} aria-label="Later in both">
        »
      </Button>
      <Button onClick={hear} disabled={!upper.data || !lower.data}>
        Hear both
      </Button>
    </Flex>
  );
}

/** The offset by steps, and how far it is from where it was. */
function Nudges({
  frameMs,
  nudge,
  offsetMs,
  firstMs,
}: {
  frameMs: number;
  nudge: (ms: number) => void;
  offsetMs: number;
  firstMs: number;
}) {
  return (
    <Flex gap={2} wrap="wrap" mt={3} align="center" role="group" aria-label="Nudge">
      {[
        ['−1 s', -1000],
        ['−1 frame', -frameMs],
        ['−1 ms', -1],
        ['+1 ms', 1],
        ['+1 frame', frameMs],
        ['+1 s', 1000],
      ].map(([words, ms]) => (
        <Button key={words} onClick={() => nudge(ms as number)}>
          {words}
        </Button>
      ))}
      <Box className="mono" fontWeight="700" data-offset aria-live="polite">
        {secondsSaid(offsetMs)}
      </Box>
      <Box color="soft">{((offsetMs - firstMs) / frameMs).toFixed(1)} frames from where it was</Box>
    </Flex>
  );
}

/** The keys of the lower wave, and why the hand wins. */
function ByHandHelp() {
  return (
    <Sheet>
      <Part title="Keys on the lower wave">
        <Facts
          rows={[
            ['← →', 'a frame'],
            ['Shift ← →', 'a millisecond'],
            ['Page up, down', 'a second'],
            ['Space', 'hear both'],
          ]}
        />
      </Part>
      <Why
        lines={[
          'What is placed here wins over what sound says of the same two clips, in this line-up and in every later one, until it is taken back.',
          'Lips and hands are seen without delay, their sound comes 2.9 ms later a metre.',
        ]}
      />
    </Sheet>
  );
}
