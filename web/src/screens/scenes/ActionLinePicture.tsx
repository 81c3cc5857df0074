import { Box } from '@chakra-ui/react';
import type { ActionLine } from '@kavrell/core/scenes';

const [WIDTH, HEIGHT] = [360, 132];
const MIDDLE = HEIGHT / 2;
/** Where a camera stands on either hand of the line, and on it. */
const AT = { one: HEIGHT - 26, other: 26, on: MIDDLE } as const;

/** The line of action from above: who plays along it, the cameras on either hand and on it. It says which hand, not where exactly: that stands in the light plan. */
export function ActionLinePicture({ line, names }: { line: ActionLine; names: readonly string[] }) {
  const said = line.sides.map((s) => `${s.side}: ${s.codes.join(', ')}`).join('; ');
  const crossed = line.crossings.length > 0;
  const here = (at: 'one' | 'other' | 'on') => line.sides.filter((s) => s.at === at);
  return (
    <Box as="figure" m={0} maxW={`${WIDTH}px`} data-action-line>
      <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} width="100%" role="img" aria-label={`Line of action. Seen from ${said}`}>
        <line
          x1={66}
          x2={WIDTH - 66}
          y1={MIDDLE}
          y2={MIDDLE}
          stroke={crossed ? 'var(--chakra-colors-look)' : 'var(--chakra-colors-text)'}
          strokeWidth={2}
          strokeDasharray="8 5"
        />
        {names.slice(0, 4).map((name, i, all) => {
          const x = all.length === 1 ? WIDTH / 2 : 110 + (i * (WIDTH - 220)) / (all.length - 1);
          return (
            <g key={name}>
              <circle cx={x} cy={MIDDLE} r={9} fill="var(--chakra-colors-text)" />
              <text x={x} y={MIDDLE + 23} fontSize={12} textAnchor="middle" fill="var(--chakra-colors-text)">
                {name}
              </text>
            </g>
          );
        })}
        {(['one', 'other', 'on'] as const).flatMap((at) =>
          here(at).map((s, i, all) => {
            const x = at === 'on' ? 40 : (WIDTH * (i + 1)) / (all.length + 1);
            const up = at === 'one' ? -1 : 1;
            return (
              <g key={s.side} transform={`translate(${x} ${AT[at]})`}>
                <path
                  d={
                    at === 'on'
                      ? 'M-12 -7h12v14h-12zM0 -3l8 -5v16l-8 -5z'
                      : `M-8 0v${-up * 10}h16v${up * 10}zM-4 0l-4 ${up * 8}h16l-4 ${-up * 8}z`
                  }
                  fill="var(--chakra-colors-page)"
                  stroke="var(--chakra-colors-text)"
                  strokeWidth={1.5}
                />
                <text
                  x={at === 'on' ? -2 : 16}
                  y={at === 'on' ? -14 : up < 0 ? 10 : -2}
                  fontSize={12}
                  textAnchor={at === 'on' ? 'middle' : 'start'}
                  fill="var(--chakra-colors-text)"
                >
                  {s.side} {s.codes.length > 3 ? `${s.codes[0]} … ${s.codes.at(-1)}` : s.codes.join(' ')}
                </text>
              </g>
            );
          }),
        )}
      </svg>
      <Box as="figcaption" fontSize="s" color={crossed ? 'look' : 'soft'}>
        {crossed
          ? line.crossings.join('. ')
          : here('other').length
            ? 'Nothing jumps over the line.'
            : 'All on one side of the line.'}
      </Box>
    </Box>
  );
}
