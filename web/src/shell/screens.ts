import { lazy, type ComponentType } from 'react';
import type { Role } from '@kavrell/contract';
import { Away } from '../platform/api.ts';

export interface ScreenEntry {
  path: string;
  title: string;
  group: 'Prepare' | 'On the day' | 'After';
  roles: readonly Role[];
  code: ScreenCode;
}

/** A screen's code: fetched once, whoever asks. */
export interface ScreenCode<P = object> {
  load(): Promise<ComponentType<P>>;
  /** The screen, when it has been fetched. */
  ready(): ComponentType<P> | null;
}

export function named<K extends string, P = object>(
  fetchIt: () => Promise<Record<K, ComponentType<P>>>,
  name: K,
): ScreenCode<P> {
  let asked: Promise<ComponentType<P>> | null = null;
  let fetched: ComponentType<P> | null = null;
  return {
    ready: () => fetched,
    load: () =>
      (asked ??= fetchIt().then(
        (m) => (fetched = m[name]),
        () => {
          // Fetched again when it is asked for again.
          asked = null;
          throw new Away();
        },
      )),
  };
}

const owner: readonly Role[] = ['owner'];
const crew: readonly Role[] = ['owner', 'log', 'offload'];
const all: readonly Role[] = ['owner', 'read', 'log', 'offload'];

/** Every screen once, in the order of work: the rail, the routes and the finder are made of this. */
export const SCREENS: readonly ScreenEntry[] = [
  {
    path: 'brief',
    title: 'Brief',
    group: 'Prepare',
    roles: owner,
    code: named(() => import('../screens/brief/BriefScreen.tsx'), 'BriefScreen'),
  },
  {
    path: 'scenes',
    title: 'Scenes',
    group: 'Prepare',
    roles: owner,
    code: named(() => import('../screens/scenes/ScenesScreen.tsx'), 'ScenesScreen'),
  },
  {
    path: 'places',
    title: 'Places',
    group: 'Prepare',
    roles: owner,
    code: named(() => import('../screens/places/PlacesScreen.tsx'), 'PlacesScreen'),
  },
  {
    path: 'light',
    title: 'Light',
    group: 'Prepare',
    roles: owner,
    code: named(() => import('../screens/light/LightScreen.tsx'), 'LightScreen'),
  },
  {
    path: 'camera',
    title: 'Camera',
    group: 'Prepare',
    roles: owner,
    code: named(() => import('../screens/camera/CameraScreen.tsx'), 'CameraScreen'),
  },
  {
    path: 'people',
    title: 'People',
    group: 'Prepare',
    roles: owner,
    code: named(() => import('../screens/people/PeopleScreen.tsx'), 'PeopleScreen'),
  },
  {
    path: 'kit',
    title: 'Kit',
    group: 'Prepare',
    roles: ['owner', 'log'],
    code: named(() => import('../screens/kit/KitScreen.tsx'), 'KitScreen'),
  },
  {
    path: 'risks',
    title: 'Risks',
    group: 'Prepare',
    roles: owner,
    code: named(() => import('../screens/risks/RisksScreen.tsx'), 'RisksScreen'),
  },
  {
    path: 'day',
    title: 'Day',
    group: 'Prepare',
    roles: owner,
    code: named(() => import('../screens/day/DayScreen.tsx'), 'DayScreen'),
  },
  {
    path: 'call-sheet',
    title: 'Call sheet',
    group: 'Prepare',
    roles: all,
    code: named(() => import('../screens/callsheet/CallSheetScreen.tsx'), 'CallSheetScreen'),
  },
  {
    path: 'roll',
    title: 'Roll',
    group: 'On the day',
    roles: ['owner', 'log'],
    code: named(() => import('../screens/roll/RollScreen.tsx'), 'RollScreen'),
  },
  {
    path: 'cover',
    title: 'Cover',
    group: 'On the day',
    roles: ['owner', 'log'],
    code: named(() => import('../screens/cover/CoverScreen.tsx'), 'CoverScreen'),
  },
  {
    path: 'clocks',
    title: 'Clocks',
    group: 'On the day',
    roles: ['owner', 'log'],
    code: named(() => import('../screens/clocks/ClocksScreen.tsx'), 'ClocksScreen'),
  },
  {
    path: 'copies',
    title: 'Copies',
    group: 'After',
    roles: ['owner', 'offload'],
    code: named(() => import('../screens/copies/CopiesScreen.tsx'), 'CopiesScreen'),
  },
  {
    path: 'line-up',
    title: 'Line-up',
    group: 'After',
    roles: ['owner', 'offload'],
    code: named(() => import('../screens/lineup/LineUpScreen.tsx'), 'LineUpScreen'),
  },
  {
    path: 'wrap',
    title: 'Wrap',
    group: 'After',
    roles: crew,
    code: named(() => import('../screens/wrap/WrapScreen.tsx'), 'WrapScreen'),
  },
  {
    path: 'money',
    title: 'Money',
    group: 'After',
    roles: owner,
    code: named(() => import('../screens/money/MoneyScreen.tsx'), 'MoneyScreen'),
  },
];

/** `React.lazy` wants a default export; ours are named. One of each: React asks for it again until it stands. */
const LAZY = new Map(SCREENS.map((s) => [s, lazy(() => s.code.load().then((screen) => ({ default: screen })))]));

/** The component of a screen. One that is there already is drawn with the frame, with no word of waiting between. */
export const componentOf = (entry: ScreenEntry): ComponentType => entry.code.ready() ?? LAZY.get(entry)!;

/** Fetches the screen of an address while who is asking and the rows are read. What can’t be fetched is told when it is opened. */
export function fetchScreenOf(pathname: string): void {
  const [, p, , , screen = 'day'] = pathname.split('/');
  if (p === 'p')
    SCREENS.find((s) => s.path === screen)
      ?.code.load()
      .catch(() => undefined);
}

let othersAsked = false;
/** Fetches the other screens' code once the first one stands, so that they open at once, and with no network. */
export function fetchOtherScreens(): void {
  if (othersAsked) return;
  othersAsked = true;
  const idle = window.requestIdleCallback ?? ((run: () => void) => setTimeout(run, 800));
  idle(() => {
    for (const s of SCREENS) s.code.load().catch(() => undefined);
    // Whoever signs out with no network finds the door.
    void import('../screens/signin/SignInScreen.tsx');
    // Photographs are made small by it, on a scouting walk with no network too.
    void import('../workers/heavy.ts').then(({ heavy }) => heavy());
  });
}
