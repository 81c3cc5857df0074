import { Box } from '@chakra-ui/react';
import { useState } from 'react';
import { KIT_STATE_WORDS, readKitCode, type KitLine, type KitState } from '@kavrell/core/kit';
import { formatCount } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { change } from '../../platform/rows.ts';
import { Choice } from '../../ui/Choice.tsx';
import { CodeReader } from '../../ui/CodeReader.tsx';
import { tickOp, tickWords } from './kitEdits.ts';

const TO = ['packed', 'there', 'back'] as const satisfies readonly KitState[];

/** Ticks off by printed codes: of one thing, or of a case with all that is in it. A code that is scanned twice changes nothing, and says so. */
export function ScanKit({ atId }: { atId: string }) {
  const { production, rows, me } = usePlanned();
  const [to, setTo] = useState<(typeof TO)[number]>('packed');
  const [done, setDone] = useState('');
  const by = { by: me.name, atId };
  const take = (text: string): string => {
    setDone('');
    const code = readKitCode(text, production.id);
    if (typeof code === 'string') return code;
    const crate = code.kind === 'crate' ? rows.crates.find((c) => c.id === code.id) : undefined;
    const line = code.kind === 'line' ? rows.kitLines.find((l) => l.id === code.id) : undefined;
    if (!crate && !line) return 'What this label stands for is not on the list any more.';
    const things = line ? [line] : rows.kitLines.filter((l) => l.crate === crate?.name && l.source !== 'without');
    if (things.length === 0) return `Nothing is said to be in ${crate?.name ?? 'it'}.`;
    const left = things.filter((l) => l.state !== to);
    const name = line?.name ?? `${crate?.name ?? ''}, ${formatCount(things.length, 'thing')}`;
    if (left.length === 0) return `${name}: ${KIT_STATE_WORDS[to]} already${who(things)}. Nothing was changed.`;
    void change(
      production.id,
      line ? tickWords(line, to) : `${crate?.name ?? ''}: ${KIT_STATE_WORDS[to]}`,
      left.map((l) => tickOp(l, to, by)),
    );
    setDone(`${name}: ${KIT_STATE_WORDS[to]}`);
    return '';
  };
  return (
    <Box mb={4}>
      <CodeReader words="Scan a label" take={take}>
        <Choice
          aria-label="What scanning says"
          style={{ width: 'auto' }}
          value={to}
          onChange={(e) => setTo(e.target.value as (typeof TO)[number])}
        >
          {TO.map((state) => (
            <option key={state} value={state}>
              scanned is {KIT_STATE_WORDS[state]}
            </option>
          ))}
        </Choice>
        {done ? <Box role="status">{done}</Box> : null}
      </CodeReader>
    </Box>
  );
}

const who = (lines: readonly KitLine[]): string => {
  const names = [...new Set(lines.map((l) => l.tickedBy).filter(Boolean))];
  return names.length > 0 ? `, by ${names.join(' and ')}` : '';
};
