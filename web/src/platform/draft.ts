import { useState } from 'react';

/** Text that survives a reload until it is used: `[text, setText]`, kept under a name on this device. */
export function useDraft(name: string): [string, (text: string) => void] {
  const key = `kavrell-draft:${name}`;
  const [text, setText] = useState(() => localStorage.getItem(key) ?? '');
  const keep = (next: string) => {
    setText(next);
    if (next) localStorage.setItem(key, next);
    else localStorage.removeItem(key);
  };
  return [text, keep];
}
