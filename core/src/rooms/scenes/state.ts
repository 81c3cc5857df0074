/** Where a shot stands: not tried, tried, had, or left out. */
export type ShotState = 'planned' | 'setUp' | 'got' | 'dropped';
