import { Box } from '@chakra-ui/react';
import { useState } from 'react';
import {
  RATES,
  addFrames,
  convertFrames,
  elapsed,
  formatLabel,
  parseLabel,
  parseRate,
  rateSaid,
} from '@kavrell/core/timecode';
import { CalcWhy } from '../../ui/CalcWhy.tsx';
import { FormField } from '../../ui/FormField.tsx';
import { Facts, Part } from '../../ui/parts.tsx';
import { TimecodeField, readTyped } from '../../ui/TimecodeField.tsx';
import { Choice } from '../../ui/Choice.tsx';

const RATE_CHOICES = Object.entries(RATES).map(([name, rate]) => [name, rateSaid(rate)] as const);

/** Sums of timecode that are done by hand elsewhere: sum, difference, real time, another rate. */
export function Sums({ jobRate }: { jobRate: string }) {
  const [rateName, setRateName] = useState(jobRate);
  const [toName, setToName] = useState(jobRate === '25' ? '24000/1001' : '25');
  const [a, setA] = useState('');
  const [b, setB] = useState('');
  const rate = parseRate(rateName);
  const to = parseRate(toName);
  const [labelA, labelB] = [readTyped(a, rate).label, readTyped(b, rate).label];
  const framesA = labelA ? parseLabel(labelA, rate) : null;
  const framesB = labelB ? parseLabel(labelB, rate) : null;
  const real = framesA === null ? null : elapsed(framesA, rate);
  const rows: [string, string][] = [];
  if (framesA !== null && real) {
    rows.push(['Frames', String(framesA)]);
    rows.push(['Real time', `${(Number(real.p) / Number(real.q)).toFixed(3)}\u00a0s`]);
    rows.push([`At ${rateSaid(to)}`, formatLabel(convertFrames(framesA, rate, to), to)]);
  }
  if (framesA !== null && framesB !== null) {
    rows.push(['Sum', formatLabel(addFrames(framesA, framesB, rate), rate)]);
    rows.push(['First less second', formatLabel(addFrames(framesA, -framesB, rate), rate)]);
  }
  const choose = (label: string, value: string, set: (name: string) => void) => (
    <FormField label={label}>
      {(props) => (
        <Choice {...props} value={value} onChange={(e) => set(e.target.value)}>
          {RATE_CHOICES.map(([name, words]) => (
            <option key={name} value={name}>
              {words}
            </option>
          ))}
        </Choice>
      )}
    </FormField>
  );
  return (
    <>
      <Part title="Timecode sums">
        <TimecodeField label="Label" typed={a} setTyped={setA} rate={rate} />
        <TimecodeField label="Second label" typed={b} setTyped={setB} rate={rate} />
        <Box display="grid" gridTemplateColumns="1fr 1fr" gap={3}>
          {choose('Rate', rateName, setRateName)}
          {choose('Other rate', toName, setToName)}
        </Box>
        {rows.length ? <Facts rows={rows} /> : null}
      </Part>
      {labelA && toName !== rateName ? (
        <CalcWhy name="timecode.convert" input={{ label: labelA, from: rateName, to: toName }} />
      ) : null}
    </>
  );
}
