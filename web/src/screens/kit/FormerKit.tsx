import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { listHeads } from '@kavrell/contract';
import { type Crate, type KitLine, type Vehicle } from '@kavrell/core/kit';
import { bare, positionAfter } from '@kavrell/core/records';
import { formatCount } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { call, wordsOf } from '../../platform/api.ts';
import { tell } from '../../platform/notices.ts';
import { change, readRowsOf, type Op } from '../../platform/rows.ts';
import { Choice } from '../../ui/Choice.tsx';
import { newId } from '../../platform/id.ts';

/** What of a former job’s kit begins anew: nobody has ticked it off, nobody carries it, it stands nowhere. */
const fresh = {
  tickedBy: '',
  checkedBy: '',
  on: false,
  seenAtId: null,
  carrierId: null,
  byDate: null,
} as const;

/** The kit of a former job once more: what was taken along, its cases and its vehicle. What is here already by the same name stays as it is. */
export function FormerKit() {
  const { production, rows } = usePlanned();
  const [busy, setBusy] = useState(false);
  const heads = useQuery({ queryKey: ['heads'], queryFn: () => call(listHeads, { params: {} }), staleTime: 0 });
  const others = (heads.data ?? []).filter((h) => h.id !== production.id && h.deletedAt === null);
  const take = async (id: string) => {
    setBusy(true);
    try {
      const [lines, crates, vehicles] = await Promise.all([
        readRowsOf(id, 'kitLines'),
        readRowsOf(id, 'crates'),
        readRowsOf(id, 'vehicles'),
      ]);
      const ops = opsOf(rows, lines, crates, vehicles);
      const title = others.find((o) => o.id === id)?.title ?? '';
      if (ops.length === 0) tell(`Nothing of “${title}” is new here.`);
      else
        await change(production.id, `Kit as on “${title}”`, ops).then(() =>
          tell(`${formatCount(ops.length, 'line')} taken over from “${title}”. Ctrl+Z takes them out again.`),
        );
    } catch (error) {
      tell(wordsOf(error));
    } finally {
      setBusy(false);
    }
  };
  if (others.length === 0) return null;
  return (
    <Choice
      aria-label="Take over the kit of a former job"
      style={{ width: 'auto', maxWidth: '100%' }}
      value=""
      disabled={busy}
      onChange={(e) => void (e.target.value && take(e.target.value))}
    >
      <option value="">{busy ? 'taking it over …' : 'as on a former job …'}</option>
      {others.map((o) => (
        <option key={o.id} value={o.id}>
          as on {o.title}
        </option>
      ))}
    </Choice>
  );
}

/** Rows of the other job that are not here by the same name, without what was of that job alone. */
function opsOf(
  here: { kitLines: readonly KitLine[]; crates: readonly Crate[]; vehicles: readonly Vehicle[] },
  lines: readonly KitLine[],
  crates: readonly Crate[],
  vehicles: readonly Vehicle[],
): Op[] {
  const isNew = (list: readonly { name: string }[]) => {
    const names = new Set(list.map((x) => x.name.trim().toLowerCase()));
    return (x: { name: string }) => !names.has(x.name.trim().toLowerCase());
  };
  const at = (list: readonly { position: number }[], i: number) => ({ position: positionAfter(list) + i });
  return [
    ...lines
      .filter((l) => l.source !== 'without')
      .filter(isNew(here.kitLines))
      .map((l, i): Op => ({
        ...{ op: 'insert', table: 'kitLines', id: newId() },
        // What came from others then is not here yet, and its price was another day’s.
        values: {
          ...{ ...bare(l), ...fresh, state: isOwn(l) ? '' : 'toGet', costMinor: null, ...at(here.kitLines, i) },
        },
      })),
    ...crates.filter(isNew(here.crates)).map((c, i): Op => ({
      ...{ op: 'insert', table: 'crates', id: newId() },
      values: { ...bare(c), carrierId: null, hand: null, ...at(here.crates, i) },
    })),
    ...vehicles.filter(isNew(here.vehicles)).map((v, i): Op => ({
      ...{ op: 'insert', table: 'vehicles', id: newId() },
      values: { ...bare(v), driverId: null, secondDriverId: null, ready: [], ...at(here.vehicles, i) },
    })),
  ];
}
const isOwn = ({ source }: KitLine): boolean => source === 'own' || source === 'adapted';
