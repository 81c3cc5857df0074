import type { Role } from '@kavrell/contract';
import { fetchSoon, named, type Code } from './code.tsx';
import { SIGN_IN } from './door.ts';

export interface ScreenEntry {
  path: string;
  title: string;
  group: 'Prepare' | 'On the day' | 'After';
  roles: readonly Role[];
  code: Code;
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

let othersAsked = false;
/** Fetches the other screens' code once the first one stands, so that they open at once, and with no network. */
export function fetchOtherScreens(): void {
  if (othersAsked) return;
  othersAsked = true;
  const idle = window.requestIdleCallback ?? ((run: () => void) => setTimeout(run, 800));
  idle(() => {
    for (const s of SCREENS) fetchSoon(s.code);
    // Whoever signs out with no network finds the door.
    fetchSoon(SIGN_IN);
    // Photographs are made small by it, on a scouting walk with no network too.
    void import('../workers/heavy.ts').then(({ heavy }) => heavy());
  });
}
