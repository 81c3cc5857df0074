import type { Ask, Deliverable, Production, Revision, SignOff } from '../../about/brief/index.ts';
import type { FrozenSheet, SheetRead } from '../../about/callsheet/index.ts';
import type { Camera, Lens } from '../../rooms/camera/index.ts';
import {
  type Card,
  type Clip,
  type CopyFile,
  type CopyJob,
  type Release,
  type Drive,
} from '../../rooms/copies/index.ts';
import type { Clock, Jam } from '../../rooms/clocks/index.ts';
import { type Day, type DayItem, type SavedOrder } from '../../plan/day/index.ts';
import type { Rental } from '../../rooms/kit/index.ts';
import type { RehearsalNote, Risk } from '../../about/risks/index.ts';
import type { LightKit, Relight, Setup } from '../../rooms/light/index.ts';
import type { Palette, Picture } from '../../rooms/look/index.ts';
import type { Consent, Engagement, Person } from '../../rooms/people/index.ts';
import type { Cart, Circuit, Move, Place, PlaceFact, Room } from '../../rooms/places/index.ts';
import { type TakeEvent } from '../../rooms/roll/index.ts';
import type { Pin, Scene, Shot, ShotLink, Slot, Track, Waiver } from '../../rooms/scenes/index.ts';
import type { Fault, Link, Prompt, SoundBox, SoundRoute, SoundSource } from '../../rooms/sound/index.ts';
import type { Look } from '../../about/stale/index.ts';

/** All live rows of one production, as stored. */
export interface ProductionRows {
  production: Production;
  days: readonly Day[];
  places: readonly Place[];
  moves: readonly Move[];
  rooms: readonly Room[];
  circuits: readonly Circuit[];
  placeFacts: readonly PlaceFact[];
  carts: readonly Cart[];
  people: readonly Person[];
  engagements: readonly Engagement[];
  cameras: readonly Camera[];
  lenses: readonly Lens[];
  soundBoxes: readonly SoundBox[];
  soundSources: readonly SoundSource[];
  links: readonly Link[];
  soundRoutes: readonly SoundRoute[];
  prompts: readonly Prompt[];
  faults: readonly Fault[];
  setups: readonly Setup[];
  relights: readonly Relight[];
  lightKit: readonly LightKit[];
  scenes: readonly Scene[];
  shots: readonly Shot[];
  dayItems: readonly DayItem[];
  savedOrders: readonly SavedOrder[];
  deliverables: readonly Deliverable[];
  asks: readonly Ask[];
  signOffs: readonly SignOff[];
  revisions: readonly Revision[];
  consents: readonly Consent[];
  pictures: readonly Picture[];
  palettes: readonly Palette[];
  tracks: readonly Track[];
  pins: readonly Pin[];
  shotLinks: readonly ShotLink[];
  waivers: readonly Waiver[];
  slots: readonly Slot[];
  looks: readonly Look[];
  frozenSheets: readonly FrozenSheet[];
  sheetReads: readonly SheetRead[];
  rentals: readonly Rental[];
  risks: readonly Risk[];
  rehearsalNotes: readonly RehearsalNote[];
  drives: readonly Drive[];
  cards: readonly Card[];
  clocks: readonly Clock[];
  jams: readonly Jam[];
  clips: readonly Clip[];
  copyJobs: readonly CopyJob[];
  copyFiles: readonly CopyFile[];
  releases: readonly Release[];
  takeEvents: readonly TakeEvent[];
}
