import { Input } from '@chakra-ui/react';
import type { Track } from '@kavrell/core/scenes';
import { useState } from 'react';
import { usePlanned } from '../../app/production.tsx';
import { wordsOf } from '../../platform/api.ts';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { Problem } from '../../ui/Problem.tsx';
import { readPin } from './trackPins.tsx';

/** A shot hung on a track by one line. */
export function HangShot({ track, atS }: { track: Track; atS: number }) {
  const { rows, production } = usePlanned();
  const [line, setLine] = useState('');
  const [problem, setProblem] = useState('');
  const addPin = () => {
    try {
      const { shot, values } = readPin(line, track, rows.shots, atS);
      setProblem('');
      setLine('');
      void change(production.id, `${shot.code} on ${track.name}`, [{ op: 'insert', table: 'pins', values }]);
    } catch (error) {
      setProblem(wordsOf(error));
    }
  };
  return (
    <>
      <Input
        aria-label="Hang a shot on this track"
        aria-invalid={problem !== ''}
        placeholder="7B 0:12-0:20, or 7B, or 7B all"
        value={line}
        onChange={(e) => setLine(e.target.value)}
        onKeyDown={(e) => {
          if (e.key === 'Enter') addPin();
          e.stopPropagation();
        }}
        style={{ width: 230 }}
      />
      <Button size="small" onClick={addPin}>
        Hang it here
      </Button>
      {problem ? (
        <Problem flexBasis="100%" order={1}>
          {problem}
        </Problem>
      ) : null}
    </>
  );
}
