import { type OrderPlan, type Violation } from './orderModel.ts';
import { type DayRow, type UnitDay } from './dayPlan.ts';

const named = (r: DayRow) => r.shot?.code ?? r.title;

/** Who and what a programme wants twice at once: its lines may lie over each other, people and cameras can’t. */
export function overlaid(rows: readonly DayRow[], order: OrderPlan): Violation[] {
  const found: Violation[] = [];
  const moments = rows.filter((r) => r.programme !== null);
  moments.forEach((a, i) =>
    moments.slice(i + 1).forEach((b) => {
      const people = a.personIds.filter((p) => b.personIds.includes(p));
      const cameras = a.cameras.filter((c) => b.cameras.includes(c));
      if (people.length === 0 && cameras.length === 0) return;
      const who = cameras.length > 0 ? `Camera ${cameras.join(', ')}` : 'Somebody';
      if (b.startMin < a.endMin)
        found.push({
          code: 'twice',
          message: `${who} is wanted for ${named(a)} and ${named(b)} at once.`,
          ids: [a.itemId, b.itemId],
        });
      else if (
        a.placeId !== b.placeId &&
        b.startMin - a.endMin < (order.change.moveMin[`${a.placeId}>${b.placeId}`] ?? 0)
      )
        found.push({
          code: 'twice',
          message: `${who} can’t be at ${named(b)} in time: the way from ${named(a)} takes longer.`,
          ids: [a.itemId, b.itemId],
        });
    }),
  );
  return found;
}

/** What two units can’t both have: a person, a camera, or a moment that another unit’s shot must come before. */
export function clashes(units: readonly UnitDay[]): Violation[] {
  const found: Violation[] = [];
  const rows = units.flatMap((u) => u.rows);
  for (const [i, a] of rows.entries())
    for (const b of rows.slice(i + 1)) {
      if (a.unit === b.unit) continue;
      for (const [early, late] of [
        [a, b],
        [b, a],
      ] as const)
        if (early.shot?.beforeSceneId && early.shot.beforeSceneId === late.scene?.id && early.endMin > late.startMin)
          found.push({
            code: 'after',
            message: `${named(late)} starts in unit ${late.unit} before unit ${early.unit} has ${named(early)}, which it needs first.`,
            ids: [late.itemId, early.itemId],
          });
      if (a.startMin >= b.endMin || b.startMin >= a.endMin) continue;
      const people = a.personIds.filter((p) => b.personIds.includes(p));
      const cameras = a.cameras.filter((c) => b.cameras.includes(c));
      if (people.length > 0)
        found.push({
          code: 'twice',
          message: `Somebody is wanted for ${named(a)} and ${named(b)} at once, in two units.`,
          ids: [a.itemId, b.itemId],
        });
      if (cameras.length > 0)
        found.push({
          code: 'twice',
          message: `Camera ${cameras.join(', ')} is wanted for ${named(a)} and ${named(b)} at once, in two units.`,
          ids: [a.itemId, b.itemId],
        });
    }
  return found;
}

/** Violations with the names people use in place of the ids. */
export function nameItems(rows: readonly DayRow[], violations: readonly Violation[]): Violation[] {
  const titles = new Map(rows.map((r) => [r.itemId, r.shot?.code ?? r.title]));
  return violations.map((v) => ({
    ...v,
    message: v.ids.reduce((text, itemId) => text.replaceAll(itemId, titles.get(itemId) ?? itemId), v.message),
  }));
}
