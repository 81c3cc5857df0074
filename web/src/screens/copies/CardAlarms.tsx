import { Box } from '@chakra-ui/react';
import { alarmWords, standing, type Card } from '@kavrell/core/copies';
import { Button } from '../../ui/Button.tsx';
import { Part } from '../../ui/parts.tsx';
import { Severity } from '../../ui/Severity.tsx';
import type { CopyWork } from './work.ts';

/** What is odd about a card, until somebody looked: it is not released before. */
export function CardAlarms({ card, work }: { card: Card; work: CopyWork }) {
  const open = standing(card);
  if (open.length === 0) return null;
  return (
    <Part title="Look at this card">
      <Box role="alert" display="grid" gap={2}>
        {open.map((a) => (
          <Severity key={a.kind} level={a.kind === 'fewer' || a.kind === 'other' ? 'danger' : 'look'}>
            {alarmWords(a, card.label)}
          </Severity>
        ))}
        <Button onClick={() => work.settle(card)}>I looked at it: set it aside</Button>
      </Box>
    </Part>
  );
}
