import { Box } from '@chakra-ui/react';
import { useMemo } from 'react';
import { beats, isPass, type Track } from '@kavrell/core/scenes';
import { formatTrackTime } from '@kavrell/core/units';
import { laneOf } from './trackDrawing.ts';
import type { PinRow } from './trackPins.tsx';
import { Waveform } from '../../ui/Waveform.tsx';

const HEIGHT = 96;
/** Beats closer than this on the screen are drawn by bars only. */
const LEAST_BEATS = 260;

/** A track in time: loudness, beats, cues, gaps, the shots on it in rows, and where one is; gone through by key or press. */
export function TrackLanes({
  track,
  pins,
  gaps,
  atS,
  go,
  play,
}: {
  track: Track;
  pins: readonly PinRow[];
  gaps: readonly { fromS: number; toS: number }[];
  atS: number;
  go: (s: number) => void;
  play: () => void;
}) {
  const grid = useMemo(() => beats(track), [track]);
  const drawn = grid.length > LEAST_BEATS ? grid.filter((b) => b.bar) : grid;
  const x = (s: number) => `${(Math.min(1, Math.max(0, s / track.durationS)) * 100).toFixed(3)}%`;
  const lanes = laneOf(pins.filter((p) => !isPass(p, track)));
  const rowsOf = Math.max(1, ...[...lanes.values()].map((l) => l + 1));
  return (
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
        else if (e.key === ' ') play();
        else return;
        e.preventDefault();
        e.stopPropagation();
      }}
      data-track
    >
      <Waveform peaks={track.peaks} durationS={track.durationS} heightPx={HEIGHT} />
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
          <PinBar key={p.id} pin={p} x={x} lanes={lanes} />
        ))}
      <Box position="absolute" top={0} bottom={0} w="2px" bg="accent" style={{ left: x(atS) }} aria-hidden="true" />
    </Box>
  );
}

/** A shot on its stretch of the track. */
function PinBar({ pin, x, lanes }: { pin: PinRow; x: (s: number) => string; lanes: Map<string, number> }) {
  return (
    <Box
      position="absolute"
      h="22px"
      px={1}
      bg="raised"
      border="1px solid"
      borderColor="edge"
      fontSize="s"
      overflow="hidden"
      whiteSpace="nowrap"
      title={`${pin.shot.code} ${pin.shot.description}: ${formatTrackTime(pin.fromS)} to ${formatTrackTime(pin.toS)}`}
      style={{ left: x(pin.fromS), width: x(pin.toS - pin.fromS), top: HEIGHT + 14 + (lanes.get(pin.id) ?? 0) * 26 }}
    >
      <strong>{pin.shot.code}</strong> {pin.shot.description}
    </Box>
  );
}
