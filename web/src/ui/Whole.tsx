import { Dialog, Portal } from '@chakra-ui/react';
import type { ReactNode, RefObject } from 'react';

/** Fills the window, and takes the focus until it is closed: a slate, a prompter. */
export function Whole({
  label,
  close,
  first,
  children,
}: {
  label: string;
  close: () => void;
  /** What has the focus at first. */
  first: RefObject<HTMLElement | null>;
  children: ReactNode;
}) {
  return (
    <Dialog.Root open size="full" onOpenChange={(e) => !e.open && close()} initialFocusEl={() => first.current}>
      <Portal>
        <Dialog.Positioner>
          <Dialog.Content aria-label={label}>{children}</Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}
