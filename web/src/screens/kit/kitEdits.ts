import { KIT_LINE_DEFAULTS, KIT_STATE_WORDS, type KitLine, type KitState } from '@kavrell/core/kit';
import type { KitMatch, KitWay } from '@kavrell/core/kitNeeds';
import { positionAfter } from '@kavrell/core/records';
import { newId } from '../../platform/id.ts';
import type { Op } from '../../platform/rows.ts';

type Insert = Extract<Op, { op: 'insert'; table: 'kitLines' }>['values'];

/** A new line of what is taken along, the `at`-th of several that are made at once. */
export const lineOp = (
  lines: readonly KitLine[],
  values: Pick<Insert, 'name'> & Partial<Insert>,
  at = 0,
  id = newId(),
): Op => ({
  ...{ op: 'insert', table: 'kitLines', id },
  values: { ...KIT_LINE_DEFAULTS, position: positionAfter(lines) + at, ...values },
});

/** What is needed and nobody got yet, as there. */
export const haveOp = (lines: readonly KitLine[], { need, get }: KitMatch, at = 0): Op =>
  lineOp(
    lines,
    {
      need: need.key,
      name: need.unit === 'l' ? `litres of ${need.what}` : need.what,
      have: get,
      crate: need.department,
    },
    at,
  );

/** A way to get what is needed, taken: what is one’s own or done without is settled, all else is to be got by a date. */
export const wayOp = (lines: readonly KitLine[], { need }: KitMatch, way: KitWay): Op =>
  lineOp(lines, {
    ...{ need: need.key, name: way.name, have: way.count, source: way.source, pieceId: way.pieceId },
    ...{ crate: need.department, byDate: way.byDate, note: way.source === 'adapted' ? `instead of ${need.what}` : '' },
    state: way.source === 'own' || way.source === 'without' ? '' : 'toGet',
  });

/** Ticks a thing off: who did stands with it, and nobody has looked a second time. What is missing was last seen where it was ticked off before. */
export const tickOp = (line: KitLine, state: KitState, { by, atId }: { by: string; atId: string }): Op => ({
  ...{ op: 'update', table: 'kitLines', row: line },
  values: {
    ...{ state, tickedBy: by, checkedBy: '' },
    ...(state === 'missing' || atId === '' ? {} : { seenAtId: atId }),
    // What is in its case is switched off, as far as anybody can say.
    ...(state === 'packed' || state === 'back' ? { on: false } : {}),
  },
});
export const tickWords = (line: Pick<KitLine, 'name'>, state: KitState): string =>
  `${line.name}: ${KIT_STATE_WORDS[state]}`;
