import { placeMap } from '@kavrell/core/places';
import { formatCount } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { Facts, Look, Part } from '../../ui/parts.tsx';

/** What the side sheet says of all places while none is chosen: what is still open about them. */
export function PlacesSummary() {
  const { rows } = usePlanned();
  const { places, moves, scenes, days } = rows;
  const map = placeMap(places, moves);
  const untyped = map?.ways.filter((w) => w.minutes === null) ?? [];
  const name = (id: string) => places.find((p) => p.id === id)?.name ?? '';
  const homeless = scenes.filter((s) => s.placeId === null);
  const list = (open: readonly string[]) => (open.length ? <Look>{open.join(', ')}</Look> : 'none');
  return (
    <>
      <Part title="All places">
        <Facts
          rows={[
            ['Places', places.length],
            ['Not confirmed', list(places.filter((p) => !p.confirmed).map((p) => p.name))],
            ['Without a position', list(places.filter((p) => p.latitude === null).map((p) => p.name))],
            ['Days without a base', list(days.filter((d) => d.basePlaceId === null).map((d) => `day ${d.number}`))],
            ['Scenes without a place', homeless.length ? <Look>{formatCount(homeless.length, 'scene')}</Look> : 'none'],
          ]}
        />
      </Part>
      {untyped.length ? (
        <Part title="Moves nobody has typed">
          {untyped.map((w) => (
            <div key={w.key}>
              {name(w.fromId)} – {name(w.toId)}
            </div>
          ))}
        </Part>
      ) : null}
    </>
  );
}
