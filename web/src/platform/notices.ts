import { create } from 'zustand';

export interface Notice {
  id: number;
  text: string;
  action?: { word: string; run: () => void } | undefined;
}

export const useNotices = create<{ notices: Notice[] }>(() => ({ notices: [] }));

const SHOWN_MS = 6000;
let next = 1;

export function unsay(id: number): void {
  useNotices.setState((s) => ({ notices: s.notices.filter((n) => n.id !== id) }));
}

/** Says something short at the foot of the screen for a few seconds; never asks for an answer. */
export function tell(text: string, action?: Notice['action']): void {
  const id = next++;
  useNotices.setState((s) => ({ notices: [...s.notices.slice(-2), { id, text, action }] }));
  setTimeout(() => unsay(id), SHOWN_MS);
}
