import { Box } from '@chakra-ui/react';
import { useMemo, type KeyboardEvent } from 'react';
import { placeMap, type MapSpot, type MapPlace, type Move } from '@kavrell/core/places';
import { formatDistance, formatMinutes } from '@kavrell/core/units';
import { usePreferences } from '../../platform/preferences.ts';

/** The drawing’s own units: as many as it is wide, so that words keep their size. */
const WIDTH = 760;
const HEIGHT = 340;
const MIDDLE = { x: WIDTH / 2, y: HEIGHT / 2 };
/** Room for names beside the outermost places. */
const EDGE = { x: 150, y: 34 };
const LINE_PX = 19;
/** A way shorter than this has no room for words; the table of moves has them. */
const LEAST_WORDS_PX = 110;

/** Where each name stands, top to bottom, so that none lies over another. */
function namesApart(names: readonly { id: string; y: number }[]): Map<string, number> {
  let last = -Infinity;
  return new Map(
    [...names]
      .sort((a, b) => a.y - b.y)
      .map(({ id, y }) => {
        last = Math.max(y, last + LINE_PX);
        return [id, last];
      }),
  );
}

interface Props {
  places: readonly MapPlace[];
  moves: readonly Move[];
  selectedId: string | null;
  /** Takes a place in hand; null where they are only looked at. */
  select: ((id: string) => void) | null;
}

/** Where the places of a job lie to each other: drawn from their positions alone, with rings of distance and the moves as typed. No coast, no roads: nobody has said them. */
export function PlacesMap({ places, moves, selectedId, select }: Props) {
  const map = useMemo(() => placeMap(places, moves, selectedId), [places, moves, selectedId]);
  const lengths = usePreferences((s) => s.lengths);
  if (!map || map.spots.length < 2) return null;
  const scale = Math.min((MIDDLE.x - EDGE.x) / map.halfEastM, (MIDDLE.y - EDGE.y) / map.halfNorthM);
  const at = (s: MapSpot) => ({ x: MIDDLE.x + s.eastM * scale, y: MIDDLE.y - s.northM * scale });
  const middle = at(map.from);
  // Distances are written towards the middle of the drawing, where their rings are in view.
  const away = Math.hypot(MIDDLE.x - middle.x, MIDDLE.y - middle.y);
  const inward = away < 1 ? { x: 0, y: -1 } : { x: 0.2, y: Math.sign(MIDDLE.y - middle.y) || 1 };
  const nameY = namesApart(map.spots.map((s) => ({ id: s.id, y: at(s).y + 5 })));
  const spotOf = (id: string) => at(map.spots.find((s) => s.id === id) as MapSpot);
  const said = map.spots.map((s) => s.name).join(', ');
  return (
    <Box as="section" aria-label="Where they lie" mt={6} maxW="980px">
      <Box as="h2" fontSize="m" mb={2}>
        Where they lie
      </Box>
      <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} width="100%" role="group" aria-label={`A plan of ${said}, north up`}>
        {map.ringsM.map((m) => (
          <g key={m}>
            <circle
              cx={middle.x}
              cy={middle.y}
              r={m * scale}
              fill="none"
              stroke="var(--chakra-colors-hairline)"
              vectorEffect="non-scaling-stroke"
            />
            <text
              x={middle.x + inward.x * m * scale + 4}
              y={middle.y + inward.y * m * scale - 4}
              fontSize={11}
              fill="var(--chakra-colors-soft)"
            >
              {formatDistance(m, lengths)}
            </text>
          </g>
        ))}
        <g transform={`translate(${WIDTH - 30} 34)`} aria-label="North is up">
          <path d="M0 -20L6 0H-6z" fill="var(--chakra-colors-text)" />
          <text y={14} fontSize={12} textAnchor="middle" fill="var(--chakra-colors-text)">
            N
          </text>
        </g>
        {map.ways.map((w, i) => {
          const [a, b] = [spotOf(w.fromId), spotOf(w.toId)];
          // Words of ways that lie close to each other stand at different places along them.
          const along = 0.35 + 0.3 * (i % 2);
          return (
            <g key={w.key}>
              <line
                x1={a.x}
                y1={a.y}
                x2={b.x}
                y2={b.y}
                stroke="var(--chakra-colors-edge)"
                {...(w.minutes === null ? { strokeDasharray: '3 5' } : {})}
              />
              {Math.hypot(a.x - b.x, a.y - b.y) < LEAST_WORDS_PX ? null : (
                <text
                  x={a.x + (b.x - a.x) * along + (i % 2 ? 8 : -8)}
                  y={a.y + (b.y - a.y) * along + (i % 2 ? 14 : -6)}
                  textAnchor={i % 2 ? 'start' : 'end'}
                  fontSize={12}
                  fill={w.minutes === null && select ? 'var(--chakra-colors-look)' : 'var(--chakra-colors-soft)'}
                  data-way={w.key}
                >
                  {[
                    w.minutes !== null ? formatMinutes(w.minutes) : select ? 'no move typed' : '',
                    formatDistance(w.distanceM, lengths),
                  ]
                    .filter(Boolean)
                    .join(', ')}
                </text>
              )}
            </g>
          );
        })}
        {map.spots.map((s) => {
          const { x, y } = at(s);
          const chosen = s.id === selectedId;
          return <Spot key={s.id} spot={s} select={select} chosen={chosen} x={x} y={y} nameY={nameY} />;
        })}
      </svg>
      <Box color="soft" fontSize="s">
        From the positions as given; lines are {select ? 'the moves as typed with ' : ''}the distance as the crow flies.
        No roads and no coast: nobody has said them.
        {map.unknown.length > 0 ? ` Nobody has said where ${map.unknown.map((u) => u.name).join(', ')} is.` : ''}
      </Box>
    </Box>
  );
}

/** One place on the map, chosen by a press. */
function Spot({
  spot,
  select,
  chosen,
  x,
  y,
  nameY,
}: {
  spot: MapSpot;
  select: ((id: string) => void) | null;
  chosen: boolean;
  x: number;
  y: number;
  nameY: Map<string, number>;
}) {
  return (
    <g
      aria-label={spot.name}
      {...(select
        ? {
            role: 'button',
            tabIndex: 0,
            'aria-pressed': chosen,
            style: { cursor: 'pointer' },
            onClick: () => select(spot.id),
            onKeyDown: (e: KeyboardEvent) => {
              if (e.key !== 'Enter' && e.key !== ' ') return;
              e.preventDefault();
              select(spot.id);
            },
          }
        : {})}
    >
      <circle cx={x} cy={y} r={22} fill="transparent" />
      <circle
        cx={x}
        cy={y}
        r={7}
        fill={chosen ? 'var(--chakra-colors-text)' : 'var(--chakra-colors-raised)'}
        stroke="var(--chakra-colors-text)"
        strokeWidth={2}
      />
      <text
        x={x > WIDTH * 0.7 ? x - 12 : x + 12}
        y={nameY.get(spot.id)}
        textAnchor={x > WIDTH * 0.7 ? 'end' : 'start'}
        fontSize={15}
        fontWeight={700}
        fill="var(--chakra-colors-text)"
        stroke="var(--chakra-colors-page)"
        strokeWidth={4}
        paintOrder="stroke"
      >
        {spot.name}
      </text>
    </g>
  );
}
