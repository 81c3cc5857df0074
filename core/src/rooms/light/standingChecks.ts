import { apart } from '../../base/geometry/index.ts';
import { capital, listed, metresText, nameOf, type LightFinding, type Surroundings } from './finding.ts';
import { entriesOf, entryOf } from './library.ts';
import { isRaised, type RaisedItem } from './plan.ts';
import { MOST_BALLAST_KG, raisedBody, stability, type RaisedBody } from './standing.ts';

/** Raised things at least so large or so heavy get a fall zone. */
const ZONE_M2 = 1;
const ZONE_KG = 9;
/** From this height on something can fall on somebody. */
const FALLS_FROM_M = 1;
/** What stands lower, or is lighter and small, holds without a stand. */
const LOW_M = 0.4;
const LIGHT_KG = 1.5;
/** Larger than this in one direction takes two stands. */
const LARGE_M = 1.5;

const mps = (v: number) => `${v.toFixed(1)}\u00a0m/s`;
const kg = (v: number) => `${Math.ceil(v)}\u00a0kg`;

/** One raised thing and what it is checked against. */
interface Raised {
  item: RaisedItem;
  name: string;
  body: RaisedBody;
  s: Surroundings;
  stand: ReturnType<typeof entryOf<'stand'>>;
  outside: boolean;
}
type Rule = (r: Raised) => LightFinding | null;

const found = (
  { item }: Raised,
  key: string,
  level: LightFinding['level'],
  said: Pick<LightFinding, 'words' | 'mend'> & { fix?: LightFinding['fix']; others?: string[] },
): LightFinding => ({
  key: `${key}:${item.id}`,
  level,
  itemIds: [item.id, ...(said.others ?? [])],
  words: said.words,
  mend: said.mend,
  fix: said.fix ?? null,
});

/** The lightest stand that is tall and strong enough. */
function betterStand({ item, body, s }: Raised): LightFinding['fix'] {
  const best = entriesOf(s.catalogue, 'stand')
    .sort((a, b) => a.data.topM - b.data.topM || a.data.massKg - b.data.massKg)
    .find((x) => x.data.topM >= item.zM && x.data.loadKg >= body.massKg);
  return best ? { label: `Take the ${best.name}`, id: item.id, values: { standKey: best.key } } : null;
}
/** A lamp of the set, or a small one: it stands by itself. */
const standsByItself = ({ item, body }: Raised) =>
  item.zM <= LOW_M || (item.kind === 'source' && (item.role === 'practical' || body.massKg < LIGHT_KG));

const underTheCeiling: Rule = (r) => {
  const { item, name, s } = r;
  if (!s.room || s.room.outside || item.zM <= s.room.heightM) return null;
  const zM = Math.round((s.room.heightM - 0.3) * 10) / 10;
  return found(r, 'ceiling', 'look', {
    words: `${capital(name)} hangs at ${metresText(item.zM)}; the ceiling is at ${metresText(s.room.heightM)}.`,
    mend: 'Lower it.',
    fix: { label: 'Lower it', id: item.id, values: { zM } },
  });
};

const onSomething: Rule = (r) =>
  r.stand || standsByItself(r)
    ? null
    : found(r, 'stand', 'look', {
        words: `Nothing is said to hold ${r.name} at ${metresText(r.item.zM)}.`,
        mend: 'Choose a stand, or say in the notes how it is rigged.',
        fix: betterStand(r),
      });

const tallEnough: Rule = (r) => {
  const { stand, item, name } = r;
  if (!stand || item.zM <= stand.data.topM + 0.01) return null;
  const top = stand.data.topM;
  return found(r, 'short', 'look', {
    words: `The ${stand.name} reaches ${metresText(top)}; ${name} is wanted at ${metresText(item.zM)}.`,
    mend: 'A taller stand, or lower.',
    fix: betterStand(r) ?? { label: `Lower to ${metresText(top)}`, id: item.id, values: { zM: top } },
  });
};

