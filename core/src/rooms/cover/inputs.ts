import type { SharedThing } from './model.ts';

/** A thing with fewer inputs than what wants to go in. */
export interface InputsWanted {
  thing: SharedThing;
  wanted: string[];
  /** How many can’t go in. */
  tooMany: number;
  /** What would be given up first: others before pictures of people, as they stand in the list, from its end. */
  giveUp: string[];
}

/** Every switcher, recorder or desk whose inputs do not do for all that leans on it. One whose inputs nobody counted is none. */
export function inputsWanted(
  things: readonly SharedThing[],
  nameOf: (kind: 'camera' | 'box' | 'source', id: string) => string,
): InputsWanted[] {
  return things.flatMap((thing) => {
    const wanted = [
      ...thing.cameraIds.map((id) => nameOf('camera', id)),
      ...thing.boxIds.map((id) => nameOf('box', id)),
      ...thing.sourceIds.map((id) => nameOf('source', id)),
      ...thing.others,
    ];
    const tooMany = wanted.length - (thing.inputs ?? Infinity);
    return tooMany > 0 ? [{ thing, wanted, tooMany, giveUp: wanted.slice(-tooMany) }] : [];
  });
}
