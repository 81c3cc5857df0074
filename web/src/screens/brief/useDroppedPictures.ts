import { positionAfter } from '@kavrell/core/records';
import { useState } from 'react';
import { usePlanned } from '../../app/production.tsx';
import { wordsOf } from '../../platform/api.ts';
import { newId } from '../../platform/id.ts';
import { change } from '../../platform/rows.ts';
import { keepPicture } from '../../shared/scenes/BoardPart.tsx';

/** Pictures that are dropped become palettes, each with its picture. */
export function useDroppedPictures(select: (id: string | null) => void) {
  const { production, rows } = usePlanned();

  const [busy, setBusy] = useState('');
  const [problem, setProblem] = useState('');
  const take = async (files: File[]) => {
    setProblem('');
    const troubles: string[] = [];
    for (const file of files) {
      setBusy(`Reading “${file.name}” …`);
      try {
        const { swatches, fileHash, widthPx, heightPx } = await keepPicture(production.id, file);
        const pictureId = newId();
        const paletteId = newId();
        const name = file.name.replace(/\.\w+$/, '').slice(0, 80) || 'A picture';
        void change(production.id, `A palette from “${name}”`.slice(0, 160), [
          {
            op: 'insert',
            table: 'pictures',
            id: pictureId,
            values: {
              role: 'look',
              shotId: null,
              fileHash,
              strokes: [],
              caption: name,
              widthPx,
              heightPx,
              position: positionAfter(rows.pictures),
            },
          },
          {
            op: 'insert',
            table: 'palettes',
            id: paletteId,
            values: {
              name,
              role: 'look',
              reason: '',
              storyState: '',
              sceneIds: [],
              swatches,
              pictureId,
              position: positionAfter(rows.palettes),
            },
          },
        ]);
        select(paletteId);
      } catch (error) {
        troubles.push(wordsOf(error));
      }
    }
    setBusy('');
    setProblem(troubles.join(' '));
  };
  return { busy, problem, take };
}
