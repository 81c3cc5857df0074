import { v7 } from 'uuid';

/** A new row id, made here so that rows can be made with no network. Needs only `getRandomValues`, which plain http has too. */
export const newId = (): string => v7();

const KEY = 'kavrell-client';

/** What this browser calls itself in the take log. */
export function clientId(): string {
  const kept = localStorage.getItem(KEY);
  if (kept) return kept;
  const made = newId();
  localStorage.setItem(KEY, made);
  return made;
}
