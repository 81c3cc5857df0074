import type { Camera } from '@kavrell/core/camera';
import { Box, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import {
  captureRatio,
  depthOfField,
  equivalentFocalMm,
  seenAt,
  solveFraming,
  type DepthOfField,
  type Framing,
  SIZE_HEIGHT_M,
} from '@kavrell/core/optics';
import { cropOf } from '@kavrell/core/brief';
import { SIZE_WORDS, type Shot } from '@kavrell/core/scenes';
import { usePlanned } from '../../app/production.tsx';
import { Button } from '../../ui/Button.tsx';
import { Facts, Figure } from '../../ui/parts.tsx';
import { TypedNumber } from '../../ui/TypedNumber.tsx';
import { Choice } from '../../ui/Choice.tsx';

type Open = 'size' | 'distance' | 'focal';
const FIGURE_M = 1.75;
const EYE_M = 1.62;
const metres = (m: number | null) => (m === null ? 'far away' : `${m < 10 ? m.toFixed(2) : m.toFixed(0)} m`);
const SIZES = Object.keys(SIZE_HEIGHT_M) as NonNullable<Shot['size']>[];

/** Size, distance, focal length: two are said, the third is solved; with the frame drawn, what is sharp, and the same on the other cameras. */
export function FrameBench() {
  const { rows } = usePlanned();
  const [letter, setLetter] = useState('');
  const [size, setSize] = useState<NonNullable<Shot['size']>>('mcu');
  const [distance, setDistance] = useState('2.5');
  const [focal, setFocal] = useState('50');
  const [stop, setStop] = useState('2.8');
  const [squeeze, setSqueeze] = useState('1');
  const [open, setOpen] = useState<Open>('focal');
  const camera = rows.cameras.find((c) => c.letter === letter) ?? rows.cameras[0];
  if (!camera) return null;
  const number = (t: string) => Math.max(0.01, Number(t.replace(',', '.')) || 0.01);
  const sensor = { widthMm: camera.sensorWidthMm, heightMm: camera.sensorHeightMm };
  const f =
    open === 'focal'
      ? solveFraming({ heightM: SIZE_HEIGHT_M[size] ?? 1, distanceM: number(distance) }, sensor.heightMm)
      : open === 'distance'
        ? solveFraming({ heightM: SIZE_HEIGHT_M[size] ?? 1, focalMm: number(focal) }, sensor.heightMm)
        : solveFraming({ distanceM: number(distance), focalMm: number(focal) }, sensor.heightMm);
  const squeezed = Math.min(2, Math.max(1, number(squeeze)));
  const seen = seenAt(f.distanceM, f.focalMm, sensor, squeezed);
  const widest = Math.max(0, ...rows.deliverables.map((d) => d.widthPx / d.heightPx));
  const kept = widest > 0 ? captureRatio(sensor.widthMm / sensor.heightMm, squeezed, widest) : null;
  const sharp =
    f.distanceM * 1000 > f.focalMm
      ? depthOfField(f.focalMm, number(stop), f.distanceM, sensor.widthMm, sensor.heightMm)
      : null;
  const pick = (which: Open, words: string) => (
    <Button
      size="small"
      aria-pressed={open === which}
      look={open === which ? 'on' : 'plain'}
      onClick={() => setOpen(which)}
    >
      {words}
    </Button>
  );
  return (
    <Box>
      <Box as="h2" fontSize="m" mb={2}>
        What a lens sees
      </Box>
      <Flex gap={3} wrap="wrap" align="end" mb={3}>
        <label>
          Camera
          <Choice
            style={{ display: 'block', width: 80 }}
            value={camera.letter}
            onChange={(e) => setLetter(e.target.value)}
          >
            {rows.cameras.map((c) => (
              <option key={c.id}>{c.letter}</option>
            ))}
          </Choice>
        </label>
        <label>
          Size
          <Choice
            style={{ display: 'block', width: 150 }}
            value={size}
            disabled={open === 'size'}
            onChange={(e) => setSize(e.target.value as typeof size)}
          >
            {SIZES.map((s) => (
              <option key={s} value={s}>
                {SIZE_WORDS[s]}
              </option>
            ))}
          </Choice>
        </label>
        <TypedNumber
          label="Distance, m"
          width={90}
          readOnly={open === 'distance'}
          value={open === 'distance' ? f.distanceM.toFixed(2) : distance}
          onChange={setDistance}
        />
        <TypedNumber
          label="Focal length, mm"
          width={110}
          readOnly={open === 'focal'}
          value={open === 'focal' ? f.focalMm.toFixed(0) : focal}
          onChange={setFocal}
        />
        <TypedNumber label="Stop" width={70} value={stop} onChange={setStop} />
        <TypedNumber label="Squeeze" width={70} value={squeeze} onChange={setSqueeze} />
        <Flex gap={1} role="group" aria-label="Solve">
          {pick('size', 'Solve size')}
          {pick('distance', 'Solve distance')}
          {pick('focal', 'Solve lens')}
        </Flex>
      </Flex>
      <FrameShown seen={seen} sharp={sharp} framing={f} kept={kept} camera={camera} />
    </Box>
  );
}

/** The frame as the camera has it at eye height: a figure of 1.75 m, the horizon, and where deliveries are cut. */
function Frame({ widthM, heightM }: { widthM: number; heightM: number }) {
  const { rows } = usePlanned();
  const W = 360;
  const H = (W * heightM) / widthM;
  const px = W / widthM;
  // Close sizes look at the eyes; wide ones keep the feet in.
  const centre = heightM > FIGURE_M * 1.1 ? FIGURE_M / 2 : EYE_M - heightM * 0.1;
  const y = (m: number) => H / 2 - (m - centre) * px;
  const x = W / 2;
  const crops = rows.deliverables
    .map((d) => cropOf({ widthPx: 1000 * widthM, heightPx: 1000 * heightM }, d))
    .filter((c) => c.cropShare > 0.02);
  return (
    <svg
      width={W}
      height={H}
      viewBox={`0 0 ${W} ${H}`}
      role="img"
      aria-label="The frame"
      style={{
        border: '1px solid var(--chakra-colors-edge)',
        background: 'var(--chakra-colors-panel)',
        maxWidth: '100%',
      }}
    >
      <path d={`M0 ${y(EYE_M)}H${W}`} stroke="var(--chakra-colors-hairline)" strokeDasharray="4 4" />
      <g fill="var(--chakra-colors-soft)">
        <ellipse cx={x} cy={y(1.63)} rx={0.085 * px} ry={0.12 * px} />
        <path
          d={`M${x - 0.22 * px} ${y(1.42)}Q${x} ${y(1.54)} ${x + 0.22 * px} ${y(1.42)}L${x + 0.19 * px} ${y(0.92)}L${x + 0.15 * px} ${y(0)}H${x + 0.03 * px}L${x} ${y(0.82)}L${x - 0.03 * px} ${y(0)}H${x - 0.15 * px}L${x - 0.19 * px} ${y(0.92)}Z`}
        />
      </g>
      <path d={`M0 ${y(0)}H${W}`} stroke="var(--chakra-colors-edge)" />
      {crops.map((c, i) => {
        const [w, h] = c.narrower ? [H * c.deliveryRatio, H] : [W, W / c.deliveryRatio];
        return (
          <rect
            key={i}
            x={(W - w) / 2}
            y={(H - h) / 2}
            width={w}
            height={h}
            fill="none"
            stroke="var(--chakra-colors-text)"
            strokeDasharray="6 4"
          />
        );
      })}
    </svg>
  );
}

const RULER_PX = 360;
/** From the lens outwards: what is sharp, and where focus stands. The end of the ruler is twice the distance. */
function Sharp({ nearM, farM, atM }: { nearM: number; farM: number | null; atM: number }) {
  const x = (m: number) => Math.min(RULER_PX, (m / (2 * atM)) * RULER_PX);
  const end = farM === null ? RULER_PX : x(farM);
  return (
    <svg
      width={RULER_PX}
      height={34}
      viewBox={`0 0 ${RULER_PX} 34`}
      role="img"
      aria-label={`Sharp from ${metres(nearM)} to ${metres(farM)}`}
      style={{ maxWidth: '100%', display: 'block', marginTop: 8 }}
    >
      <path d={`M0 12H${RULER_PX}`} stroke="var(--chakra-colors-edge)" />
      <rect x={x(nearM)} y={7} width={Math.max(2, end - x(nearM))} height={10} fill="var(--chakra-colors-soft)" />
      <path d={`M${x(atM)} 2V22`} stroke="var(--chakra-colors-text)" strokeWidth={2} />
      <text x={2} y={32} fontSize={11} fill="var(--chakra-colors-soft)">
        lens
      </text>
      <text x={x(atM)} y={32} fontSize={11} textAnchor="middle" fill="var(--chakra-colors-text)">
        {metres(atM)}
      </text>
      <text x={RULER_PX - 2} y={32} fontSize={11} textAnchor="end" fill="var(--chakra-colors-soft)">
        {metres(2 * atM)}
      </text>
    </svg>
  );
}

/** The picture, and what is sharp of it. */
function FrameShown({
  seen,
  sharp,
  framing,
  kept,
  camera,
}: {
  seen: { widthM: number; heightM: number; angleDeg: number };
  sharp: DepthOfField | null;
  framing: Framing;
  kept: { capturedRatio: number; cropShare: number } | null;
  camera: Camera;
}) {
  const { rows } = usePlanned();

  return (
    <Flex gap={5} wrap="wrap" align="start">
      <Box>
        <Frame widthM={seen.widthM} heightM={seen.heightM} />
        {sharp ? <Sharp nearM={sharp.nearM} farM={sharp.farM} atM={framing.distanceM} /> : null}
      </Box>
      <Box minW="240px" flex="1">
        <Box display="grid" gridTemplateColumns="1fr 1fr" gap={3} mb={3} data-frame>
          <Figure name="In the picture">
            {seen.widthM.toFixed(2)} × {seen.heightM.toFixed(2)} m
          </Figure>
          <Figure name="Angle across">{seen.angleDeg.toFixed(1)}°</Figure>
          <Figure name="Focal length">{framing.focalMm.toFixed(0)} mm</Figure>
          <Figure name="Distance">{metres(framing.distanceM)}</Figure>
        </Box>
        {sharp ? (
          <Facts
            rows={[
              ['Sharp', `${metres(sharp.nearM)} to ${metres(sharp.farM)}`],
              ['From which all is sharp', metres(sharp.hyperfocalM)],
              ...(kept
                ? [
                    ['As captured', `${kept.capturedRatio.toFixed(2)} : 1`] as const,
                    ['Cut away for the widest delivery', `${Math.round(kept.cropShare * 100)} %`] as const,
                  ]
                : []),
              ...rows.cameras
                .filter((c) => c.id !== camera.id)
                .map(
                  (c) =>
                    [
                      `The same on ${c.letter}`,
                      `${equivalentFocalMm(framing.focalMm, camera, c).toFixed(0)} mm`,
                    ] as const,
                ),
            ]}
          />
        ) : null}
      </Box>
    </Flex>
  );
}
