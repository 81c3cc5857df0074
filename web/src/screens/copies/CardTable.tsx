import { Box } from '@chakra-ui/react';
import type { CardOnDrive, CardStatus, Drive } from '@kavrell/core/copies';
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

/** Cards against places: what is verified where. */
export function CardTable({
  cards,
  drives,
  selectedId,
  select,
}: {
  cards: readonly CardStatus[];
  drives: readonly Drive[];
  selectedId: string | undefined;
  select: (id: string) => void;
}) {
  const wide = useWide();
  const columns = `repeat(${drives.length}, minmax(WIDTHpx, 1fr))`;
  const template = {
    base: `72px 112px ${columns.replace('WIDTH', '44')}`,
    md: `72px 122px 76px 72px ${columns.replace('WIDTH', '88')}`,
  };
  const row = {
    display: 'grid',
    gridTemplateColumns: template,
    columnGap: 3,
    px: 2,
    borderBottom: '1px solid',
    borderColor: 'hairline',
    minW: { base: 0, md: 'max-content' },
  } as const;
  return (
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
          <span key={d.id} role="columnheader" title={d.whereabouts}>
            {d.name}
            <Box color="soft" fontSize="12px" hideBelow="md">
              {d.whereabouts}
            </Box>
          </span>
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
            <Box as="button" onClick={() => select(c.card.id)} aria-label={`Card ${c.card.label}`}>
              <Tape letter={c.card.label} size={22} />
            </Box>
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
                empty
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
  );
}
