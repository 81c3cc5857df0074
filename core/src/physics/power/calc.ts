import { circuitLoad } from './circuits.ts';
import { z } from 'zod';
import { defineCalc, figure, figureOrNone, inputs, quantity } from '../../base/calc/index.ts';
import { InputError } from '../../base/errors/index.ts';
import { carriesAmps, sectionFor } from './ampacity.ts';
import { batteryMinutes, currentAmps, dropVolts } from './electric.ts';

const CAUTION = 'An estimate: local codes, the venue and licensed people decide.';
const volts = quantity('The voltage', 'V', { above: 0 });

export const powerCalcs = [
  defineCalc({
    name: 'power.current',
    about: 'Current that a load draws.',
    formula: 'Watts ÷ (volts × power factor).',
    assumptions: ['Steady running; switching on can draw many times as much for a moment.', CAUTION],
    source: 'Definition of real power',
    input: inputs({
      watts: quantity('The load', 'W', { from: 0 }),
      volts,
      powerFactor: quantity('The power factor', '', { above: 0, to: 1 }),
    }),
    output: z.object({ amps: figure('The current', 'A') }),
    example: { input: { watts: 1840, volts: 230, powerFactor: 0.8 }, output: { amps: 10 } },
    run: (i) => ({ amps: currentAmps(i.watts, i.volts, i.powerFactor) }),
  }),
  defineCalc({
    name: 'power.drop',
    about: 'Voltage lost in a cable.',
    formula: '2 × length × current × 0.0175 Ω·mm²/m ÷ cross-section; share = that ÷ the voltage.',
    assumptions: ['Cold copper; a warm cable loses about a fifth more.', CAUTION],
    source: 'Resistivity of copper at 20 °C',
    input: inputs({
      lengthM: quantity('The length', 'm', { from: 0 }),
      areaMm2: quantity('The cross-section', 'mm²', { above: 0 }),
      amps: quantity('The current', 'A', { from: 0 }),
      volts,
    }),
    output: z.object({ dropV: figure('The drop', 'V'), dropShare: figure('The drop as a share', '') }),
    example: { input: { lengthM: 50, areaMm2: 2.5, amps: 10, volts: 140 }, output: { dropV: 7, dropShare: 0.05 } },
    run: (i) => {
      const dropV = dropVolts(i.lengthM, i.areaMm2, i.amps);
      return { dropV, dropShare: dropV / i.volts };
    },
  }),
  defineCalc({
    name: 'power.battery',
    about: 'Minutes a battery lasts on a load.',
    formula: '0.9 × watt-hours ÷ (watts × share + idle watts) × 60.',
    assumptions: [
      'Nine tenths of the rated energy can be used; cold and age take more.',
      'Share 1 and idle 0 W unless given.',
    ],
    source: 'Definition of energy',
    input: inputs({
      wattHours: quantity('The pack', 'Wh', { above: 0 }),
      watts: quantity('The load', 'W', { from: 0 }),
      share: quantity('The share of full level', '', { from: 0, to: 1 }).optional(),
      idleW: quantity('The idle draw', 'W', { from: 0 }).optional(),
      maxOutputW: quantity('The pack’s greatest output', 'W', { above: 0 }).optional(),
    }),
    output: z.object({ minutes: figure('The time', 'min') }),
    example: { input: { wattHours: 150, watts: 300, share: 0.5, idleW: 12 }, output: { minutes: 50 } },
    run: (i) => {
      const draw = i.watts * (i.share ?? 1) + (i.idleW ?? 0);
      if (draw === 0) throw new InputError('battery.noLoad', 'Nothing is drawn: give a load above 0 W.', ['watts']);
      if (i.maxOutputW !== undefined && draw > i.maxOutputW) {
        throw new InputError(
          'battery.overload',
          `The load of ${Number(draw.toPrecision(4))} W is more than the pack gives (${i.maxOutputW} W): it would switch off.`,
          ['watts'],
        );
      }
      return { minutes: batteryMinutes(i.wattHours, draw) };
    },
  }),
  defineCalc({
    name: 'power.circuit',
    about: 'Load of a circuit against its breaker, and what is left of it.',
    formula: 'Amperes of the lamps and of what else hangs on it, at a power factor of 0.95; allowed = breaker × share.',
    assumptions: [
      'Lamps count with their full draw.',
      'Share 0.8 unless given. Local code and licensed people decide.',
    ],
    source: 'Definition of power',
    input: inputs({
      watts: quantity('The lamps', 'W', { from: 0 }),
      otherW: quantity('What else hangs on it', 'W', { from: 0 }).optional(),
      volts: quantity('The voltage', 'V', { above: 0 }),
      breakerA: quantity('The breaker', 'A', { above: 0 }),
      share: quantity('The share', '', { above: 0, to: 1 }).optional(),
    }),
    output: z.object({
      totalA: figure('The load', 'A'),
      allowedA: figure('What is allowed', 'A'),
      leftA: figure('What is left', 'A'),
    }),
    example: { input: { watts: 1900, volts: 200, breakerA: 20 }, output: { totalA: 10, allowedA: 16, leftA: 6 } },
    run: (i) => {
      const load = circuitLoad({ volts: i.volts, breakerA: i.breakerA, otherW: i.otherW ?? 0 }, i.watts, i.share);
      return { totalA: load.totalA, allowedA: load.allowedA ?? 0, leftA: load.leftA ?? 0 };
    },
  }),
  defineCalc({
    name: 'power.cable',
    about: 'What a flexible cable carries without harm, and the smallest section for a current.',
    formula: 'The usual figure of the section (1.5 mm²: 16 A), × 0.79 in the heat, × 0.4 coiled on a reel.',
    assumptions: [
      'Flexible copper, rubber-sheathed, two conductors loaded, laid out in air of 30 °C; warm is 45 °C.',
      'The maker’s own figure, plugs and the breaker go before it. Local code and licensed people decide.',
    ],
    source: 'Typical tables after IEC 60364-5-52',
    input: inputs({
      currentA: quantity('The current', 'A', { from: 0 }),
      areaMm2: quantity('The section', 'mm²', { above: 0 }).optional(),
      warm: z.boolean().optional(),
      coiled: z.boolean().optional(),
    }),
    output: z.object({
      carriesA: figureOrNone('What the section carries', 'A'),
      leastMm2: figureOrNone('The smallest section that carries the current', 'mm²'),
    }),
    example: { input: { currentA: 22.9, areaMm2: 1.5 }, output: { carriesA: 16, leastMm2: 2.5 } },
    run: (i) => ({
      carriesA: i.areaMm2 === undefined ? null : carriesAmps(i.areaMm2, i),
      leastMm2: sectionFor(i.currentA, i),
    }),
  }),
];
