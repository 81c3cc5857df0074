import { Box, Flex } from '@chakra-ui/react';
import { useEffect, useMemo, useState } from 'react';
import { EI_SCHOOLS, SHUTTER_SCHOOLS, productionFields } from '@kavrell/core/brief';
import { fpsOf } from '@kavrell/core/timecode';
import { disagreements } from '@kavrell/core/camera';
import {
  eiPrice,
  exposureLadder,
  fallingTime,
  flickerSafeAngles,
  ndFor,
  rippleOf,
  shutterFor,
} from '@kavrell/core/exposure';
import { SIZE_HEIGHT_M } from '@kavrell/core/optics';
import { formatLux, formatStop } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { wordsOf } from '../../platform/api.ts';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { CalcWhy } from '../../ui/CalcWhy.tsx';
import { FieldEdit } from '../../ui/FieldEdit.tsx';
import { Facts, Figure, Look, Part } from '../../ui/parts.tsx';
import { Sheet } from '../../ui/sheet.tsx';
import { Ladder } from './Ladder.tsx';
import { OPENABLE, solved, type Openable, type Setting } from './solving.ts';
import { useFit } from './useFit.ts';
import { Field } from './ExposureField.tsx';
import { useSteady } from '../../platform/some.ts';

const SCHOOL_WORDS = {
  angle: 'the job’s angle',
  sharp: 'sharper: half of it',
  flickerSafe: 'safe on mains first',
} as const;
const EI_WORDS = { last: 'EI last', native: 'native EI, light made to fit' } as const;
const LABELS: Readonly<Record<Openable | 'fps' | 'otherStops', string>> = {
  fps: 'Frames a second',
  angleDeg: 'Shutter, °',
  tStop: 'T-stop',
  ei: 'EI',
  ndStops: 'ND, stops',
  otherStops: 'Other filters, stops',
  illuminanceLux: 'Light at the face, lx',
};
const ORDER = ['fps', 'angleDeg', 'tStop', 'ei', 'ndStops', 'otherStops', 'illuminanceLux'] as const;
/** Useful clip in slow motion, s of playing. */
const LEAST_PLAY_S = 3;
const tidy = (v: number) => String(v >= 400 ? Math.round(v) : Math.round(v * 100) / 100);

