import { Box, Flex } from '@chakra-ui/react';
import { useRef, useState, type PointerEvent } from 'react';
import type { Picture, Stroke } from '@kavrell/core/look';
import { positionAfter } from '@kavrell/core/records';
import type { Shot } from '@kavrell/core/scenes';
import { formatBytes } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { store } from '../../platform/files.ts';
import { newId } from '../../platform/id.ts';
import { change } from '../../platform/rows.ts';
import { heavy } from '../../workers/heavy.ts';
import { Button } from '../../ui/Button.tsx';
import { DropPlace } from '../../ui/DropPlace.tsx';
import { Part } from '../../ui/parts.tsx';
import { Board, boardOf } from './Board.tsx';
import { Problem } from '../../ui/Problem.tsx';
import { useReading } from '../../ui/useReading.ts';

const LONGEST_PX = 1280;
/** Coordinates of one stroke, as many as the model takes. */
const MOST_NUMBERS = 3998;
export const MAX_PICTURE_BYTES = 100_000_000;

/** A picture made small enough to keep, stored; refused in words when it is none or far too large. */
export async function keepPicture(productionId: string, file: File, longestPx = LONGEST_PX) {
  if (file.size > MAX_PICTURE_BYTES)
    throw new Error(
      `“${file.name}” has ${formatBytes(file.size)}; ${formatBytes(MAX_PICTURE_BYTES)} is the most that is read. Nothing was changed: save it smaller and drop it again.`,
    );
  const read = await heavy().picture(file, 6, longestPx);
  return { ...read, fileHash: await store(productionId, read.jpeg) };
}

/** A shot’s board: dropped, photographed or scribbled; never needed. */
export function BoardPart({ shot }: { shot: Shot }) {
  const { production, rows } = usePlanned();
  const [drawing, setDrawing] = useState<Stroke[] | null>(null);
  const [weight, setWeight] = useState<Stroke['weight']>('thick');
  const live = useRef<number[] | null>(null);
  const picture = boardOf(rows.pictures, shot.id);

  const { busy, problem, take } = useReading(async (file) => {
    const { fileHash, widthPx, heightPx } = await keepPicture(production.id, file);
    void change(production.id, `${shot.code}: a board`, [
      {
        op: 'insert',
        table: 'pictures',
        id: newId(),
        values: {
          role: 'board',
          shotId: shot.id,
          fileHash,
          strokes: [],
          caption: '',
          widthPx,
          heightPx,
          position: positionAfter(rows.pictures),
        },
      },
    ]);
  });
  const blank: Picture = {
    id: '',
    productionId: production.id,
    version: 1,
    deletedAt: null,
    role: 'board',
    shotId: shot.id,
    fileHash: null,
    strokes: [],
    caption: '',
    widthPx: production.captureWidthPx,
    heightPx: production.captureHeightPx,
    position: 0,
  };
  const shown = picture ?? blank;
  const keep = () => {
    if (!drawing) return;
    void change(production.id, `${shot.code}: scribbled`, [
      picture
        ? { op: 'update', table: 'pictures', row: picture, values: { strokes: drawing } }
        : {
            op: 'insert',
            table: 'pictures',
            values: {
              role: 'board',
              shotId: shot.id,
              fileHash: null,
              strokes: drawing,
              caption: '',
              widthPx: blank.widthPx,
              heightPx: blank.heightPx,
              position: positionAfter(rows.pictures),
            },
          },
    ]);
    setDrawing(null);
  };
  const at = (e: PointerEvent<HTMLDivElement>) => {
    const box = e.currentTarget.getBoundingClientRect();
    return [(e.clientX - box.left) / box.width, (e.clientY - box.top) / box.height].map(
      (v) => Math.round(v * 1000) / 1000,
    );
  };
  const draw = (e: PointerEvent<HTMLDivElement>) => {
    if (!live.current) return;
    const full = live.current.length >= MOST_NUMBERS;
    // A very long stroke goes on in the next one: none is refused when it is kept.
    const points = [...(full ? live.current.slice(-2) : live.current), ...at(e)];
    live.current = points;
    setDrawing((d) => [...(full ? (d ?? []) : (d ?? []).slice(0, -1)), { points, weight }]);
  };
  return (
    <Part title="Board">
      {drawing || picture ? (
        <Box
          mb={2}
          border="1px solid"
          borderColor={drawing ? 'accent' : 'edge'}
          style={drawing ? { touchAction: 'none', cursor: 'crosshair' } : {}}
          data-board={shot.code}
          {...(drawing
            ? {
                onPointerDown: (e: PointerEvent<HTMLDivElement>) => {
                  e.currentTarget.setPointerCapture(e.pointerId);
                  live.current = at(e);
                  setDrawing((d) => [...(d ?? []), { points: live.current ?? [], weight }]);
                },
                onPointerMove: draw,
                onPointerUp: () => (live.current = null),
                onPointerCancel: () => (live.current = null),
              }
            : {})}
        >
          <Board picture={shown} alt={`Board of ${shot.code}`} {...(drawing ? { strokes: drawing } : {})} />
        </Box>
      ) : null}
      {drawing ? (
        <ScribbleBar keep={keep} setWeight={setWeight} weight={weight} drawing={drawing} setDrawing={setDrawing} />
      ) : (
        <>
          <BoardFrom busy={busy} take={take} setDrawing={setDrawing} shown={shown} picture={picture} shot={shot} />
          {problem ? <Problem mt={1}>{problem}</Problem> : null}
        </>
      )}
    </Part>
  );
}

/** While it is scribbled. */
function ScribbleBar({
  keep,
  setWeight,
  weight,
  drawing,
  setDrawing,
}: {
  keep: () => void;
  setWeight: (next: Stroke['weight']) => void;
  weight: Stroke['weight'];
  drawing: Stroke[];
  setDrawing: (next: Stroke[] | null) => void;
}) {
  return (
    <Flex gap={2} wrap="wrap">
      <Button size="small" look="primary" onClick={keep}>
        Keep it
      </Button>
      <Button size="small" onClick={() => setWeight(weight === 'thick' ? 'thin' : 'thick')}>
        {weight === 'thick' ? 'Thin line' : 'Thick line'}
      </Button>
      <Button size="small" disabled={drawing.length === 0} onClick={() => setDrawing(drawing.slice(0, -1))}>
        Last stroke away
      </Button>
      <Button size="small" onClick={() => setDrawing(null)}>
        Leave it
      </Button>
    </Flex>
  );
}

/** Where a board comes from: a still, or the hand. */
function BoardFrom({
  busy,
  take,
  setDrawing,
  shown,
  picture,
  shot,
}: {
  busy: string | undefined;
  take: (files: File[]) => void;
  setDrawing: (next: Stroke[] | null) => void;
  shown: Picture;
  picture: Picture | undefined;
  shot: Shot;
}) {
  const { production } = usePlanned();

  return (
    <DropPlace what="Drop a still" accept="image/*" camera busy={busy} take={take}>
      <Button size="small" onClick={() => setDrawing([...shown.strokes])}>
        Scribble
      </Button>
      {picture ? (
        <Button
          size="small"
          onClick={() =>
            void change(production.id, `${shot.code}: board away`, [{ op: 'delete', table: 'pictures', row: picture }])
          }
        >
          Take it away
        </Button>
      ) : null}
    </DropPlace>
  );
}
