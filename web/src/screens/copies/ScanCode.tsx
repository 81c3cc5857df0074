import { Box, Flex, Input } from '@chakra-ui/react';
import { useRef, useState } from 'react';
import { readCode, type KeepCode } from '@kavrell/core/copies';
import { useProduction } from '../../app/production.tsx';
import { codeInPicture } from '../../platform/codeInPicture.ts';
import { Button } from '../../ui/Button.tsx';
import { Problem } from '../../ui/Problem.tsx';

/**
 * Hands over by two codes: first what is handed over, then who or what has it now. A phone takes a picture of the label; a scanner that types, types into the field.
 */
export function ScanCode({ handOver }: { handOver: (thing: KeepCode, placeName: string) => void }) {
  const { production, rows } = useProduction();
  const [thing, setThing] = useState<KeepCode | null>(null);
  const [typed, setTyped] = useState('');
  const [problem, setProblem] = useState('');
  const camera = useRef<HTMLInputElement>(null);
  const nameOf = (code: KeepCode): string | undefined => {
    if (code.kind === 'drive') return rows.drives.find((d) => d.id === code.id)?.name;
    if (code.kind === 'card') return rows.cards.find((c) => c.id === code.id)?.label;
    return rows.keepPlaces.find((p) => p.id === code.id)?.name;
  };
  const take = (text: string) => {
    setTyped('');
    const code = readCode(text, production.id);
    if (typeof code === 'string') return setProblem(code);
    const name = nameOf(code);
    if (name === undefined) return setProblem('What this code stands for is not on the list any more.');
    setProblem('');
    if (code.kind !== 'place') return setThing(code);
    if (!thing) return setProblem(`First the drive or card, then ${name}.`);
    handOver(thing, name);
    setThing(null);
  };
  const look = async (file: File) => {
    const text = await codeInPicture(file);
    if (text === null) setProblem('No code is found in this picture: nearer, straight on, with light on it.');
    else take(text);
  };
  return (
    <Box mb={4}>
      <Flex gap={2} wrap="wrap" align="center">
        <Button onClick={() => camera.current?.click()}>{thing ? 'Scan who has it' : 'Scan a drive or card'}</Button>
        <input
          ref={camera}
          type="file"
          accept="image/*"
          capture="environment"
          hidden
          aria-label="Picture of a code"
          onChange={(e) => {
            const [file] = [...(e.target.files ?? [])];
            e.target.value = '';
            if (file) void look(file);
          }}
        />
        <form
          onSubmit={(e) => {
            e.preventDefault();
            take(typed);
          }}
        >
          <Input
            aria-label="Code, from a scanner that types"
            placeholder="or a scanner’s code"
            value={typed}
            onChange={(e) => setTyped(e.target.value)}
          />
        </form>
        {thing ? (
          <Box role="status">
            {nameOf(thing)} to … <Button onClick={() => setThing(null)}>Not now</Button>
          </Box>
        ) : null}
      </Flex>
      {problem ? <Problem mt={2}>{problem}</Problem> : null}
    </Box>
  );
}
