import type { RefObject } from 'react';
import { useNavigate } from 'react-router';
import type { Day, DayPlan } from '@kavrell/core/day';
import { formatMinuteOfDay } from '@kavrell/core/units';
import { screenLink } from '../../app/links.ts';
import { usePlanned } from '../../app/production.tsx';
import { change } from '../../platform/rows.ts';
import { usePressMenu, type PressAction } from '../../ui/PressMenu.tsx';
import { chooseTarget } from '../../shared/roll/console.ts';
import type { useOrderEdits } from './useOrderEdits.ts';

/** What can be done with a line of the day by a long press or the other mouse button, in the list and in its lanes. */
export function useLineMenu(
  { day, plan, edits: { items, move, remove } }: { day: Day; plan: DayPlan; edits: ReturnType<typeof useOrderEdits> },
  select: (id: string) => void,
  list: RefObject<HTMLElement | null>,
  [back, on]: readonly [string, string],
) {
  const { production } = usePlanned();
  const navigate = useNavigate();
  return usePressMenu((element) => {
    const id = element.closest<HTMLElement>('[data-line]')?.dataset.line;
    const row = plan.rows.find((r) => r.itemId === id);
    if (!row) return null;
    select(row.itemId);
    const at = items.findIndex((i) => i.id === id);
    const item = items[at];
    const to = (screen: string, rowId: string) =>
      void navigate(`${screenLink(production.id, day.number, screen)}#${rowId}`);
    const name = row.shot?.code ?? row.title;
    const own: PressAction[] = item
      ? [
          {
            key: 'earlier',
            words: 'One earlier',
            keys: `Alt ${back}`,
            disabled: at === 0,
            run: () => move(at, at - 1),
          },
          {
            key: 'later',
            words: 'One later',
            keys: `Alt ${on}`,
            disabled: at === items.length - 1,
            run: () => move(at, at + 1),
          },
          {
            key: 'pin',
            words:
              item.pinnedStartMin === null
                ? `Fix its start at ${formatMinuteOfDay(row.startMin, day)}`
                : 'No fixed start',
            run: () =>
              void change(production.id, `Fixed start of ${name}`, [
                {
                  op: 'update',
                  table: 'dayItems',
                  row: item,
                  values: { pinnedStartMin: item.pinnedStartMin === null ? row.startMin : null },
                },
              ]),
          },
        ]
      : [];
    const target = row.shot?.id ?? row.scene?.id;
    return {
      label: `What can be done with ${name}`,
      actions: [
        ...own,
        ...(target
          ? [
              { key: 'open', words: row.shot ? 'Open the shot' : 'Open it in Scenes', run: () => to('scenes', target) },
              {
                key: 'roll',
                words: 'Take it in hand on Roll',
                run: () => {
                  chooseTarget(target);
                  to('roll', target);
                },
              },
            ]
          : []),
        ...(row.setup
          ? [{ key: 'light', words: `Open its light, ${row.setup.code}`, run: () => to('light', row.setup!.id) }]
          : []),
        ...(item ? [{ key: 'off', words: 'Take it off the day', keys: 'Delete', run: () => remove(at) }] : []),
      ],
    };
  }, list);
}
