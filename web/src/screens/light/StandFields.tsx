import {
  entriesOf,
  type RaisedItem,
  type Catalogue,
  type Surroundings,
  type PlanItem,
  stability,
  raisedBody,
} from '@kavrell/core/light';
import type { ReactNode } from 'react';
import { usePlanned } from '../../app/production.tsx';
import { Facts } from '../../ui/parts.tsx';

function Standing({ item, s }: { item: Extract<PlanItem, { standKey: string | null }>; s: Surroundings }) {
  const wind = stability(item, s);
  const body = raisedBody(item, s);
  return (
    <Facts
      rows={[
        ['Weighs', `${body.massKg.toFixed(1)} kg`],
        ...(wind
          ? ([
              ['Stands to', `${wind.limitMps.toFixed(1)} m/s`],
              ['Counted with', `${wind.gustMps.toFixed(1)} m/s${s.room?.outside ? '' : ' indoors'}`],
              ['Could fall', `${wind.zoneM.toFixed(1)} m around`],
            ] as const)
          : []),
      ]}
    />
  );
}

/** What holds a thing up, how it is weighed down, and who watches it. */
export function StandFields({
  choice,
  item,
  catalogue,
  field,
  s,
}: {
  choice: (
    key: string,
    label: string,
    value: string | null,
    options: readonly (readonly [string, string])[],
    none?: string,
  ) => ReactNode;
  item: RaisedItem;
  catalogue: Catalogue;
  field: (key: string, label: string, value: number, scale?: number) => ReactNode;
  s: Surroundings;
}) {
  const { rows } = usePlanned();

  return (
    <>
      {choice(
        'standKey',
        'Stand',
        item.standKey,
        entriesOf(catalogue, 'stand').map((x) => [x.key, `${x.name}, ${x.data.topM} m, ${x.data.loadKg} kg`] as const),
        'none',
      )}
      {field('ballastKg', 'Ballast, kg', item.ballastKg)}
      {choice(
        'watcherId',
        'Watched by',
        item.watcherId,
        rows.people.filter((p) => p.kind === 'crew').map((p) => [p.id, p.name] as const),
        'nobody',
      )}
      <Standing item={item} s={s} />
    </>
  );
}
