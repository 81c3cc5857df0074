import { Box } from '@chakra-ui/react';
import { sheetBand, type BandLight, type SheetContent, type SheetPresent } from '@kavrell/core/callsheet';

/** What is due by the sheet just now, as large as it can be. */
export function PresentOf({ present: { on, next }, say }: { present: SheetPresent; say: (m: number) => string }) {
  return (
    <Box borderBottom="2px solid" borderColor="accent" pb={2} mb={4} data-sheet-now>
      <Box fontSize="xl" fontWeight="700" lineHeight="1.2">
        {on ? `By the sheet now: ${on.title}, until ${say(on.endMin)}` : 'By the sheet now: nothing'}
      </Box>
      {next ? (
        <Box color="soft">
          then {next.title} at {say(next.startMin)}
        </Box>
      ) : null}
    </Box>
  );
}

/** Greys by how light it is outside, warm while the sun is low; of the theme, so that it stays dark on a dark set. */
const LIGHTS: Readonly<Record<BandLight, string>> = {
  dark: 'hsl(0 0% 50% / 0.55)',
  twilight: 'hsl(0 0% 50% / 0.3)',
  low: 'hsl(34 80% 50% / 0.35)',
  day: 'transparent',
};
const [WIDTH, HEIGHT, TOP, BLOCK] = [1000, 36, 8, 20];

/** The day of a sheet as a strip: how light it is outside, the work in it, and now. */
export function SheetBandStrip({
  sheet,
  nowMin,
  say,
}: {
  sheet: SheetContent;
  nowMin: number;
  say: (m: number) => string;
}) {
  const band = sheetBand(sheet);
  if (!band) return null;
  const x = (m: number) => ((m - band.fromMin) / (band.toMin - band.fromMin)) * WIDTH;
  const every = band.hoursMin.length > 9 ? 2 : 1;
  return (
    <Box mb={4}>
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        preserveAspectRatio="none"
        width="100%"
        height={HEIGHT}
        role="img"
        aria-label={`The day as a strip, ${say(band.fromMin)} to ${say(band.toMin)}`}
        style={{ display: 'block' }}
      >
        {band.light.map((l) => (
          <rect
            key={`${l.kind}${l.fromMin}`}
            x={x(l.fromMin)}
            width={x(l.toMin) - x(l.fromMin)}
            height={HEIGHT}
            fill={LIGHTS[l.kind]}
          />
        ))}
        {band.blocks.map((b) => (
          <rect
            key={`${b.kind}${b.fromMin}${b.title}`}
            x={x(b.fromMin)}
            y={b.kind === 'other' ? TOP + 6 : TOP}
            width={Math.max(1, x(b.toMin) - x(b.fromMin))}
            height={b.kind === 'other' ? BLOCK - 12 : BLOCK}
            fill={b.kind === 'work' ? 'var(--chakra-colors-text)' : 'var(--chakra-colors-page)'}
            stroke="var(--chakra-colors-text)"
            strokeWidth={1}
            vectorEffect="non-scaling-stroke"
          >
            <title>
              {b.title}, {say(b.fromMin)} to {say(b.toMin)}
            </title>
          </rect>
        ))}
        {nowMin > band.fromMin && nowMin < band.toMin ? (
          <rect x={x(nowMin) - 1.5} width={3} height={HEIGHT} fill="var(--chakra-colors-accent)" />
        ) : null}
      </svg>
      <Box position="relative" h="18px" fontSize="12px" color="soft" aria-hidden="true">
        {band.hoursMin
          .filter((_, i) => i % every === 0)
          .map((m, i, all) => (
            <Box
              as="span"
              key={m}
              position="absolute"
              left={`${x(m) / 10}%`}
              transform={i === 0 ? undefined : i === all.length - 1 ? 'translateX(-100%)' : 'translateX(-50%)'}
            >
              {say(m)}
            </Box>
          ))}
      </Box>
    </Box>
  );
}

const pictureOf = (svg: string) => `data:image/svg+xml,${encodeURIComponent(svg)}`;

/** The light of the day’s setups and the boards of its shots as they went out with the sheet. */
export function SheetPictures({ sheet: { plans = [], boards = [] } }: { sheet: SheetContent }) {
  const pictures = [
    ...plans.map((p) => ({ ...p, words: `${p.code} ${p.name}`, alt: `Plan of the light of ${p.code} ${p.name}` })),
    ...boards.map((b) => ({ ...b, words: b.code, alt: `Board of ${b.code}` })),
  ];
  if (pictures.length === 0) return null;
  return (
    <Box display="grid" gridTemplateColumns="repeat(auto-fill, minmax(132px, 1fr))" gap={3} my={5} data-sheet-pictures>
      {pictures.map((p) => (
        <figure key={p.alt} style={{ margin: 0 }}>
          <Box bg="#fff" borderRadius="r" h="96px" p={1}>
            <img src={pictureOf(p.svg)} alt={p.alt} style={{ width: '100%', height: '100%', objectFit: 'contain' }} />
          </Box>
          <Box as="figcaption" color="soft" fontSize="s">
            {p.words}
          </Box>
        </figure>
      ))}
    </Box>
  );
}
