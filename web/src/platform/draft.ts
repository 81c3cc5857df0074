import { useState } from 'react';
import { outbox } from './outbox.ts';

const keyOf = (name: string) => `kavrell-draft:${name}`;

/** Keeps a text under a name on this device; none takes it away. */
export function keepDraft(name: string, text: string): void {
  try {
    if (text) localStorage.setItem(keyOf(name), text);
    else localStorage.removeItem(keyOf(name));
  } catch {
    // No room on this device: the text stays in its page, and that it is nowhere else is said.
    outbox.unkept();
  }
}

/** Text that survives a reload until it is used: `[text, setText]`, kept under a name on this device. */
export function useDraft(name: string): [string, (text: string) => void] {
  const key = keyOf(name);
  const [held, setHeld] = useState(() => ({ key, text: localStorage.getItem(key) ?? '' }));
  // Another name is another text: what was typed for one thing must never turn up under the next.
  const text = held.key === key ? held.text : (localStorage.getItem(key) ?? '');
  const keep = (next: string) => {
    setHeld({ key, text: next });
    keepDraft(name, next);
  };
  return [text, keep];
}
