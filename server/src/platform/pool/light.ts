import { catalogueOf, readExactly } from '@kavrell/core/light';
import type { LightAsked, LightRead } from './work.ts';

/** Reads the faces of a plan by the light kernel: a second or two of work for a large one. */
export const readLight = ({ plan, room, daylight, kit, settings }: LightAsked): LightRead =>
  readExactly({ plan, room, daylight, catalogue: catalogueOf(kit) }, plan, settings);
