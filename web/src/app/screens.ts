import { lazy, type ComponentType } from 'react';
import type { Role } from '@kavrell/contract';

export interface ScreenEntry {
  path: string;
  title: string;
  group: 'Prepare' | 'On the day' | 'After';
  roles: readonly Role[];
  load: () => Promise<{ default: ComponentType }>;
}

/** `React.lazy` wants a default export; ours are named. */
const named =
  <K extends string>(load: () => Promise<Record<K, ComponentType>>, name: K) =>
  () =>
    load().then((m) => ({ default: m[name] }));

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
    load: named(() => import('../screens/brief/BriefScreen.tsx'), 'BriefScreen'),
  },
  {
    path: 'scenes',
    title: 'Scenes',
    group: 'Prepare',
    roles: owner,
    load: named(() => import('../screens/scenes/ScenesScreen.tsx'), 'ScenesScreen'),
  },
  {
    path: 'places',
    title: 'Places',
    group: 'Prepare',
    roles: owner,
    load: named(() => import('../screens/places/PlacesScreen.tsx'), 'PlacesScreen'),
  },
  {
    path: 'light',
    title: 'Light',
    group: 'Prepare',
    roles: owner,
    load: named(() => import('../screens/light/LightScreen.tsx'), 'LightScreen'),
  },
  {
    path: 'camera',
    title: 'Camera',
    group: 'Prepare',
    roles: owner,
    load: named(() => import('../screens/camera/CameraScreen.tsx'), 'CameraScreen'),
  },
  {
    path: 'people',
    title: 'People',
    group: 'Prepare',
    roles: owner,
    load: named(() => import('../screens/people/PeopleScreen.tsx'), 'PeopleScreen'),
  },
  {
    path: 'risks',
    title: 'Risks',
    group: 'Prepare',
    roles: owner,
    load: named(() => import('../screens/risks/RisksScreen.tsx'), 'RisksScreen'),
  },
  {
    path: 'day',
    title: 'Day',
    group: 'Prepare',
    roles: owner,
    load: named(() => import('../screens/day/DayScreen.tsx'), 'DayScreen'),
  },
  {
    path: 'call-sheet',
    title: 'Call sheet',
    group: 'Prepare',
    roles: all,
    load: named(() => import('../screens/callsheet/CallSheetScreen.tsx'), 'CallSheetScreen'),
  },
  {
    path: 'roll',
    title: 'Roll',
    group: 'On the day',
    roles: ['owner', 'log'],
    load: named(() => import('../screens/roll/RollScreen.tsx'), 'RollScreen'),
  },
  {
    path: 'clocks',
    title: 'Clocks',
    group: 'On the day',
    roles: ['owner', 'log'],
    load: named(() => import('../screens/clocks/ClocksScreen.tsx'), 'ClocksScreen'),
  },
  {
    path: 'copies',
    title: 'Copies',
    group: 'After',
    roles: ['owner', 'offload'],
    load: named(() => import('../screens/copies/CopiesScreen.tsx'), 'CopiesScreen'),
  },
  {
    path: 'wrap',
    title: 'Wrap',
    group: 'After',
    roles: crew,
    load: named(() => import('../screens/wrap/WrapScreen.tsx'), 'WrapScreen'),
  },
];

export const LAZY = new Map(SCREENS.map((s) => [s.path, lazy(s.load)]));

/** Fetches the other screens' code once the first one stands, so that they open at once, and with no network. */
export function fetchOtherScreens(): void {
  const idle = window.requestIdleCallback ?? ((run: () => void) => setTimeout(run, 800));
  idle(() => {
    SCREENS.forEach((s) => void s.load());
    // Whoever signs out with no network finds the door.
    void import('../screens/signin/SignInScreen.tsx');
    // Photographs are made small by it, on a scouting walk with no network too.
    void import('../workers/heavy.ts').then(({ heavy }) => heavy());
  });
}
