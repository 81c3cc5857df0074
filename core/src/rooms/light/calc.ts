import { z } from 'zod';
import { defineCalc, figure, inputs, quantity } from '../../base/calc/index.ts';
import { InputError } from '../../base/errors/index.ts';
import { beamShare, lightAtDistance, lightRatio, rectangleShare, type Emitter } from './falloff.ts';

const metres = (what: string) => quantity(what, 'm', { above: 0 });

function emitterOf(i: { radiusM?: number; widthM?: number; heightM?: number }): Emitter {
  const rectangle = i.widthM !== undefined && i.heightM !== undefined;
  if (i.radiusM !== undefined && i.widthM === undefined && i.heightM === undefined) return { radiusM: i.radiusM };
  if (rectangle && i.radiusM === undefined) return { widthM: i.widthM!, heightM: i.heightM! };
  const path = i.radiusM !== undefined ? 'radiusM' : i.widthM === undefined ? 'widthM' : 'heightM';
  throw new InputError('light.shape', 'Give either the radius (0 for a point) or the width and height of the source.', [
    path,
  ]);
}

export const lightCalcs = [
  defineCalc({
    name: 'light.illuminance',
    about: 'Light of one lamp at a place, from a reading at another distance.',
    formula:
      'Reading × (reference² + r²) ÷ (distance² + r²) for a round source, × the ratio of form factors for a rectangle; × cos^m of the angle off axis, m = ln ½ ÷ ln cos(beam ÷ 2); × cosine of the incidence; × transmission.',
    assumptions: [
      'An evenly glowing, matt source; nothing in between, nothing bounced.',
      'Without a beam angle the place lies on the axis.',
    ],
    source: 'Configuration factors of disc and rectangle; cosine-power beam',
    input: inputs({
      referenceLux: quantity('The reading', 'lux', { from: 0 }),
      referenceM: metres('The distance of the reading'),
      distanceM: metres('The distance'),
      radiusM: quantity('The radius', 'm', { from: 0 }).optional(),
      widthM: metres('The width').optional(),
      heightM: metres('The height').optional(),
      beamDeg: quantity('The beam angle', '°', { above: 0, below: 180 }).optional(),
      offAxisDeg: quantity('The angle off axis', '°', { from: 0, to: 180 }).optional(),
      incidenceDeg: quantity('The angle of incidence', '°', { from: 0, to: 180 }).optional(),
      transmission: quantity('The transmission', '', { from: 0, to: 1 }).optional(),
    }),
    output: z.object({ illuminanceLux: figure('The light', 'lux') }),
    example: {
      input: { referenceLux: 8000, referenceM: 1, distanceM: 2, radiusM: 0, incidenceDeg: 60, transmission: 0.5 },
      output: { illuminanceLux: 500 },
    },
    run: (i) => {
      const emitter = emitterOf(i);
      // On the axis a beam changes nothing.
      if ((i.offAxisDeg ?? 0) !== 0 && i.beamDeg === undefined) {
        throw new InputError('light.beam', 'An angle off axis says nothing without the beam angle.', ['beamDeg']);
      }
      const beam = i.beamDeg === undefined ? 1 : beamShare(i.beamDeg, i.offAxisDeg ?? 0);
      const cosine = Math.max(0, Math.cos(((i.incidenceDeg ?? 0) * Math.PI) / 180));
      const onAxis = lightAtDistance(emitter, i.referenceLux, i.referenceM, i.distanceM);
      return { illuminanceLux: onAxis * beam * cosine * (i.transmission ?? 1) };
    },
  }),
  defineCalc({
    name: 'light.flagShare',
    about: 'Share of the light from all around that a flag takes from a face.',
    formula: 'The form factor of the flag’s rectangle as seen from the face, square on and centred.',
    assumptions: ['Light comes evenly from the whole half room in front of the face; the flag is black.'],
    source: 'Configuration factor of a rectangle',
    input: inputs({ widthM: metres('The width'), heightM: metres('The height'), distanceM: metres('The distance') }),
    output: z.object({ share: figure('The share', '') }),
    example: {
      input: { widthM: 1.2, heightM: 1.2, distanceM: 0.6 },
      output: { share: (4 / Math.PI / Math.SQRT2) * Math.atan(Math.SQRT1_2) },
    },
    run: (i) => ({ share: rectangleShare(i.widthM, i.heightM, i.distanceM) }),
  }),
  defineCalc({
    name: 'light.ratio',
    about: 'Contrast between the key side and the fill side of a face.',
    formula: '(Key alone + fill) ÷ fill; stops = its logarithm to the base two.',
    assumptions: ['Fill reaches both sides alike. The other school compares key alone to fill.'],
    source: 'Definition',
    input: inputs({
      keyOnlyLux: quantity('The key alone', 'lux', { from: 0 }),
      fillLux: quantity('The fill', 'lux', { above: 0 }),
    }),
    output: z.object({ ratio: figure('The ratio', ''), stops: figure('The stops', '') }),
    example: { input: { keyOnlyLux: 600, fillLux: 200 }, output: { ratio: 4, stops: 2 } },
    run: (i) => lightRatio(i.keyOnlyLux, i.fillLux),
  }),
  defineCalc({
    name: 'light.bounce',
    about: 'Light that a board or cloth gives a face, from the light that falls on it.',
    formula: 'Light on it × its reflectance (or transmission) × the form factor of its rectangle as the face sees it.',
    assumptions: ['Matt and evenly lit; seen square on and from its middle; no light of a mirror.'],
    source: 'Configuration factor of a rectangle; Lambert’s law',
    input: inputs({
      illuminanceLux: quantity('The light on it', 'lux', { from: 0 }),
      share: quantity('The reflectance or transmission', '', { from: 0, to: 1 }),
      widthM: metres('The width'),
      heightM: metres('The height'),
      distanceM: metres('The distance'),
    }),
    output: z.object({ illuminanceLux: figure('The light at the face', 'lux') }),
    example: {
      input: { illuminanceLux: 1000, share: 0.5, widthM: 1.2, heightM: 1.2, distanceM: 0.6 },
      output: { illuminanceLux: 500 * (4 / Math.PI / Math.SQRT2) * Math.atan(Math.SQRT1_2) },
    },
    run: (i) => ({ illuminanceLux: i.illuminanceLux * i.share * rectangleShare(i.widthM, i.heightM, i.distanceM) }),
  }),
];
