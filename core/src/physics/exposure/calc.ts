import { z } from 'zod';
import { defineCalc, figure, inputs, quantity } from '../../base/calc/index.ts';
import { InputError } from '../../base/errors/index.ts';
import { FLAT_RECEPTOR_C, illuminanceFor, shutterSeconds, solveExposure } from './illuminance.ts';
import { eiPrice } from './ladder.ts';
import { fallingTime } from './motion.ts';
import { flickerSafeAngles, ndFrom } from './rates.ts';
import { rippleOf, shutterFor } from './shutter.ts';

const tStop = quantity('The T-stop', '', { above: 0 });
const ei = quantity('The EI', '', { above: 0 });
const angleDeg = quantity('The shutter angle', '°', { above: 0, to: 360 });
const fps = quantity('The frame rate', 'frames a second', { above: 0 });
const c = quantity('The calibration constant', 'lx·s', { above: 0 }).optional();
const METER = `Incident meter with a flat receptor, C = ${FLAT_RECEPTOR_C} lx·s unless given.`;

/** More ripples in a frame than this and every angle is safe: there is nothing to list. */
const MOST_RIPPLES = 100_000;
function refuseTooMany({ fps: rate, mainsHz }: { fps: number; mainsHz: number }): void {
  if ((2 * mainsHz) / rate > MOST_RIPPLES)
    throw new InputError('exposure.tooMany', 'So many ripples fit into a frame that every angle is safe.', ['mainsHz']);
}

