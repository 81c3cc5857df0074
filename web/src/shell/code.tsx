import { lazy, useState, type ComponentType } from 'react';
import { Away } from '../platform/api.ts';

/** The code of a page or a screen: fetched once, whoever asks. */
export interface Code<P extends object = object> {
  /** Fails with `Away` when it can't be fetched. */
  load(): Promise<ComponentType<P>>;
  /** What draws it. One that is there already is drawn at once, with no word of waiting between. */
  component(): ComponentType<P>;
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
        waiting = null;
        throw new Away();
      },
    ));
  return {
    load,
    component: () =>
      fetched ?? (waiting ??= lazy<ComponentType<P>>(() => load().then((found) => ({ default: found })))),
  };
}

/** Fetches code that will be wanted. What can’t be fetched is told when it is opened. */
export const fetchSoon = (code: { load(): Promise<unknown> }): void => void code.load().catch(() => undefined);

/** A page or a screen. Which component it is stays as it was at the first drawing: another one would forget what it holds. */
export function Drawn<P extends object>({ code, given }: { code: Code<P>; given: P }) {
  const [Component] = useState(() => code.component());
  return <Component {...given} />;
}
