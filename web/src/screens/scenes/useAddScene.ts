import { positionAfter } from '@kavrell/core/records';
import { SCENE_DEFAULTS, type Scene } from '@kavrell/core/scenes';
import { useProduction } from '../../app/production.tsx';
import { newId } from '../../platform/id.ts';
import { change } from '../../platform/rows.ts';

/** Adds a scene with the next number, at the place of the one that is open, and opens it. */
export function useAddScene(
  scene: Scene | undefined,
  setOpenId: (next: string | null) => void,
  select: (id: string | null) => void,
) {
  const { rows, production } = useProduction();

  const addScene = () => {
    const id = newId();
    let number = rows.scenes.length + 1;
    while (rows.scenes.some((s) => s.number === String(number))) number += 1;
    void change(production.id, `Added scene ${number}`, [
      {
        op: 'insert',
        table: 'scenes',
        id,
        values: {
          ...SCENE_DEFAULTS,
          number: String(number),
          title: `Scene ${number}`,
          placeId: scene?.placeId ?? rows.places[0]?.id ?? null,
          kind: scene?.kind ?? 'shots',
          position: positionAfter(rows.scenes),
        },
      },
    ]);
    setOpenId(id);
    select(id);
  };
  return addScene;
}
