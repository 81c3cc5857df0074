import { Flex } from '@chakra-ui/react';
import { Button } from './Button.tsx';

/** The views of one screen: which one is open, and the others a press away. */
export function Views<T extends string>({
  label,
  views,
  open,
  onOpen,
}: {
  label: string;
  views: readonly (readonly [T, string, number?])[];
  open: T;
  onOpen: (view: T) => void;
}) {
  return (
    <Flex role="tablist" aria-label={label} gap={1} wrap="wrap">
      {views.map(([view, words, count]) => (
        <Button
          key={view}
          size="small"
          role="tab"
          aria-selected={view === open}
          look={view === open ? 'on' : 'plain'}
          onClick={() => onOpen(view)}
        >
          {words}
          {count ? ` ${count}` : ''}
        </Button>
      ))}
    </Flex>
  );
}
