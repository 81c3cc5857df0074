import { createContext, useContext, type ReactNode } from 'react';
import { createPortal } from 'react-dom';
import { create } from 'zustand';

/** Where a screen's side sheet is put; null while another thing (an answer, the settings) is shown there. */
export const SheetPlace = createContext<HTMLElement | null>(null);

export type Held = 'make' | 'got' | 'kept' | 'settings' | 'keys' | 'waiting' | 'clock';

interface SheetState {
  /** What of the frame's own is held over the screen's sheet. */
  held: Held | null;
  /** On narrow screens: whether the screen's sheet is drawn up. */
  open: boolean;
}

export const useSheet = create<SheetState>(() => ({ held: null, open: false }));
export const hold = (held: Held | null): void => useSheet.setState((s) => ({ held: s.held === held ? null : held }));
export const openSheet = (open: boolean): void => useSheet.setState({ open, ...(open ? { held: null } : {}) });

/** A screen's side sheet: the selected thing, numbers first. */
export function Sheet({ children }: { children: ReactNode }) {
  const place = useContext(SheetPlace);
  return place ? createPortal(children, place) : null;
}
