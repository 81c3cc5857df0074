import { lazy, useState, type ComponentType } from 'react';
import { Away } from '../platform/api.ts';

/** The code of a page or a screen: fetched once, whoever asks. */
export interface Code<P extends object = object> {
  /** Fails with `Away` when it can't be fetched. */
  load(): Promise<ComponentType<P>>;
  /** Draws it: what is there already at once, with no word of waiting between. */
  Page: ComponentType<P>;
}

/** The code that `fetchIt` brings under a name: `React.lazy` wants a default export, and ours are named. */
export function named<K extends string, P extends object = object>(
  fetchIt: () => Promise<Record<K, ComponentType<P>>>,
  name: K,
): Code<P> {
  let asked: Promise<ComponentType<P>> | null = null;
  let fetched: ComponentType<P> | null = null;
  let waiting: ComponentType<P> | null = null;
  const load = (): Promise<ComponentType<P>> =>
    (asked ??= fetchIt().then(
      (m) => (fetched = m[name]),
      () => {
        // Fetched again when it is asked for again.
        asked = null;
        throw new Away();
      },
    ));
  const component = () =>
    fetched ?? (waiting ??= lazy<ComponentType<P>>(() => load().then((found) => ({ default: found }))));
  /** Of each code one of its own, so that one page never stands in the place of another; which component it draws stays as it was at first: another would forget what it holds. */
  function Page(given: P) {
    const [Component] = useState(component);
    return <Component {...given} />;
  }
  return { load, Page };
}

/** Fetches code that will be wanted. What can’t be fetched is told when it is opened. */
export const fetchSoon = (code: { load(): Promise<unknown> }): void => void code.load().catch(() => undefined);