const strongEnough: Rule = (r) =>
  !r.stand || r.body.massKg <= r.stand.data.loadKg
    ? null
    : found(r, 'load', 'danger', {
        words: `${capital(r.name)} weighs ${r.body.massKg.toFixed(1)}\u00a0kg; the ${r.stand.name} carries ${r.stand.data.loadKg}\u00a0kg.`,
        mend: 'A stronger stand.',
        fix: betterStand(r),
      });

/** Wind: what it stands to against the gusts that are expected. Where nobody said them outdoors they are asked for, never taken as none. */
const againstWind: Rule = (r) => {
  const { item, name, s, outside } = r;
  const wind = stability(item, s);
  if (!wind) {
    if (!outside || standsByItself(r)) return null;
    return found(r, 'wind', 'look', {
      words: `What holds ${name} is not said, so nobody knows what wind it stands to.`,
      mend: 'Choose its stand; until then it comes down in wind.',
      fix: betterStand(r),
    });
  }
  if (outside && s.gustMps === null)
    return found(r, 'wind', 'look', {
      words: `Nobody has said what gusts to expect; ${name} stands to ${mps(wind.limitMps)}.`,
      mend: 'Set the gust of the plan or the day. Forecast means hide gusts.',
    });
  if (wind.moreKg <= 0) return null;
  const down = wind.moreKg > MOST_BALLAST_KG;
  const set = item.ballastKg > 0 ? ` (${kg(item.ballastKg)} set)` : '';
  return found(r, 'wind', outside ? 'danger' : 'look', {
    words: `${capital(name)} stands to ${mps(wind.limitMps)}; gusts of ${mps(wind.gustMps)} are expected.`,
    mend: down
      ? `It would take ${kg(wind.moreKg)} more at the foot: take it down. A person may steady it, never be the ballast.`
      : `${kg(wind.moreKg)} more at the foot${set}.`,
    fix: down
      ? null
      : {
          label: `Set ${kg(item.ballastKg + wind.moreKg)}`,
          id: item.id,
          values: { ballastKg: Math.ceil(item.ballastKg + wind.moreKg) },
        },
  });
};

const guyed: Rule = (r) =>
  r.item.kind === 'source' || Math.max(r.item.widthM, r.item.heightM) <= LARGE_M
    ? null
    : found(r, 'large', 'note', {
        words: `${capital(r.name)} is over ${metresText(LARGE_M)}: at least two stands, guyed.`,
        mend: 'By somebody competent.',
      });

const nobodyBelow: Rule = (r) => {
  const { item, name, body, s, outside } = r;
  const zone = outside || body.areaM2 >= ZONE_M2 || body.massKg >= ZONE_KG;
  if (!zone || item.watcherId !== null || item.zM <= FALLS_FROM_M) return null;
  const inside = s.plan.items.filter(
    (i) =>
      (i.kind === 'person' || i.kind === 'camera') &&
      apart({ x: i.xM, y: i.yM }, { x: item.xM, y: item.yM }) <= body.topM,
  );
  if (inside.length === 0) return null;
  return found(r, 'zone', 'look', {
    words: `${capital(listed(inside.map(nameOf)))} stand${inside.length === 1 ? 's' : ''} where ${name} could fall (${metresText(body.topM)} around).`,
    mend: 'Name who watches it, or move them apart.',
    others: inside.map((i) => i.id),
  });
};

/** Each asked of every raised thing, whatever holds it. */
const RULES: readonly Rule[] = [
  underTheCeiling,
  onSomething,
  tallEnough,
  strongEnough,
  againstWind,
  guyed,
  nobodyBelow,
];

/** Stands too short or overloaded, wind and ballast, fall zones with somebody in them. */
export function standingFindings(s: Surroundings): LightFinding[] {
  return s.plan.items.filter(isRaised).flatMap((item) => {
    const r: Raised = {
      item,
      name: nameOf(item),
      body: raisedBody(item, s),
      s,
      stand: entryOf(s.catalogue, item.standKey, 'stand'),
      outside: s.room?.outside ?? false,
    };
    return RULES.flatMap((rule) => rule(r) ?? []);
  });
}
