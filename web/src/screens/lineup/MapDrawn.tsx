import { Box } from '@chakra-ui/react';
import type { DayLine, PlacedClip } from '@kavrell/core/dayline';
import type { LineSound } from '@kavrell/core/lineup';
import { NAMES_PX } from './MapBar.tsx';
import { ACROSS, creases, silhouette, type View, LINE_PX, threadsOf, across, type takeBands } from './mapDrawing.ts';

export const percent = (units: number) => `${(units / ACROSS) * 100}%`;

const NO_PEAKS: readonly number[] = [];

/** A knot where both hear the same; a thread that leans is a clock that runs off. */
function Threads({
  line,
  view,
  top,
  byId,
  selectedId,
}: {
  line: DayLine;
  view: View;
  top: (deviceId: string) => number;
  byId: ReadonlyMap<string, PlacedClip>;
  selectedId: string | null;
}) {
  return line.edges.flatMap((edge) => {
    const [a, b] = [byId.get(edge.clipId), byId.get(edge.otherId)];
    if (!a || !b || edge.aside !== null) return [];
    const isMine = selectedId === edge.clipId || selectedId === edge.otherId;
    // What hangs on the tree alone, so that one can see through it; all of what is selected.
    if (!isMine && a.against !== edge.otherId && b.against !== edge.clipId) return [];
    const [y1, y2] = [top(a.deviceId) + LINE_PX, top(b.deviceId) + LINE_PX];
    return threadsOf(edge, a, b, view)
      .filter((t) => t.x1 > -5 && t.x1 < ACROSS + 5)
      .map((t) => (
        <g key={`${edge.key}${edge.means}${t.atMs}`} opacity={isMine ? 1 : 0.45}>
          <path
            d={`M${t.x1} ${y1}L${t.x2} ${y2}`}
            stroke={isMine ? 'var(--chakra-colors-accent)' : 'currentColor'}
            strokeWidth={isMine ? 1.6 : 1}
            strokeDasharray={edge.means === 'hand' ? '3 3' : undefined}
            vectorEffect="non-scaling-stroke"
          />
          {[
            [t.x1, y1],
            [t.x2, y2],
          ].map(([x, y]) => (
            // No length at all under a round cap is a dot that no stretching makes an egg of.
            <path
              key={y}
              d={`M${x} ${y}h0`}
              stroke={isMine ? 'var(--chakra-colors-accent)' : 'currentColor'}
              strokeWidth="5"
              strokeLinecap="round"
              vectorEffect="non-scaling-stroke"
            />
          ))}
        </g>
      ));
  });
}

/** What is drawn of the day: folds, threads between clips, and the loudness of each clip. */
export function MapDrawn({
  height,
  view,
  line,
  top,
  byId,
  selectedId,
  sounds,
}: {
  height: number;
  view: View;
  line: DayLine;
  top: (deviceId: string) => number;
  byId: Map<string, PlacedClip>;
  selectedId: string | null;
  sounds: ReadonlyMap<string, LineSound>;
}) {
  return (
    <svg
      width="100%"
      height={height}
      viewBox={`0 0 ${ACROSS} ${height}`}
      preserveAspectRatio="none"
      aria-hidden="true"
      style={{ position: 'absolute', inset: 0, pointerEvents: 'none' }}
    >
      {creases(view).map((x) => (
        <path
          key={x}
          d={`M${x} ${NAMES_PX}V${height}`}
          stroke="currentColor"
          opacity="0.35"
          strokeDasharray="1 5"
          vectorEffect="non-scaling-stroke"
        />
      ))}
      <Threads line={line} view={view} top={top} byId={byId} selectedId={selectedId} />
      {line.placed.map((c) => (
        <path
          key={c.clip.id}
          d={silhouette(c, sounds.get(c.clip.id)?.peaks ?? NO_PEAKS, view, top(c.deviceId))}
          fill="currentColor"
          opacity={c.clip.id === selectedId ? 0.75 : 0.4}
        />
      ))}
    </svg>
  );
}

/** The stretch of a take, behind all lanes. */
export function TakeBand({ band, view }: { band: ReturnType<typeof takeBands>[number]; view: View }) {
  return (
    <Box
      position="absolute"
      bg="raised"
      bottom={0}
      style={{
        ...{ top: NAMES_PX - 4, left: percent(across(band.fromMs, view)) },
        width: percent(across(band.toMs, view) - across(band.fromMs, view)),
      }}
    />
  );
}
