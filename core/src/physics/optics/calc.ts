import { z } from 'zod';
import { defineCalc, figure, figureOrNone, inputs, quantity } from '../../base/calc/index.ts';
import { InputError } from '../../base/errors/index.ts';
import { equivalentFocalMm } from './framing.ts';
import { captureRatio, depthOfField, fieldOfViewDeg, framingDistanceM } from './lens.ts';

const focalMm = quantity('The focal length', 'mm', { above: 0 });
const squeeze = quantity('The squeeze', '', { above: 0 });
const ratio = (what: string) => quantity(what, '', { above: 0 });

export const opticsCalcs = [
  defineCalc({
    name: 'optics.fieldOfView',
    about: 'Angle of view of a lens on a sensor side.',
    formula: '2 × arctangent of (sensor side × squeeze ÷ (2 × focal length)).',
    assumptions: ['Focused far away; a close focus narrows it.', 'Squeeze 1 unless given.'],
    source: 'Thin-lens geometry',
    input: inputs({ sensorMm: quantity('The sensor side', 'mm', { above: 0 }), focalMm, squeeze: squeeze.optional() }),
    output: z.object({ angleDeg: figure('The angle', '°') }),
    example: { input: { sensorMm: 36, focalMm: 18 }, output: { angleDeg: 90 } },
    run: (i) => ({ angleDeg: fieldOfViewDeg(i.sensorMm, i.focalMm, i.squeeze) }),
  }),
  defineCalc({
    name: 'optics.framing',
    about: 'How far away a frame of a given height is.',
    formula: 'Focal length × height of the frame ÷ height of the sensor.',
    assumptions: ['Measured from the lens; far against the focal length.'],
    source: 'Similar triangles',
    input: inputs({
      focalMm,
      sensorHeightMm: quantity('The sensor’s height', 'mm', { above: 0 }),
      heightM: quantity('The frame’s height', 'm', { above: 0 }),
    }),
    output: z.object({ distanceM: figure('The distance', 'm') }),
    example: { input: { focalMm: 50, sensorHeightMm: 12.5, heightM: 0.9 }, output: { distanceM: 3.6 } },
    run: (i) => ({ distanceM: framingDistanceM(i.focalMm, i.sensorHeightMm, i.heightM) }),
  }),
  defineCalc({
    name: 'optics.ratio',
    about: 'The ratio a squeezed picture has, and what delivery throws away.',
    formula:
      'Captured = sensor ratio × squeeze; share thrown away = 1 − the smaller of captured and delivered ÷ the larger.',
    assumptions: ['The largest crop of the delivery ratio is kept.'],
    source: 'Definition',
    input: inputs({ sensorRatio: ratio('The sensor’s ratio'), squeeze, deliveryRatio: ratio('The delivery ratio') }),
    output: z.object({
      capturedRatio: figure('The captured ratio', ''),
      cropShare: figure('The share thrown away', ''),
    }),
    example: {
      input: { sensorRatio: 1.5, squeeze: 2, deliveryRatio: 2.25 },
      output: { capturedRatio: 3, cropShare: 0.25 },
    },
    run: (i) => captureRatio(i.sensorRatio, i.squeeze, i.deliveryRatio),
  }),
  defineCalc({
    name: 'optics.depthOfField',
    about: 'From where to where the picture is sharp.',
    formula: 'Hyperfocal H = f²/(N·c) + f; near = d(H − f)/(H + d − 2f); far = d(H − f)/(H − d), infinity from d = H.',
    assumptions: [
      'Circle of confusion c = sensor diagonal ÷ 1500.',
      'N is the f-number; a T-stop in its place gives slightly too much depth.',
    ],
    source: 'Thin-lens depth of field',
    input: inputs({
      focalMm,
      stop: quantity('The f-number', '', { above: 0 }),
      distanceM: quantity('The distance', 'm', { above: 0 }),
      sensorWidthMm: quantity('The sensor’s width', 'mm', { above: 0 }),
      sensorHeightMm: quantity('The sensor’s height', 'mm', { above: 0 }),
    }),
    output: z.object({
      nearM: figure('Sharp from', 'm'),
      farM: figureOrNone('Sharp to', 'm'),
      hyperfocalM: figure('Hyperfocal', 'm'),
      cocMm: figure('The circle of confusion', 'mm'),
    }),
    example: {
      input: { focalMm: 50, stop: 2, distanceM: 50, sensorWidthMm: 24, sensorHeightMm: 18 },
      output: { nearM: 50 * (62.5 / 112.45), farM: 50 * (62.5 / 12.55), hyperfocalM: 62.55, cocMm: 0.02 },
    },
    run: (i) => {
      if (i.distanceM * 1000 <= i.focalMm) {
        throw new InputError('optics.distance', 'The distance must be more than the focal length.', ['distanceM']);
      }
      return depthOfField(i.focalMm, i.stop, i.distanceM, i.sensorWidthMm, i.sensorHeightMm);
    },
  }),
  defineCalc({
    name: 'optics.equivalent',
    about: 'The focal length that frames the same on another sensor.',
    formula: 'Focal length × (other sensor’s width × its squeeze) ÷ (sensor’s width × squeeze).',
    assumptions: ['The same distance; the same width of the picture.'],
    source: 'Similar triangles',
    input: inputs({
      focalMm,
      fromWidthMm: quantity('The sensor’s width', 'mm', { above: 0 }),
      toWidthMm: quantity('The other sensor’s width', 'mm', { above: 0 }),
      fromSqueeze: squeeze.optional(),
      toSqueeze: squeeze.optional(),
    }),
    output: z.object({ focalMm: figure('The focal length', 'mm') }),
    example: { input: { focalMm: 50, fromWidthMm: 36, toWidthMm: 18 }, output: { focalMm: 25 } },
    run: (i) => ({
      focalMm: equivalentFocalMm(
        i.focalMm,
        { sensorWidthMm: i.fromWidthMm, squeeze: i.fromSqueeze ?? 1 },
        { sensorWidthMm: i.toWidthMm, squeeze: i.toSqueeze ?? 1 },
      ),
    }),
  }),
];
