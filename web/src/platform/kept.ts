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

/** The same for views that are listed with their words: the first one is open at first. */
export function useKeptView<T extends string>(
  name: string,
  views: readonly [readonly [T, ...unknown[]], ...(readonly [T, ...unknown[]])[]],
): [T, (next: T) => void] {
  const [first, ...others] = views;
  return useKept<T>(name, [first[0], ...others.map(([view]) => view)]);
}
