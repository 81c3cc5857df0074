import { named } from './code.tsx';

/** Whoever is signed in needs none of the forms of the door. */
export const ENTER = named(() => import('../screens/signin/EnterScreen.tsx'), 'EnterScreen');
export const SIGN_IN = named(() => import('../screens/signin/SignInScreen.tsx'), 'SignInScreen');
