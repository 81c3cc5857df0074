import { ninthBell } from '../../../../demo/src/ninthBell.ts';
import { nothingShot, type ProductionRows } from './index.ts';

/** The Ninth Bell as rows, nothing shot yet, for tests that need a whole production. Ids are the same every time. */
export function bellRows(): { demo: ReturnType<typeof ninthBell>; rows: ProductionRows; newId: () => string } {
  let n = 0;
  const newId = () => `00000000-0000-7000-8000-${String((n += 1)).padStart(12, '0')}`;
  const demo = ninthBell(newId, '/media');
  return {
    demo,
    newId,
    rows: {
      ...demo,
      ...nothingShot(),
    },
  };
}
