import { useRef } from 'react';

/**
 * Some parts of a thing by name: the same object until one of them becomes another. What is worked out from these parts alone leans on it,
 * and the compiler says when it needs one that was not named.
 */
export function useSome<T extends object, K extends keyof T>(whole: T, names: readonly K[]): Pick<T, K>;
export function useSome<T extends object, K extends keyof T>(whole: T | null, names: readonly K[]): Pick<T, K> | null;
export function useSome<T extends object, K extends keyof T>(whole: T | null, names: readonly K[]): Pick<T, K> | null {
  const last = useRef<Pick<T, K> | null>(null);
  const before = last.current;
  if (whole === null) last.current = null;
  else if (!before || names.some((name) => before[name] !== whole[name])) {
    const some = {} as Pick<T, K>;
    for (const name of names) some[name] = whole[name];
    last.current = some;
  }
  return last.current;
}

/** What a value was when its key last became another: for values that differ at each render and matter only when their key does. */
export function useSteady<T>(value: T, key: unknown): T {
  const last = useRef({ key, value });
  if (last.current.key !== key) last.current = { key, value };
  return last.current.value;
}
