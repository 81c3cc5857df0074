import { useState } from 'react';

/** A choice of view that survives a reload in this window: `[value, set]`. Anything not in `choices` counts as the first. */
export function useKept<T extends string>(name: string, choices: readonly [T, ...T[]]): [T, (next: T) => void] {
  const key = `kavrell-view:${name}`;
  const [value, setValue] = useState<T>(() => choices.find((c) => c === sessionStorage.getItem(key)) ?? choices[0]);
  const keep = (next: T) => {
    setValue(next);
    sessionStorage.setItem(key, next);
  };
  return [value, keep];
}
