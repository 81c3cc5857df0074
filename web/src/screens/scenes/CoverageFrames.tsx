import { Box } from '@chakra-ui/react';
import { SIZES, SIZE_WORDS, type CoverageFrame, type CoverageRow } from '@kavrell/core/scenes';

/** What of a standing figure (0 its crown, 100 its soles) each size takes in, top and height; figures of speech, not of any lens. */
const CROPS: Readonly<Record<(typeof SIZES)[number], readonly [number, number] | null>> = {
  ews: [-190, 330],
  ws: [-55, 185],
  fs: [-9, 118],
  mws: [-6, 82],
  ms: [-5, 58],
  mcu: [-4, 40],
  cu: [-3, 26],
  ecu: [2, 11],
  insert: null,
};
const SHAPE = 16 / 9;
/** How large a thing stands in a frame of 64 × 36 without people. */
const THING_PX = { ews: 5, ws: 9, fs: 14, mws: 17, ms: 21, mcu: 25, cu: 31, ecu: 40, insert: 31 } as const;

/** A picture of its size: a figure as close as the size says, facing where it faces. */
function Figure({
  size,
  facing,
  missing,
  ofNobody,
}: Pick<CoverageFrame, 'size' | 'facing'> & { missing: boolean; ofNobody: boolean }) {
  const crop = CROPS[size];
  const ink = missing ? 'none' : 'var(--chakra-colors-text)';
  const line = {
    stroke: 'var(--chakra-colors-soft)',
    strokeDasharray: '3 3',
    vectorEffect: 'non-scaling-stroke',
  } as const;
  const edge = missing ? line : {};
  if (!crop)
    return (
      <svg viewBox="0 0 64 36" width="64" height="36" aria-hidden="true">
        <circle
          cx={32}
          cy={18}
          r={11}
          fill="none"
          stroke={missing ? 'var(--chakra-colors-soft)' : ink}
          strokeWidth={2}
        />
        <circle cx={32} cy={18} r={4} fill={ink} {...edge} />
      </svg>
    );
  if (ofNobody) {
    const side = THING_PX[size];
    return (
      <svg viewBox="0 0 64 36" width="64" height="36" aria-hidden="true">
        <path d="M0 26H64" stroke="var(--chakra-colors-soft)" />
        <rect x={32 - side / 2} y={26 - side * 0.72} width={side} height={side * 0.72} fill={ink} {...edge} />
      </svg>
    );
  }
  const [top, height] = crop;
  const width = height * SHAPE;
  const nose = facing === 'left' ? -1 : facing === 'right' ? 1 : 0;
  return (
    <svg viewBox={`${-width / 2} ${top} ${width} ${height}`} width="64" height="36" aria-hidden="true">
      <path d="M-12 19Q0 13 12 19L13 55H9L8 100H2L0 62L-2 100H-8L-9 55H-13Z" fill={ink} {...edge} />
      <ellipse cx={0} cy={8} rx={5.6} ry={7.6} fill={ink} {...edge} />
      {nose ? <path d={`M${nose * 4.6} 5L${nose * 8.4} 9.5L${nose * 4.6} 11Z`} fill={ink} {...edge} /> : null}
      {facing === 'camera' && !missing ? (
        <path
          d="M-2.6 6.6h1.6M1 6.6h1.6M-1.8 11.4h3.6"
          stroke="var(--chakra-colors-page)"
          strokeWidth={0.9}
          fill="none"
        />
      ) : null}
    </svg>
  );
}

function Frame({ frame: f, ofNobody, press }: { frame: CoverageFrame; ofNobody: boolean; press: () => void }) {
  const missing = f.code === '';
  const facing = f.facing ? `, facing ${f.facing}` : '';
  const words = missing
    ? `Missing: ${f.words}`
    : `${f.code}, ${SIZE_WORDS[f.size]}${facing}${f.side ? `, from ${f.side}` : ''}: ${f.words}`;
  return (
    <button
      type="button"
      className={`coverage-frame${missing ? ' missing' : ''}`}
      onClick={press}
      title={words}
      aria-label={words}
      data-frame={f.code || 'missing'}
    >
      <Figure size={f.size} facing={f.facing} missing={missing} ofNobody={ofNobody} />
      <span>{missing ? 'missing' : f.code}</span>
    </button>
  );
}

interface Props {
  label: string;
  rows: readonly CoverageRow[];
  names: ReadonlyMap<string, string>;
  /** Opens what a frame stands for: its shot, or the scene where it is missing. */
  press: (frame: CoverageFrame) => void;
}

const nameOf = (row: CoverageRow, names: Props['names']) =>
  row.personId === null ? 'nobody in it' : (names.get(row.personId) ?? 'somebody');

/** Who is seen how close: a row a person, a column a size, a frame a shot; what an editor will miss is an empty one. Only sizes that are used have a column. */
export function CoverageTable({ label, rows, names, press }: Props) {
  const sizes = SIZES.filter((size) => rows.some((r) => r.frames.has(size)));
  const columns = `minmax(72px, 110px) repeat(${Math.max(1, sizes.length)}, minmax(74px, 1fr))`;
  return (
    <Box role="table" aria-label={label} overflowX="auto">
      <Box role="row" display="grid" gridTemplateColumns={columns} color="soft" fontSize="s" gap={1}>
        <span role="columnheader">Who</span>
        {sizes.map((size) => (
          <span role="columnheader" key={size}>
            {SIZE_WORDS[size]}
          </span>
        ))}
      </Box>
      {rows.map((r) => (
        <Box
          role="row"
          key={r.personId ?? 'nobody'}
          display="grid"
          gridTemplateColumns={columns}
          gap={1}
          borderTop="1px solid"
          borderColor="hairline"
          py={1}
          alignItems="start"
        >
          <Box as="span" role="rowheader" color={r.personId === null ? 'soft' : 'text'} overflowWrap="anywhere">
            {nameOf(r, names)}
          </Box>
          {sizes.map((size) => (
            <Box role="cell" key={size} display="flex" flexWrap="wrap" gap={1}>
              {(r.frames.get(size) ?? []).map((f) => (
                <Frame key={f.key} frame={f} ofNobody={r.personId === null} press={() => press(f)} />
              ))}
            </Box>
          ))}
        </Box>
      ))}
    </Box>
  );
}

/** The same on the phone: each person’s frames in a row, from the widest. */
export function CoverageLines({ rows, names, press }: Omit<Props, 'label'>) {
  return (
    <ul>
      {rows.map((r) => (
        <Box as="li" key={r.personId ?? 'nobody'} py={2} borderTop="1px solid" borderColor="hairline">
          <strong>{nameOf(r, names)}</strong>
          <Box display="flex" flexWrap="wrap" gap={1} mt={1}>
            {SIZES.flatMap((size) => r.frames.get(size) ?? []).map((f) => (
              <Frame key={f.key} frame={f} ofNobody={r.personId === null} press={() => press(f)} />
            ))}
          </Box>
        </Box>
      ))}
    </ul>
  );
}
