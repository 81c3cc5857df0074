import { Drawer, Portal } from '@chakra-ui/react';
import type { ReactNode } from 'react';
import { Button } from '../../ui/Button.tsx';
import { hold, openSheet, useSheet } from '../../ui/sheet.tsx';

/** On the phone the side sheet is drawn up over the screen; a press beside it, Esc or Close puts it away. Its place is there all the time, for the screen to write into. */
export function PhoneSheet({ open, children }: { open: boolean; children: ReactNode }) {
  const held = useSheet((s) => s.held);
  const close = () => {
    hold(null);
    openSheet(false);
  };
  return (
    <Drawer.Root
      open={open}
      onOpenChange={(e) => !e.open && close()}
      placement="bottom"
      lazyMount={false}
      unmountOnExit={false}
    >
      <Portal>
        <Drawer.Backdrop />
        <Drawer.Positioner>
          <Drawer.Content aria-label="Side sheet">
            {open && held === null ? (
              <Button size="small" look="quiet" onClick={close} float="right">
                Close
              </Button>
            ) : null}
            {children}
          </Drawer.Content>
        </Drawer.Positioner>
      </Portal>
    </Drawer.Root>
  );
}
