import { useState } from 'react';
import { outbox } from './outbox.ts';

/** Text that survives a reload until it is used: `[text, setText]`, kept under a name on this device. */
export function useDraft(name: string): [string, (text: string) => void] {
  const key = `kavrell-draft:${name}`;
  const [held, setHeld] = useState(() => ({ key, text: localStorage.getItem(key) ?? '' }));
  // Another name is another text: what was typed for one thing must never turn up under the next.
  const text = held.key === key ? held.text : (localStorage.getItem(key) ?? '');
  const keep = (next: string) => {
    setHeld({ key, text: next });
    try {
      if (next) localStorage.setItem(key, next);
      else localStorage.removeItem(key);
    } catch {
      // No room on this device: the text stays in this page, and that it is nowhere else is said.
      outbox.unkept();
    }
  };
  return [text, keep];
}