export const exposureCalcs = [
  defineCalc({
    name: 'exposure.illuminance',
    about: 'Light on the subject that a stop, EI and shutter ask for.',
    formula: 'C × T-stop² ÷ (exposure time × EI); exposure time = angle ÷ 360 ÷ frames a second.',
    assumptions: [METER, 'A mid-tone facing the light; no filter.'],
    source: 'ISO 2720, incident form',
    input: inputs({
      tStop,
      ei,
      shutterS: quantity('The exposure time', 's', { above: 0 }).optional(),
      angleDeg: angleDeg.optional(),
      fps: fps.optional(),
      c,
    }),
    output: z.object({ illuminanceLux: figure('The light', 'lux') }),
    example: { input: { tStop: 4, ei: 800, angleDeg: 172.8, fps: 24 }, output: { illuminanceLux: 250 } },
    run: (i) => {
      const byAngle = i.angleDeg !== undefined && i.fps !== undefined;
      const some = i.angleDeg !== undefined || i.fps !== undefined;
      if (i.shutterS !== undefined ? some : !byAngle) {
        throw new InputError('exposure.shutter', 'Give either the exposure time or the angle with the frame rate.', [
          i.shutterS !== undefined || i.fps !== undefined ? 'angleDeg' : some ? 'fps' : 'shutterS',
        ]);
      }
      const shutterS = i.shutterS ?? shutterSeconds(i.angleDeg!, i.fps!);
      return { illuminanceLux: illuminanceFor(i.tStop, i.ei, shutterS, i.c) };
    },
  }),
  defineCalc({
    name: 'exposure.solve',
    about: 'The one of light, T-stop, shutter angle and EI that is left open.',
    formula: 'Light ÷ 2^(stops of ND) × exposure time × EI = C × T-stop², solved for the one not given.',
    assumptions: [METER, 'ND takes exactly its stops from the light.'],
    source: 'ISO 2720, incident form',
    input: inputs({
      illuminanceLux: quantity('The light', 'lux', { above: 0 }).optional(),
      tStop: tStop.optional(),
      angleDeg: angleDeg.optional(),
      ei: ei.optional(),
      fps,
      ndStops: quantity('The ND', 'stops', { from: 0 }).optional(),
      c,
    }),
    output: z.object({
      illuminanceLux: figure('The light', 'lux'),
      tStop: figure('The T-stop', ''),
      angleDeg: figure('The angle', '°'),
      ei: figure('The EI', ''),
    }),
    example: {
      input: { illuminanceLux: 250, angleDeg: 172.8, ei: 800, fps: 24 },
      output: { illuminanceLux: 250, tStop: 4, angleDeg: 172.8, ei: 800 },
    },
    run: ({ fps: rate, ndStops, c: constant, ...known }) => solveExposure(known, { fps: rate, ndStops, c: constant }),
  }),
  defineCalc({
    name: 'exposure.flicker',
    about: 'Shutter angles that take in whole ripples of mains light.',
    formula: 'k × 360 × frames a second ÷ (2 × mains frequency), for k = 1, 2, … as far as 360°.',
    assumptions: [
      'Light ripples at twice the mains frequency. Dimmed LED and screens ripple at rates of their own: test them.',
    ],
    source: 'Whole periods of a periodic light integrate to a constant',
    input: inputs({ fps, mainsHz: quantity('The mains frequency', 'Hz', { above: 0 }) }),
    output: z.object({ anglesDeg: z.array(z.number()) }),
    example: { input: { fps: 60, mainsHz: 50 }, output: { anglesDeg: [216] } },
    run: (i) => {
      refuseTooMany(i);
      return { anglesDeg: flickerSafeAngles(i.fps, i.mainsHz) };
    },
  }),
  defineCalc({
    name: 'exposure.nd',
    about: 'A neutral density filter as density, factor and stops.',
    formula: 'factor = 10^density = 2^stops; density 0.30103 is one stop.',
    assumptions: [],
    source: 'ISO 5-1, definition of optical density',
    input: inputs({
      density: quantity('The density', '', { from: 0 }).optional(),
      factor: quantity('The factor', '', { from: 1 }).optional(),
      stops: quantity('The stops', '', { from: 0 }).optional(),
    }),
    output: z.object({
      density: figure('The density', ''),
      factor: figure('The factor', ''),
      stops: figure('The stops', ''),
    }),
    example: { input: { factor: 64 }, output: { density: Math.log10(64), factor: 64, stops: 6 } },
    run: ({ density, factor, stops }) => {
      if ([density, factor, stops].filter((v) => v !== undefined).length !== 1) {
        throw new InputError('nd.one', 'Give one of density, factor and stops.');
      }
      return density !== undefined
        ? ndFrom({ density })
        : factor !== undefined
          ? ndFrom({ factor })
          : ndFrom({ stops: stops! });
    },
  }),
  defineCalc({
    name: 'exposure.slowMotion',
    about: 'How long an action plays that was shot at another rate.',
    formula: 'factor = shooting rate ÷ playing rate; playing time = shooting time × factor.',
    assumptions: ['Every frame shot is played.'],
    source: 'Definition',
    input: inputs({
      shootFps: quantity('The shooting rate', 'frames a second', { above: 0 }),
      playFps: quantity('The playing rate', 'frames a second', { above: 0 }),
      seconds: quantity('The time shot', 's', { from: 0 }),
    }),
    output: z.object({ playSeconds: figure('The playing time', 's'), factor: figure('The factor', '') }),
    example: { input: { shootFps: 150, playFps: 25, seconds: 10 }, output: { playSeconds: 60, factor: 6 } },
    run: (i) => ({ playSeconds: (i.seconds * i.shootFps) / i.playFps, factor: i.shootFps / i.playFps }),
  }),
  defineCalc({
    name: 'exposure.shutter',
    about: 'The shutter angle that a school gives at a rate.',
    formula:
      'The job’s angle; half of it for sharp movement; or the angle nearest to it in stops that takes in whole ripples of the mains.',
    assumptions: ['Where one ripple is longer than a frame no angle is safe, and the job’s stays.'],
    source: 'Whole periods of a periodic light integrate to a constant',
    input: inputs({
      school: z.enum(['angle', 'sharp', 'flickerSafe'], { error: 'Choose angle, sharp or flickerSafe.' }),
      jobDeg: angleDeg,
      fps,
      mainsHz: quantity('The mains frequency', 'Hz', { above: 0, to: 1000 }),
    }),
    output: z.object({
      angleDeg: figure('The angle', '°'),
      ripples: figure('Ripples in one exposure', ''),
      safe: z.boolean(),
    }),
    example: {
      input: { school: 'flickerSafe', jobDeg: 180, fps: 24, mainsHz: 50 },
      output: { angleDeg: 172.8, ripples: 2, safe: true },
    },
    run: (i) => {
      refuseTooMany(i);
      const angle = shutterFor(i.school, i.jobDeg, i.fps, i.mainsHz);
      const { ripples, safe } = rippleOf(angle, i.fps, i.mainsHz);
      return { angleDeg: angle, ripples, safe };
    },
  }),
  defineCalc({
    name: 'exposure.eiPrice',
    about: 'What an EI costs in noise or highlights.',
    formula: 'log₂ of EI ÷ the native EI at or below it (a third of a stop under one still counts as that one).',
    assumptions: ['A body with two native EIs is as clean at either.'],
    source: 'Definition of EI',
    input: inputs({
      ei,
      nativeEis: z.array(quantity('A native EI', '', { above: 0 })).min(1, 'One native EI at least.'),
    }),
    output: z.object({ nativeEi: figure('Native EI', ''), stops: figure('Over it', 'stops') }),
    example: { input: { ei: 3200, nativeEis: [800, 12_800] }, output: { nativeEi: 800, stops: 2 } },
    run: (i) => {
      const { nativeEi, stops } = eiPrice(i.ei, i.nativeEis);
      return { nativeEi, stops };
    },
  }),
  defineCalc({
    name: 'exposure.falling',
    about: 'How long something that falls is in the picture, and how it plays.',
    formula:
      't = √(2(above + frame) ÷ g) − √(2 × above ÷ g); frames = t × rate; smear = speed at the lower edge × exposure time ÷ frame.',
    assumptions: ['No air; g = 9.80665 m/s².'],
    source: 'Uniform acceleration',
    input: inputs({
      frameM: quantity('The frame’s height', 'm', { above: 0 }),
      aboveM: quantity('Let go above it', 'm', { from: 0 }),
      shootFps: fps,
      playFps: quantity('The playing rate', 'frames a second', { above: 0 }),
      angleDeg,
    }),
    output: z.object({
      seconds: figure('In the picture', 's'),
      playSeconds: figure('Plays', 's'),
      frames: figure('Frames', ''),
      blurShare: figure('Smear', 'of the height'),
    }),
    example: {
      input: { frameM: 4.903325, aboveM: 0, shootFps: 50, playFps: 25, angleDeg: 180 },
      output: { seconds: 1, playSeconds: 2, frames: 50, blurShare: 0.02 },
    },
    run: (i) => fallingTime(i.frameM, i.aboveM, i.shootFps, i.playFps, i.angleDeg),
  }),
];
