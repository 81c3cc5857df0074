import { z } from 'zod';
import { defineCalc, figure, inputs, quantity } from '../../base/calc/index.ts';
import { cropOf } from './deliverables.ts';

const px = (what: string) => quantity(what, 'px', { above: 0, to: 100_000 });

export const briefCalcs = [
  defineCalc({
    name: 'brief.crop',
    about: 'What cutting a delivery’s shape out of the recorded picture leaves.',
    formula:
      'The largest rectangle of the delivery’s ratio inside the recorded one; share cut away = 1 − its area ÷ the recorded area; enlargement = delivered width ÷ its width.',
    assumptions: ['Square pixels.', 'The crop is taken from the middle; where it lies does not change the figures.'],
    source: 'Geometry of similar rectangles',
    input: inputs({
      captureWidthPx: px('The recorded width'),
      captureHeightPx: px('The recorded height'),
      deliveryWidthPx: px('The delivered width'),
      deliveryHeightPx: px('The delivered height'),
    }),
    output: z.object({
      usedWidthPx: figure('The width used', 'px'),
      usedHeightPx: figure('The height used', 'px'),
      cropShare: figure('The share cut away', ''),
      enlargement: figure('The enlargement', ''),
    }),
    example: {
      input: { captureWidthPx: 4096, captureHeightPx: 2048, deliveryWidthPx: 1024, deliveryHeightPx: 1024 },
      output: { usedWidthPx: 2048, usedHeightPx: 2048, cropShare: 0.5, enlargement: 0.5 },
    },
    run: (i) => {
      const crop = cropOf(
        { widthPx: i.captureWidthPx, heightPx: i.captureHeightPx },
        { widthPx: i.deliveryWidthPx, heightPx: i.deliveryHeightPx },
      );
      return {
        usedWidthPx: crop.widthPx,
        usedHeightPx: crop.heightPx,
        cropShare: crop.cropShare,
        enlargement: crop.enlargement,
      };
    },
  }),
];
