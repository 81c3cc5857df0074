import { Box } from '@chakra-ui/react';
import { DndContext, PointerSensor, useDraggable, useDroppable, useSensor, useSensors } from '@dnd-kit/core';
import type { ReactNode } from 'react';
import { OPEN_JOBS, type Card, type CardOnDrive, type CardStatus, type Drive } from '@kavrell/core/copies';
import { formatBytes } from '@kavrell/core/units';
import { useWide } from '../../ui/wide.ts';
import { MediaMark, Tape } from '../../ui/icons.tsx';
import { Look } from '../../ui/parts.tsx';

function OnDrive({ place, wide }: { place: CardOnDrive; wide: boolean }) {
  if (place.failedFiles > 0) return <Look>{wide ? `${place.failedFiles} failed` : place.failedFiles}</Look>;
  if (place.state === 'verified') return <MediaMark state="verified" bare={!wide} />;
  if (place.state === 'part') return <MediaMark state="copied" bare={!wide} />;
  return (
    <Box as="span" color="soft">
      –
    </Box>
  );
}

const DRIVE_PX = 84;
const GAP_PX = 12;
/** What stands before the drives, with its gaps. */
const WIDE_PX = 372;
/** A hand that only presses moves nothing. */
const DRAG_PX = 8;

/** A card by its label: pressed it is chosen, drawn onto a drive it is copied there. */
function CardHandle({ card, select }: { card: Card; select: (id: string) => void }) {
  const { setNodeRef, listeners, transform } = useDraggable({ id: card.id });
  return (
    <Box
      as="button"
      ref={setNodeRef}
      {...listeners}
      onClick={() => select(card.id)}
      aria-label={`Card ${card.label}`}
      title="Draw it onto a drive to copy it there"
      position="relative"
      zIndex={transform ? 2 : undefined}
      touchAction="pan-y"
      style={transform ? { transform: `translate(${transform.x}px, ${transform.y}px)` } : undefined}
    >
      <Tape letter={card.label} size={22} />
    </Box>
  );
}

/** A drive’s column head, onto which a card is drawn. */
function DriveHead({ drive, children }: { drive: Drive; children: ReactNode }) {
  const { setNodeRef, isOver, active } = useDroppable({ id: drive.id });
  return (
    <Box
      as="span"
      ref={setNodeRef}
      role="columnheader"
      title={drive.whereabouts}
      outline={active ? '1px dashed' : undefined}
      outlineColor={isOver ? 'accent' : 'edge'}
      bg={isOver ? 'raised' : undefined}
      data-drive={drive.name}
    >
      {children}
    </Box>
  );
}

/** Cards against places: what is verified where. A card drawn onto a drive is copied there. */
export function CardTable({
  cards,
  drives,
  selectedId,
  select,
  copyTo,
}: {
  cards: readonly CardStatus[];
  drives: readonly Drive[];
  selectedId: string | undefined;
  select: (id: string) => void;
  copyTo: (card: Card, drive: Drive) => void;
}) {
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: DRAG_PX } }));
  const wide = useWide();
  // Every line has the same columns, whatever is in it.
  const columns = `repeat(${drives.length}, minmax(WIDTHpx, 1fr))`;
  const leastPx = WIDE_PX + drives.length * (DRIVE_PX + GAP_PX);
  const template = {
    base: `72px 112px ${columns.replace('WIDTH', '44')}`,
    md: `72px 112px 66px 66px ${columns.replace('WIDTH', String(DRIVE_PX))}`,
  };
  const row = {
    display: 'grid',
    gridTemplateColumns: template,
    columnGap: 3,
    px: 2,
    borderBottom: '1px solid',
    borderColor: 'hairline',
    minW: { base: 0, md: `${leastPx}px` },
    '& > *': { minW: 0 },
    '& > [role=columnheader]': { overflow: 'hidden' },
  } as const;
  const drop = (cardId: string, driveId: string) => {
    const status = cards.find((c) => c.card.id === cardId);
    const drive = drives.find((d) => d.id === driveId);
    if (status && drive && !(status.job && OPEN_JOBS.has(status.job.state))) copyTo(status.card, drive);
  };
  return (
    <DndContext
      sensors={sensors}
      onDragEnd={({ active, over }) => (over ? drop(String(active.id), String(over.id)) : undefined)}
    >
      <Box overflowX="auto" role="table" aria-label="Cards and where their copies are">
        <Box role="row" {...row} py={1} color="soft" fontSize="s">
          <span role="columnheader">Card</span>
          <span role="columnheader">All in all</span>
          <Box as="span" role="columnheader" hideBelow="md">
            Files
          </Box>
          <Box as="span" role="columnheader" hideBelow="md">
            Size
          </Box>
          {drives.map((d) => (
            <DriveHead key={d.id} drive={d}>
              {d.name}
              <Box color="soft" fontSize="12px" hideBelow="md">
                {d.whereabouts}
              </Box>
            </DriveHead>
          ))}
        </Box>
        {cards.map((c) => (
          <Box
            role="row"
            key={c.card.id}
            {...row}
            minH="40px"
            alignItems="center"
            bg={selectedId === c.card.id ? 'raised' : 'transparent'}
            data-card={c.card.label}
          >
            <span role="cell">
              <CardHandle card={c.card} select={select} />
            </span>
            <Box as="span" role="cell" data-state={c.state}>
              {c.clips.length ? (
                <>
                  <MediaMark state={c.state} />
                  {c.release ? (
                    <Box fontSize="12px" color="soft">
                      may be formatted
                    </Box>
                  ) : null}
                </>
              ) : (
                <Box as="span" color="soft">
                  {c.card.seen ? 'empty' : 'not read yet'}
                </Box>
              )}
            </Box>
            <Box as="span" role="cell" hideBelow="md">
              {c.card.unloaded ? c.clips.length : `${c.clips.length}, in use`}
            </Box>
            <Box as="span" role="cell" hideBelow="md">
              {formatBytes(c.sizeBytes)}
            </Box>
            {c.drives.map((d) => (
              <Box as="span" role="cell" key={d.driveId} fontSize="s">
                <OnDrive place={d} wide={wide} />
              </Box>
            ))}
          </Box>
        ))}
      </Box>
    </DndContext>
  );
}
