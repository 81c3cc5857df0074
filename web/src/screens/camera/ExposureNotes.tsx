import { Box } from '@chakra-ui/react';
import { disagreements } from '@kavrell/core/camera';
import { fallingTime, flickerSafeAngles } from '@kavrell/core/exposure';
import { SIZE_HEIGHT_M } from '@kavrell/core/optics';
import { usePlanned } from '../../app/production.tsx';
import { Button } from '../../ui/Button.tsx';
import { Look } from '../../ui/parts.tsx';
import { tidy } from './solving.ts';
import type { Exposure } from './useExposure.ts';

/** Useful clip in slow motion, s of playing. */
const LEAST_PLAY_S = 3;

/** What goes with an exposure: mains light, slow motion, movement, and what the cameras of the shot don’t agree on. */
export function ExposureNotes({ exposure }: { exposure: Exposure }) {
  const { production, rows } = usePlanned();
  const { setting: s, shown, shot, ripple, factor, jobFps, set } = exposure;
  const safe = flickerSafeAngles(s.fps, production.mainsHz);
  const takeS = (shot?.takeLengthMin ?? 0) * 60;
  const frameM = shot?.size ? (SIZE_HEIGHT_M[shot.size] ?? 1) : 1;
  const fall = fallingTime(frameM, 0.3, s.fps, jobFps, s.angleDeg);
  const together = disagreements(rows.cameras.filter((c) => shot?.cameras.includes(c.letter)));
  return (
    <Box mt={4} as="ul" display="grid" gap={2} data-notes>
      <li>
        Mains of {production.mainsHz} Hz at {tidy(s.fps)} frames a second:{' '}
        {safe.length === 0 ? (
          <Look>no angle takes in whole ripples</Look>
        ) : (
          <>
            safe at {safe.map((a) => `${tidy(a)}°`).join(', ')}
            {ripple.safe ? (
              ''
            ) : (
              <Look>
                ; {tidy(s.angleDeg)}° takes in {ripple.ripples.toFixed(2)} ripples
              </Look>
            )}
          </>
        )}
        .{' '}
        {safe
          .filter((a) => Math.abs(a - s.angleDeg) > 0.05)
          .map((a) => (
            <Button key={a} size="small" onClick={() => set('angleDeg', String(a))}>
              {tidy(a)}°
            </Button>
          ))}
      </li>
      {s.fps > 60 ? (
        <li>
          Above 60 frames a second dimmed LED and screens ripple at rates of their own: test each lamp of the setup.
        </li>
      ) : null}
      {factor > 1 && shot ? (
        <li>
          A take of {Math.round(takeS)} s plays {Math.round(takeS * factor)} s
          {takeS > 0 && takeS * factor < LEAST_PLAY_S ? <Look>; under {LEAST_PLAY_S} s is hard to cut</Look> : ''}. Data
          grow {factor.toFixed(1)} times with intra and raw, about {Math.sqrt(factor).toFixed(1)} times with long-GOP.
        </li>
      ) : null}
      {shown && s.fps > shown.camera.mostFps ? (
        <li>
          <Look>
            Camera {shown.camera.letter} goes to {shown.camera.mostFps} frames a second in this mode.
          </Look>
        </li>
      ) : null}
      <li>
        Something dropped 30 cm over the picture falls through it ({frameM} m high) in {fall.seconds.toFixed(2)} s,{' '}
        {Math.round(fall.frames)} frames; it plays {fall.playSeconds.toFixed(1)} s, each frame smeared over{' '}
        {(fall.blurShare * 100).toFixed(0)} % of the height.
      </li>
      {together.map((d) => (
        <li key={d.setting.key}>
          <Look>{d.words}</Look>
        </li>
      ))}
      <li>
        Haze already softens: with diffusion as well, half the strength. A polariser takes about 1.5 stops, two crossed
        nearly all.
      </li>
    </Box>
  );
}
