import { Menu, Portal } from '@chakra-ui/react';
import {
  useRef,
  useState,
  type KeyboardEvent,
  type MouseEvent,
  type PointerEvent,
  type ReactNode,
  type RefObject,
} from 'react';

export interface PressAction {
  key: string;
  words: string;
  /** The keys that do the same. */
  keys?: string;
  disabled?: boolean;
  run: () => void;
}

/** What can be done with the thing that was pressed. */
export interface Pressed {
  label: string;
  actions: readonly PressAction[];
}

/** A thumb that rests so long means the thing’s actions; one that goes further than so far scrolls or drags. */
const LONG_PRESS_MS = 500;
const STILL_PX = 8;

/**
 * A long press, the other mouse button or the menu key on a thing of a list opens its actions where it was pressed. One menu serves the whole
 * list: `of` says what the pressed element stands for; null where it has no actions, so that the browser’s own menu comes.
 */
export function usePressMenu(
  of: (element: Element) => Pressed | null,
  /** Has the focus afterwards, so that keys go on. */
  after: RefObject<HTMLElement | null>,
): { on: object; menu: ReactNode } {
  const [open, setOpen] = useState<(Pressed & { x: number; y: number }) | null>(null);
  const resting = useRef<{ timer: ReturnType<typeof setTimeout>; x: number; y: number } | null>(null);
  /** The finger that opened the menu is still down: lifting it presses nothing. */
  const swallow = useRef(false);

  const show = (element: Element, x: number, y: number): boolean => {
    const pressed = of(element);
    if (pressed) setOpen({ ...pressed, x, y });
    return pressed !== null;
  };
  const stop = () => {
    if (resting.current) clearTimeout(resting.current.timer);
    resting.current = null;
  };
  const on = {
    onContextMenu: (e: MouseEvent) => {
      stop();
      if (show(e.target as Element, e.clientX, e.clientY)) e.preventDefault();
    },
    // The menu key means what is in hand, wherever the focus’s own box is.
    onKeyDownCapture: (e: KeyboardEvent) => {
      if (e.key !== 'ContextMenu' && !(e.key === 'F10' && e.shiftKey)) return;
      const inHand = document.getElementById(e.currentTarget.getAttribute('aria-activedescendant') ?? '');
      const element = inHand ?? (e.target as Element);
      const box = element.getBoundingClientRect();
      if (show(element, box.left + 24, box.bottom)) e.preventDefault();
    },
    onPointerDown: (e: PointerEvent) => {
      swallow.current = false;
      if (e.pointerType !== 'touch') return;
      const { target, clientX: x, clientY: y } = e;
      stop();
      resting.current = {
        x,
        y,
        timer: setTimeout(() => (swallow.current = show(target as Element, x, y)), LONG_PRESS_MS),
      };
    },
    onPointerMove: (e: PointerEvent) => {
      const from = resting.current;
      if (from && Math.hypot(e.clientX - from.x, e.clientY - from.y) > STILL_PX) stop();
    },
    onPointerUp: stop,
    onPointerCancel: stop,
    onClickCapture: (e: MouseEvent) => {
      if (!swallow.current) return;
      swallow.current = false;
      e.stopPropagation();
    },
  };
  const menu = open ? (
    <Menu.Root
      open
      onOpenChange={(e) => !e.open && setOpen(null)}
      onSelect={(e) => {
        setOpen(null);
        after.current?.focus();
        open.actions.find((a) => a.key === e.value)?.run();
      }}
      positioning={{ getAnchorRect: () => ({ x: open.x, y: open.y, width: 1, height: 1 }), placement: 'bottom-start' }}
    >
      <Portal>
        <Menu.Positioner>
          <Menu.Content aria-label={open.label} data-press-menu>
            {open.actions.map((a) => (
              <Menu.Item key={a.key} value={a.key} disabled={a.disabled ?? false}>
                <Menu.ItemText>{a.words}</Menu.ItemText>
                {a.keys ? <Menu.ItemCommand>{a.keys}</Menu.ItemCommand> : null}
              </Menu.Item>
            ))}
          </Menu.Content>
        </Menu.Positioner>
      </Portal>
    </Menu.Root>
  ) : null;
  return { on, menu };
}
