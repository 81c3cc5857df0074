import { PLAN_DEFAULTS, SETUP_DEFAULTS, mirrored, sizeOf, type Setup } from '@kavrell/core/light';
import { usePlanned } from '../../app/production.tsx';
import { newId } from '../../platform/id.ts';
import { tell } from '../../platform/notices.ts';
import { change } from '../../platform/rows.ts';

/** Making, copying, naming and deleting setups of light; `open` takes one in hand by its id, null none. */
export function useSetupEdits(setup: Setup | undefined, open: (id: string | null) => void) {
  const { production, rows } = usePlanned();
  const [place] = rows.places;
  const nextCode = () => {
    for (let n = rows.setups.length + 1; ; n += 1) if (!rows.setups.some((s) => s.code === `L${n}`)) return `L${n}`;
  };
  const add = () => {
    if (!place) return;
    const id = newId();
    const where = setup?.placeId ?? place.id;
    const room = rows.rooms.find((r) => r.placeId === where);
    void change(production.id, 'Added a light setup', [
      {
        op: 'insert',
        table: 'setups',
        id,
        values: {
          ...SETUP_DEFAULTS,
          code: nextCode(),
          name: 'New setup',
          placeId: where,
          plan: { ...PLAN_DEFAULTS, roomId: room?.id ?? null },
        },
      },
    ]);
    open(id);
  };
  const variant = (other: boolean) => {
    if (!setup) return;
    const id = newId();
    const [w] = sizeOf(setup.plan, rows.rooms.find((r) => r.id === setup.plan.roomId) ?? null);
    const code = nextCode();
    void change(production.id, `${code} from ${setup.code}`, [
      {
        op: 'insert',
        table: 'setups',
        id,
        values: {
          code,
          name: `${setup.name}${other ? ', other side' : ', variant'}`.slice(0, 80),
          placeId: setup.placeId,
          rigMin: null,
          notes: '',
          hands: setup.hands,
          fromSetupId: setup.id,
          plan: other ? mirrored(setup.plan, w) : setup.plan,
        },
      },
    ]);
    open(id);
    tell(`${code} is made from ${setup.code} and keeps the link: what differs is its relight.`);
  };
  const remove = () => {
    if (!setup) return;
    void change(production.id, `Deleted ${setup.code}`, [{ op: 'delete', table: 'setups', row: setup }]);
    tell(`Deleted ${setup.code}. Ctrl+Z brings it back.`);
    open(null);
  };
  const save = (values: Record<string, unknown>) =>
    setup && void change(production.id, `${setup.code}: name`, [{ op: 'update', table: 'setups', row: setup, values }]);
  return { add, variant, remove, save, nextCode };
}
