import { Box } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { readLineEvidence } from '@kavrell/contract';
import { CURVE_S, type LineEvidence, type LineFind } from '@kavrell/core/lineup';
import { call, wordsOf } from '../../platform/api.ts';
import { Look } from '../../ui/parts.tsx';

const WIDTH = 280;
const CURVE_PX = 64;
const REST_PX = 56;

/** What stands behind a find: the curve of all windows laid over each other, and how far each window lies from the line through them. */
export function EvidencePart({ productionId, find }: { productionId: string; find: LineFind }) {
  const { data, error } = useQuery({
    queryKey: ['lineEvidence', find.id],
    queryFn: () => call(readLineEvidence, { params: { productionId, findId: find.id } }),
    staleTime: Infinity,
  });
  if (error) return <Look>{wordsOf(error)}</Look>;
  if (!data || (data.curve.length === 0 && data.windows.length === 0)) return null;
  return (
    <Box mt={3} minH={`${CURVE_PX + REST_PX}px`}>
      {data.curve.length > 0 ? <Curve curve={data.curve} /> : null}
      {data.windows.length > 0 ? <Rests windows={data.windows} find={find} /> : null}
    </Box>
  );
}

function Curve({ curve }: { curve: readonly number[] }) {
  const x = (i: number) => (i / (curve.length - 1)) * WIDTH;
  const path = curve.map(
    (v, i) => `${i ? 'L' : 'M'}${x(i).toFixed(1)} ${(CURVE_PX - 4 - (v / 100) * (CURVE_PX - 10)).toFixed(1)}`,
  );
  const said = `How alike both are, from ${CURVE_S * 1000}\u00a0ms before this place to as much after it`;
  return (
    <svg viewBox={`0 0 ${WIDTH} ${CURVE_PX}`} width="100%" role="img" aria-label={said} data-curve>
      <title>{said}</title>
      <path d={path.join('')} fill="none" stroke="currentColor" strokeWidth="1.5" />
      <path d={`M${WIDTH / 2} 2V${CURVE_PX}`} stroke="var(--chakra-colors-accent)" strokeWidth="1" />
    </svg>
  );
}

/** How far windows lie from the line through those that agree, ms. */
export function restsOf(windows: LineEvidence['windows'], find: Pick<LineFind, 'offsetMs' | 'atS' | 'driftPpm'>) {
  const line = (atS: number) => (find.offsetMs ?? 0) - (find.driftPpm ?? 0) * 1e-3 * (atS - (find.atS ?? 0));
  return windows.map((w) => ({ atS: w.atS, restMs: w.offsetMs - line(w.atS), fits: w.fits }));
}

function Rests({ windows, find }: { windows: LineEvidence['windows']; find: LineFind }) {
  if (find.refused !== null) return null;
  const rests = restsOf(windows, find);
  const most = Math.max(0.05, ...rests.filter((r) => r.fits).map((r) => Math.abs(r.restMs)));
  const [first, last] = [Math.min(...rests.map((r) => r.atS)), Math.max(...rests.map((r) => r.atS))];
  const x = (atS: number) => 6 + ((atS - first) / Math.max(1e-6, last - first)) * (WIDTH - 12);
  const y = (ms: number) => REST_PX / 2 - Math.max(-1, Math.min(1, ms / most)) * (REST_PX / 2 - 6);
  const said = `Windows along the clip: how far each lies from their line, ±${most.toFixed(2)}\u00a0ms at the edge; hollow ones do not agree`;
  return (
    <svg viewBox={`0 0 ${WIDTH} ${REST_PX}`} width="100%" role="img" aria-label={said} data-rests>
      <title>{said}</title>
      <path d={`M0 ${REST_PX / 2}H${WIDTH}`} stroke="currentColor" opacity="0.4" />
      {rests.map((r) => (
        <circle
          key={r.atS}
          cx={x(r.atS)}
          cy={y(r.restMs)}
          r="3"
          fill={r.fits ? 'currentColor' : 'none'}
          stroke="currentColor"
        />
      ))}
    </svg>
  );
}
