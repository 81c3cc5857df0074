import type { Production } from '@kavrell/core/brief';
import { positionAfter } from '@kavrell/core/records';
import type { Fault } from '@kavrell/core/sound';
import { productionNow } from '../../platform/clock.ts';
import { newId } from '../../platform/id.ts';
import { change } from '../../platform/rows.ts';

/** Notes a fault of a device, found now; answers its id. */
export function addFault(
  production: Production,
  faults: readonly Fault[],
  said: Pick<Fault, 'device' | 'symptom' | 'chain'> & Partial<Pick<Fault, 'owedTo' | 'serial'>>,
): string {
  const id = newId();
  void change(production.id, 'A fault', [
    {
      ...{ op: 'insert', table: 'faults', id },
      values: {
        ...{ steps: [], decision: '', decideByMin: null, ownerId: null, evidence: '', serial: '', owedTo: '' },
        ...{ photoHashes: [], refund: '', refundMinor: null, closed: false },
        ...said,
        chain: [...said.chain],
        foundAtMs: Math.round(productionNow(production)),
        position: positionAfter(faults),
      },
    },
  ]);
  return id;
}
