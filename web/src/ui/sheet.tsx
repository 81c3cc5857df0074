import { createContext, useContext, type ReactNode } from 'react';
import { createPortal } from 'react-dom';
import { create } from 'zustand';

/** Where a screen's side sheet is put; null while another thing (an answer, the settings) is shown there. */
export const SheetPlace = createContext<HTMLElement | null>(null);

export type Held = 'make' | 'got' | 'kept' | 'settings' | 'keys' | 'trust' | 'waiting' | 'clock' | 'emergency';

interface SheetState {
  /** What of the frame's own is held over the screen's sheet. */
  held: Held | null;
  /** On narrow screens: whether the screen's sheet is drawn up. */
  open: boolean;
  /** Several rows of a table are chosen: their sheet stands instead of that of one thing. */
  many: boolean;
}

export const useSheet = create<SheetState>(() => ({ held: null, open: false, many: false }));
export const hold = (held: Held | null): void => useSheet.setState((s) => ({ held: s.held === held ? null : held }));
export const openSheet = (open: boolean): void => useSheet.setState({ open, ...(open ? { held: null } : {}) });

/** A screen's side sheet: the selected thing, numbers first. */
export function Sheet({ children, ofMany = false }: { children: ReactNode; ofMany?: boolean }) {
  const place = useContext(SheetPlace);
  const many = useSheet((s) => s.many);
  return place && many === ofMany ? createPortal(children, place) : null;
}
