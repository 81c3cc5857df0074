import type { ProductionRows } from './rows.ts';

type Names = readonly (keyof ProductionRows)[];
const parts = <const N extends Names>(...names: N): N => names;

/** Which rows each computation over a production leans on: what is worked out stays as it is until one of these changes. */
export const PLAN_PARTS = parts(
  ...(['dayItems', 'shots', 'scenes', 'setups', 'relights', 'lightKit', 'rooms', 'places', 'moves'] as const),
);
/** A setup’s light: what stands in it, what it lights, and where. */
export const LIGHT_PARTS = parts(
  ...(['production', 'setups', 'lightKit', 'rooms', 'circuits', 'placeFacts', 'cameras', 'places'] as const),
  ...(['shots', 'scenes', 'days'] as const),
);
/** What the light at a face hangs on. */
export const LIT_PARTS = parts('production', 'setups', 'lightKit', 'rooms', 'places');
export const FIT_PARTS = parts('production', 'shots', 'cameras', 'lenses', 'deliverables');
export const PATCH_PARTS = parts(
  ...(['soundSources', 'soundBoxes', 'soundRoutes', 'links', 'cameras', 'scenes', 'shots', 'people'] as const),
);
/** Takes don’t change a sheet. */
export const SHEET_PARTS = parts(
  ...LIGHT_PARTS,
  ...(['people', 'engagements', 'slots', 'risks', 'dayItems', 'relights', 'moves', 'pictures'] as const),
);
export const RISK_PARTS = parts(
  ...LIGHT_PARTS,
  ...(['dayItems', 'relights', 'moves', 'people', 'engagements', 'lenses', 'deliverables'] as const),
  ...(['soundSources', 'soundRoutes', 'soundBoxes', 'links', 'sharedThings'] as const),
);
/** What a day needs to be taken along. */
export const KIT_PARTS = parts(
  ...LIGHT_PARTS,
  ...(['dayItems', 'relights', 'moves', 'engagements', 'lenses', 'deliverables', 'cables'] as const),
  ...(['soundSources', 'soundRoutes', 'soundBoxes', 'links', 'clocks', 'circuits', 'prompts'] as const),
);
export const CARD_PARTS = parts(
  'production',
  'cards',
  'clips',
  'copyFiles',
  'copyJobs',
  'drives',
  'releases',
  'keepPlaces',
);
export const WRAP_PARTS = parts(
  ...(['production', 'shots', 'scenes', 'clips', 'cards', 'cameras', 'soundRoutes', 'soundBoxes'] as const),
);

export const MISSING_PARTS = parts(
  ...WRAP_PARTS,
  ...(['soundSources', 'people', 'consents', 'engagements', 'logEntries', 'signOffs', 'kitLines', 'drives'] as const),
  ...(['credits', 'days'] as const),
);

/** The rows of some parts. */
export type RowsOf<N extends Names> = Pick<ProductionRows, N[number]>;
