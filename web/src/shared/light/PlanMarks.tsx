import { direction } from '@kavrell/core/geometry';
import { featureLabel, featureMarks, type Mark } from '@kavrell/core/light';
import { FEATURE_WORDS, type Feature, type Room } from '@kavrell/core/places';

const WEIGHT = { hair: 1, thin: 1.6, thick: 4 } as const;
const INK = 'var(--chakra-colors-text)';
const SOFT = 'var(--chakra-colors-soft)';
const PAPER = 'var(--chakra-colors-page)';

/** Strokes of the plan in the theme’s ink; `tint` fills what is ink else. Lines keep their width at every zoom. */
export function PlanMarks({
  marks,
  tint,
  stroke = INK,
}: {
  marks: readonly Mark[];
  tint?: string | undefined;
  stroke?: string;
}) {
  return (
    <>
      {marks.map((m, i) => (
        <path
          key={i}
          d={m.d}
          fill={m.fill === 'ink' ? (tint ?? INK) : m.fill === 'paper' ? PAPER : 'none'}
          stroke={stroke}
          strokeWidth={WEIGHT[m.weight]}
          vectorEffect="non-scaling-stroke"
          strokeLinejoin="round"
          {...(m.dash ? { strokeDasharray: '5 4' } : {})}
        />
      ))}
    </>
  );
}

const LABEL_PX = 11;

/** Something of the room with its name; `px` is metres to a pixel. */
export function RoomMark({
  feature: f,
  room,
  unitM,
  px,
  stroke,
}: {
  feature: Feature;
  room: Room;
  unitM: number;
  px: number;
  stroke?: string;
}) {
  const { x, y, anchor } = featureLabel(f, room.widthM, room.depthM, LABEL_PX * px);
  const named = f.name !== '' || f.kind !== 'socket';
  return (
    <g>
      <PlanMarks marks={featureMarks(f, unitM)} {...(stroke ? { stroke } : {})} />
      {named ? (
        <text x={x} y={y} fontSize={LABEL_PX * px} textAnchor={anchor} fill={SOFT}>
          {f.name || FEATURE_WORDS[f.kind]}
        </text>
      ) : null}
    </g>
  );
}

/** Which way is north, in a corner that is free of the room’s middle. */
export function NorthMark({ room, px }: { room: Room; px: number }) {
  const north = direction(-room.upBearingDeg);
  const at = { x: room.widthM - 24 * px, y: 26 * px };
  return (
    <g>
      <path
        d={`M${at.x - north.x * 10 * px} ${at.y - north.y * 10 * px}L${at.x + north.x * 10 * px} ${at.y + north.y * 10 * px}`}
        stroke={INK}
        strokeWidth={2}
        vectorEffect="non-scaling-stroke"
      />
      <text
        x={at.x + north.x * 17 * px}
        y={at.y + north.y * 17 * px + 4 * px}
        fontSize={LABEL_PX * px}
        textAnchor="middle"
        fill={INK}
      >
        N
      </text>
    </g>
  );
}