/** One shot’s exposure, in the order it is chosen: rate, shutter, stop, EI, ND; whichever is left open is solved, and its price told. */
export function ExposureView() {
  const { production, rows } = usePlanned();
  const { fit } = useFit();
  const [shotId, setShotId] = useState<string>('');
  const fittings = fit.fittings.filter((f) => f.exposure);
  const shown = fittings.find((f) => `${f.shot.id}:${f.camera.letter}` === shotId) ?? fittings[0];
  const [own, setOwn] = useState<Partial<Setting>>({});
  const [open, setOpen] = useState<Openable>('ndStops');
  useEffect(() => {
    setOwn({});
    setOpen('ndStops');
  }, [shown?.shot.id, shown?.camera.letter, production.shutterSchool, production.eiSchool]);
  const jobFps = fpsOf(production.rate);
  const e = shown?.exposure;
  const fps = own.fps ?? e?.fps ?? jobFps;
  const base: Setting = {
    illuminanceLux: e?.illuminanceLux ?? 500,
    fps,
    angleDeg: shutterFor(production.shutterSchool, production.shutterDeg, fps, production.mainsHz),
    tStop: e?.tStop ?? 2.8,
    ei: e?.ei ?? production.ei,
    ndStops: 0,
    otherStops: 0,
    ...own,
  };
  const asked = useSteady(base, JSON.stringify(base));
  const result = useMemo(() => {
    try {
      return { setting: solved(asked, open), problem: '' };
    } catch (error) {
      return { setting: asked, problem: wordsOf(error) };
    }
  }, [asked, open]);
  const s = result.setting;
  const ladder = exposureLadder({ ...s, ndStops: Math.max(0, s.ndStops) });
  const natives = shown?.camera.nativeEis ?? [production.ei];
  const price = eiPrice(s.ei, natives);
  const ripple = rippleOf(s.angleDeg, s.fps, production.mainsHz);
  const safe = flickerSafeAngles(s.fps, production.mainsHz);
  const factor = s.fps / jobFps;
  const shot = shown?.shot;
  const takeS = (shot?.takeLengthMin ?? 0) * 60;
  const frameM = shot?.size ? (SIZE_HEIGHT_M[shot.size] ?? 1) : 1;
  const fall = fallingTime(frameM, 0.3, s.fps, jobFps, s.angleDeg);
  const short = open === 'ndStops' && s.ndStops < -1 / 3;
  const together = disagreements(rows.cameras.filter((c) => shot?.cameras.includes(c.letter)));
  const set = (key: keyof Setting, text: string) => {
    const v = Number(text.replace(',', '.'));
    if (text.trim() === '' || !Number.isFinite(v)) return;
    setOwn((o) => ({
      ...o,
      [key]: v,
      ...(key === 'fps'
        ? { angleDeg: shutterFor(production.shutterSchool, production.shutterDeg, v, production.mainsHz) }
        : {}),
    }));
  };
  const save = (values: Record<string, unknown>) =>
    void change(production.id, 'How exposure is chosen', [
      { op: 'update', table: 'productions', row: production, values },
    ]);
  return (
    <>
      <Flex gap={3} wrap="wrap" align="end" mb={4}>
        <label>
          Shot
          <select
            className="field"
            style={{ display: 'block', maxWidth: 420 }}
            value={shown ? `${shown.shot.id}:${shown.camera.letter}` : ''}
            onChange={(x) => setShotId(x.target.value)}
          >
            {fittings.length === 0 ? <option value="">no shot with light and lens yet</option> : null}
            {fittings.map((f) => (
              <option key={`${f.shot.id}:${f.camera.letter}`} value={`${f.shot.id}:${f.camera.letter}`}>
                {f.shot.code} on {f.camera.letter}: {f.shot.description.slice(0, 48)}
              </option>
            ))}
          </select>
        </label>
        {shot && fps !== (shot.fps ?? jobFps) ? (
          <Button
            look="primary"
            onClick={() =>
              void change(production.id, `${shot.code}: ${fps} frames a second`, [
                { op: 'update', table: 'shots', row: shot, values: { fps: fps === jobFps ? null : fps } },
              ])
            }
          >
            {shot.code} at {fps} frames a second
          </Button>
        ) : null}
      </Flex>
      <Box display="grid" gridTemplateColumns={{ base: '1fr', md: '240px 1fr' }} gap={6}>
        <Box>
          {ORDER.map((key) => (
            <Flex key={key} gap={2} align="end" mb={3}>
              <Field label={LABELS[key]} value={tidy(s[key])} disabled={key === open} onTake={(t) => set(key, t)} />
              {(OPENABLE as readonly string[]).includes(key) ? (
                <Button
                  size="small"
                  minH="38px"
                  aria-label={`Solve ${LABELS[key]}`}
                  aria-pressed={open === key}
                  look={open === key ? 'on' : 'plain'}
                  onClick={() => {
                    setOwn((o) => ({
                      ...o,
                      [open]:
                        key === 'ndStops' ? s[open] : open === 'ndStops' ? Math.max(0, ndFor(s.ndStops)) : s[open],
                    }));
                    setOpen(key as Openable);
                  }}
                >
                  {open === key ? 'solved' : 'solve'}
                </Button>
              ) : null}
            </Flex>
          ))}
          {result.problem ? (
            <Box role="alert" color="look">
              {result.problem}
            </Box>
          ) : null}
        </Box>
        <Box minW={0}>
          <Ladder ladder={ladder} lightLux={s.illuminanceLux} />
          <Box display="grid" gridTemplateColumns="repeat(auto-fill, minmax(150px, 1fr))" gap={3} mt={4} data-exposure>
            <Figure name="Light wanted" look={Math.abs(ladder.overStops) > 1 / 3}>
              {formatLux(ladder.askedLux)}
            </Figure>
            <Figure name="Over or under" look={Math.abs(ladder.overStops) > 1 / 3}>
              {Math.abs(ladder.overStops) < 0.05
                ? 'right'
                : `${Math.abs(ladder.overStops).toFixed(1)} stops ${ladder.overStops > 0 ? 'over' : 'under'}`}
            </Figure>
            <Figure name="Stop">{formatStop(s.tStop)}</Figure>
            <Figure name="Shutter" look={!ripple.safe}>
              {tidy(s.angleDeg)}°
            </Figure>
            <Figure name="EI price" look={price.stops > 1.5}>
              {Math.abs(price.stops) < 0.05
                ? 'native'
                : `${price.stops > 0 ? '+' : '−'}${Math.abs(price.stops).toFixed(1)} stops`}
            </Figure>
            <Figure name="Plays">{factor === 1 ? 'as shot' : `${factor.toFixed(1)} × slower`}</Figure>
          </Box>
          {short ? (
            <Box mt={3}>
              <Look>
                {Math.abs(s.ndStops).toFixed(1)} stops too dark without any filter: a wider stop, EI{' '}
                {Math.round(s.ei * 2 ** -s.ndStops)} ({eiPrice(s.ei * 2 ** -s.ndStops, natives).words}), or more light.
              </Look>
            </Box>
          ) : open === 'ndStops' && s.ndStops > 1 / 3 ? (
            <Box mt={3}>ND from the bag: {ndFor(s.ndStops)} stops.</Box>
          ) : null}
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
                Above 60 frames a second dimmed LED and screens ripple at rates of their own: test each lamp of the
                setup.
              </li>
            ) : null}
            {factor > 1 && shot ? (
              <li>
                A take of {Math.round(takeS)} s plays {Math.round(takeS * factor)} s
                {takeS > 0 && takeS * factor < LEAST_PLAY_S ? <Look>; under {LEAST_PLAY_S} s is hard to cut</Look> : ''}
                . Data grow {factor.toFixed(1)} times with intra and raw, about {Math.sqrt(factor).toFixed(1)} times
                with long-GOP.
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
              Something dropped 30 cm over the picture falls through it ({frameM} m high) in {fall.seconds.toFixed(2)}{' '}
              s, {Math.round(fall.frames)} frames; it plays {fall.playSeconds.toFixed(1)} s, each frame smeared over{' '}
              {(fall.blurShare * 100).toFixed(0)} % of the height.
            </li>
            {together.map((d) => (
              <li key={d.setting.key}>
                <Look>{d.words}</Look>
              </li>
            ))}
            <li>
              Haze already softens: with diffusion as well, half the strength. A polariser takes about 1.5 stops, two
              crossed nearly all.
            </li>
          </Box>
        </Box>
      </Box>
      <Sheet>
        <Part title="Schools">
          <FieldEdit
            label="Shutter"
            value={production.shutterSchool}
            fields={productionFields}
            set={(shutterSchool) => ({ shutterSchool })}
            save={save}
            options={SHUTTER_SCHOOLS.map((x) => [x, SCHOOL_WORDS[x]] as const)}
          />
          <FieldEdit
            label="EI"
            value={production.eiSchool}
            fields={productionFields}
            set={(eiSchool) => ({ eiSchool })}
            save={save}
            options={EI_SCHOOLS.map((x) => [x, EI_WORDS[x]] as const)}
          />
          <FieldEdit
            label="Mains"
            value={String(production.mainsHz)}
            fields={productionFields}
            set={(t) => ({ mainsHz: Number(t) })}
            save={save}
            options={[
              ['50', '50 Hz'],
              ['60', '60 Hz'],
            ]}
          />
        </Part>
        {shown ? (
          <Part title={`${shown.shot.code} on ${shown.camera.letter}`}>
            <Facts
              rows={[
                ['Lens', shown.lens ? `${shown.lens.name}` : 'none'],
                ['Native EI', natives.join(', ')],
                ['Price', price.words],
              ]}
            />
          </Part>
        ) : null}
        {result.problem === '' && s.illuminanceLux > 0 ? (
          <CalcWhy
            name="exposure.solve"
            input={{
              illuminanceLux: s.illuminanceLux,
              angleDeg: s.angleDeg,
              ei: s.ei,
              fps: s.fps,
              ndStops: Math.max(0, s.ndStops) + s.otherStops,
            }}
            note="The light is read on the setup’s plan, at the brighter cheek of its face."
          />
        ) : null}
      </Sheet>
    </>
  );
}
