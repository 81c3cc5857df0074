import { useDroppedPictures } from './useDroppedPictures.ts';
import { Box } from '@chakra-ui/react';
import { useMemo } from 'react';
import { clashes, lookStrip } from '@kavrell/core/look';
import { positionAfter } from '@kavrell/core/records';
import { usePlanned } from '../../app/production.tsx';
import { newId } from '../../platform/id.ts';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { DropPlace } from '../../ui/DropPlace.tsx';
import { Empty, Part, Why } from '../../ui/parts.tsx';
import { useHashSelection } from '../../ui/selection.ts';
import { Later } from '../../ui/Later.tsx';
import { Sheet } from '../../ui/sheet.tsx';
import { KeyAdvice } from './KeyAdvice.tsx';
import { LookStrip } from './LookStrip.tsx';
import { PaletteCard } from './PaletteCard.tsx';
import { PaletteSheet } from './PaletteSheet.tsx';
import { Problem } from '../../ui/Problem.tsx';

/** Pictures in, palettes out: bound to scenes, held against each other, costume and set; and the colour of a key screen. */
export function LookView() {
  const { production, rows } = usePlanned();
  const [selectedId, select] = useHashSelection();
  const scenes = rows.scenes;
  const strip = useMemo(() => lookStrip(scenes, rows.palettes), [scenes, rows.palettes]);
  const quarrels = useMemo(() => clashes(scenes, rows.palettes), [scenes, rows.palettes]);
  const chosen = rows.palettes.find((p) => p.id === selectedId);

  const { busy, problem, take } = useDroppedPictures(select);
  const byHand = () => {
    const id = newId();
    void change(production.id, 'A palette by hand', [
      {
        op: 'insert',
        table: 'palettes',
        id,
        values: {
          name: 'By hand',
          role: 'costume',
          reason: '',
          storyState: '',
          sceneIds: [],
          swatches: [{ hex: '#7d7263', share: 0 }],
          pictureId: null,
          position: positionAfter(rows.palettes),
        },
      },
    ]);
    select(id);
  };
  return (
    <Box display="grid" gridTemplateColumns="minmax(0, 1fr)" gap={8}>
      <section aria-label="Palettes">
        <DropPlace
          what="Drop pictures: each gives a palette"
          accept="image/*"
          many
          busy={busy || undefined}
          take={(f) => void take(f)}
        >
          <Button size="small" onClick={byHand}>
            By hand
          </Button>
        </DropPlace>
        {problem ? <Problem mt={2}>{problem}</Problem> : null}
        {rows.palettes.length === 0 ? (
          <Empty title="No palette yet">
            Drop a picture that looks as the film should. Its colours become a palette; say the reason, and bind it to
            scenes or to a state of the story.
          </Empty>
        ) : (
          <Box display="grid" gridTemplateColumns="repeat(auto-fill, minmax(190px, 1fr))" gap={3} mt={4}>
            {rows.palettes.map((p) => (
              <PaletteCard key={p.id} palette={p} on={p.id === selectedId} onOpen={() => select(p.id)} />
            ))}
          </Box>
        )}
      </section>
      <LookStrip strip={strip} clashes={quarrels} />
      <KeyAdvice />
      <Sheet>
        {chosen ? (
          <Later key={chosen.id}>
            <PaletteSheet palette={chosen} />
          </Later>
        ) : (
          <Part>Choose a palette to change its colours and bind it to scenes.</Part>
        )}
        <Why
          lines={[
            'Colours are found by k-means in OKLab, a space in which equal steps look equal; ones closer than ΔE OK 4 count as one.',
            'Drift: each colour to its nearest in the scene before, weighed by share, both ways. Above 8 two scenes look like two films.',
            'A costume under ΔE OK 6 from the set melts into it; a colour over 16 from everything in the look stands against it.',
          ]}
        />
      </Sheet>
    </Box>
  );
}
