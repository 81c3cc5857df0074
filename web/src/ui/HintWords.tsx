import { Popover, Portal } from '@chakra-ui/react';
import type { RefObject } from 'react';

/** The sentence of a hint, beside its sign. */
export function HintWords({
  of,
  anchor,
  close,
  children,
}: {
  of: string;
  anchor: RefObject<HTMLElement | null>;
  close: () => void;
  children: string;
}) {
  return (
    <Popover.Root
      open
      onOpenChange={(e) => !e.open && close()}
      positioning={{ placement: 'bottom-start', getAnchorElement: () => anchor.current }}
      finalFocusEl={() => anchor.current}
    >
      <Portal>
        <Popover.Positioner>
          <Popover.Content aria-label={of}>
            <Popover.Body maxW="320px">{children}</Popover.Body>
          </Popover.Content>
        </Popover.Positioner>
      </Portal>
    </Popover.Root>
  );
}
