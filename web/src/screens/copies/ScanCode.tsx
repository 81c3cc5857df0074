import { Box } from '@chakra-ui/react';
import { useState } from 'react';
import { readCode, type KeepCode } from '@kavrell/core/copies';
import { useProduction } from '../../app/production.tsx';
import { Button } from '../../ui/Button.tsx';
import { CodeReader } from '../../ui/CodeReader.tsx';

/** Hands over by two codes: first what is handed over, then who or what has it now. */
export function ScanCode({ handOver }: { handOver: (thing: KeepCode, placeName: string) => void }) {
  const { production, rows } = useProduction();
  const [thing, setThing] = useState<KeepCode | null>(null);
  const nameOf = (code: KeepCode): string | undefined => {
    if (code.kind === 'drive') return rows.drives.find((d) => d.id === code.id)?.name;
    if (code.kind === 'card') return rows.cards.find((c) => c.id === code.id)?.label;
    return rows.keepPlaces.find((p) => p.id === code.id)?.name;
  };
  const take = (text: string): string => {
    const code = readCode(text, production.id);
    if (typeof code === 'string') return code;
    const name = nameOf(code);
    if (name === undefined) return 'What this code stands for is not on the list any more.';
    if (code.kind !== 'place') {
      setThing(code);
      return '';
    }
    if (!thing) return `First the drive or card, then ${name}.`;
    handOver(thing, name);
    setThing(null);
    return '';
  };
  return (
    <Box mb={4}>
      <CodeReader words={thing ? 'Scan who has it' : 'Scan a drive or card'} take={take}>
        {thing ? (
          <Box role="status">
            {nameOf(thing)} to … <Button onClick={() => setThing(null)}>Not now</Button>
          </Box>
        ) : null}
      </CodeReader>
    </Box>
  );
}
