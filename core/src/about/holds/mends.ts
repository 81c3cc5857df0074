import type { Camera } from '../../rooms/camera/index.ts';
import type { SIZES, Scene, Shot } from '../../rooms/scenes/index.ts';
import { freeChannel, isHeardIn, type SoundRoute } from '../../rooms/sound/index.ts';
import { handKey, viewOf, type Coverage, type CoverLane, type CoverSources, type View } from './lanes.ts';
import { harmOf, type Failure, type Loss } from './losses.ts';

/** What one press does about a failure. */
export type MendAct =
  | { kind: 'shot'; scene: Scene; letter: string; size: (typeof SIZES)[number] | null; faceNeeded: boolean }
  | { kind: 'camera'; shot: Shot; letter: string }
  | { kind: 'route'; sourceId: string; boxId: string; socketName: string; channel: number }
  | { kind: 'duty'; route: SoundRoute };

/** A way to lose less, and what it costs elsewhere. */
export interface CoverMend {
  words: string;
  cost: string;
  /** The cheaper, the lower. */
  price: number;
  act: MendAct;
}

const SIZE_OF: Readonly<Record<View, (typeof SIZES)[number] | null>> = {
  wide: 'ws',
  medium: 'ms',
  tight: 'mcu',
  face: 'mcu',
  detail: 'insert',
  picture: null,
};

const PRICE = { own: 0, alone: 1, scratch: 2, box: 1, nice: 3, should: 4, must: 9 } as const;

/** The cheapest ways, at most `most`, to keep the worst of what a failure loses. One that would need what failed is none. */
export function mendsOf(failure: Failure, coverage: Coverage, s: CoverSources, most = 2): CoverMend[] {
  const failed = new Set(failure.things.flat());
  const [worst] = [...failure.losses].sort((a, b) => harmOf(b) - harmOf(a));
  if (!worst) return [];
  const mends =
    worst.want === 'sound' ? soundMends(worst, failed, coverage, s) : pictureMends(worst, failed, coverage, s);
  return mends.sort((a, b) => a.price - b.price || (a.words < b.words ? -1 : 1)).slice(0, most);
}

function pictureMends(loss: Loss, failed: ReadonlySet<string>, coverage: Coverage, s: CoverSources): CoverMend[] {
  const { moment } = loss;
  const { scene, shot } = moment.row;
  if (!scene) return [];
  const lost = moment.row.shots.filter((x) => x.priority === 'must')[0] ?? moment.row.shots[0];
  const view: View = loss.want === 'any' || loss.want === 'sound' ? (lost ? viewOf(lost) : 'picture') : loss.want;
  return s.cameras.flatMap((c): CoverMend[] => {
    const lane = coverage.lanes.find((l) => l.key === `camera:${c.id}`);
    const needs = lane?.needs ?? [`body:${c.id}`, `card:${c.id}`];
    if (needs.some((id) => failed.has(id))) return [];
    const holds = lane?.holds.filter((h) => h.momentId === moment.id) ?? [];
    if (holds.some((h) => h.view === view)) return [];
    const { cost, price } = priceOf(c, holds, moment.id, { coverage, s, failed });
    return [
      {
        ...{ cost, price },
        // A shot that is set up has one more camera on it; a moment one more shot.
        ...(shot
          ? { words: `${c.letter} too on ${shot.code}`, act: { kind: 'camera' as const, shot, letter: c.letter } }
          : {
              words: `${c.letter} ${view === 'picture' ? 'too' : `${view} too`} in ${moment.title}`,
              act: {
                ...{ kind: 'shot' as const, scene, letter: c.letter },
                ...{ size: SIZE_OF[view], faceNeeded: view === 'face' },
              },
            }),
      },
    ];
  });
}

function priceOf(
  c: Camera,
  holds: CoverLane['holds'],
  momentId: string,
  { coverage: { hands, lanes }, s, failed }: { coverage: Coverage; s: CoverSources; failed: ReadonlySet<string> },
): { cost: string; price: number } {
  const must = holds.find((h) => h.must);
  if (holds.length > 0)
    return must
      ? { cost: `has ${must.codes.join(', ')} there, a must`, price: PRICE.must }
      : { cost: `gives up ${holds.flatMap((h) => h.codes).join(', ')}`, price: PRICE.should };
  const busy = (personId: string) =>
    lanes.some(
      (l) => l.cameraId !== null && l.cameraId !== c.id && hands.get(handKey(l.cameraId, momentId)) === personId,
    );
  const who = s.people.find((p) => p.id === c.operatorId && !failed.has(`person:${p.id}`));
  if (who && !busy(who.id)) return { cost: `${who.shortName} and it are free then`, price: PRICE.own };
  return { cost: who ? `alone: ${who.shortName} is at another then` : 'alone: nobody is at it', price: PRICE.alone };
}

function soundMends(loss: Loss, failed: ReadonlySet<string>, coverage: Coverage, s: CoverSources): CoverMend[] {
  const heard = s.soundSources.filter((x) => isHeardIn(x, loss.moment.sceneId) && !failed.has(`microphone:${x.id}`));
  const into = heard.flatMap((source) =>
    s.soundBoxes.flatMap((box): CoverMend[] => {
      const isIn = s.soundRoutes.some((r) => r.sourceId === source.id && r.boxId === box.id);
      if (isIn || failed.has(`box:${box.id}`)) return [];
      const channel = freeChannel(box, source, { routes: s.soundRoutes, sources: s.soundSources });
      if (channel === null) return [];
      const socketName = box.sockets.find((x) => x.use === 'sound')?.name ?? '';
      return [
        {
          ...{
            words: `${source.name} into ${box.name} too`,
            cost: `its channel ${channel}, a cable`,
            price: PRICE.box,
          },
          act: { kind: 'route', sourceId: source.id, boxId: box.id, socketName, channel },
        },
      ];
    }),
  );
  const promoted = s.soundRoutes.flatMap((route): CoverMend[] => {
    const source = heard.find((x) => x.id === route.sourceId);
    const lane = coverage.lanes.find((l) => l.key === `sound:${route.id}`);
    if (!source || route.duty !== 'scratch' || !lane || lane.needs.some((id) => failed.has(id))) return [];
    return [
      {
        ...{
          words: `Scratch of ${lane.who} counts as backup`,
          cost: 'listen first: it is only as clean as it is near',
        },
        ...{ price: PRICE.scratch, act: { kind: 'duty', route } },
      },
    ];
  });
  return [...into, ...promoted];
}
