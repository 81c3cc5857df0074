import { Flex, Input } from '@chakra-ui/react';
import { useRef, useState, type ReactNode } from 'react';
import { codeInPicture } from '../platform/codeInPicture.ts';
import { Button } from './Button.tsx';
import { Problem } from './Problem.tsx';

/**
 * Reads printed codes: a phone takes a picture of the label, a scanner that types types into the field. `take` answers what is wrong with the code, in words;
 * '' when it was taken.
 */
export function CodeReader({
  words,
  take,
  children,
}: {
  words: string;
  take: (text: string) => string;
  children?: ReactNode;
}) {
  const [typed, setTyped] = useState('');
  const [problem, setProblem] = useState('');
  const camera = useRef<HTMLInputElement>(null);
  const read = (text: string) => {
    setTyped('');
    setProblem(take(text));
  };
  const look = async (file: File) => {
    const text = await codeInPicture(file);
    if (text === null) setProblem('No code is found in this picture: nearer, straight on, with light on it.');
    else read(text);
  };
  return (
    <>
      <Flex gap={2} wrap="wrap" align="center">
        <Button onClick={() => camera.current?.click()}>{words}</Button>
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
            if (typed.trim()) read(typed);
          }}
        >
          <Input
            aria-label="Code, from a scanner that types"
            placeholder="or a scanner’s code"
            value={typed}
            onChange={(e) => setTyped(e.target.value)}
          />
        </form>
        {children}
      </Flex>
      {problem ? <Problem mt={2}>{problem}</Problem> : null}
    </>
  );
}
