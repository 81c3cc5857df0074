import { Box } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import { useQuery } from '@tanstack/react-query';
import { clipPicture, pathOf, readLineSounds } from '@kavrell/contract';
import { entriesOf, type LogEntry } from '@kavrell/core/log';
import { wrapCode, wrapWhat, type WrapRow } from '@kavrell/core/wrap';
import type { Picture } from '@kavrell/core/look';
import { Board, boardOf } from '../../shared/scenes/Board.tsx';
import { call } from '../../platform/api.ts';
import { useFileUrl } from '../../platform/files.ts';
import { ShotMark } from '../../ui/icons.tsx';
import { Button } from '../../ui/Button.tsx';

/** So many are drawn at first: a long day would ask for hundreds of pictures at once. */
const FIRST = 60;

/** One frame: what was wanted, and the best picture there is of it. */
interface Frame {
  id: string;
  code: string;
  what: string;
  state: WrapRow['state'];
  /** A photograph from the set, by the address of its file. */
  still: string | null;
  /** The newest clip of it that a frame was taken from. */
  clipId: string | null;
  board: Picture | undefined;
  missing: boolean;
}

/** Rows of a day, and what pictures there are of it. */
interface Sources {
  lines: readonly WrapRow[];
  log: readonly LogEntry[];
  pictures: readonly Picture[];
  /** Clips that a frame was taken from while they were lined up. */
  framed: ReadonlySet<string>;
}

function framesOf({ lines, log, pictures, framed }: Sources): Frame[] {
  const stills = new Map(
    entriesOf(log, 'still').flatMap((e) => (e.payload.shotId ? [[e.payload.shotId, e.payload.hash] as const] : [])),
  );
  const frames = new Map<string, Frame>();
  for (const l of lines) {
    const id = l.shot?.id ?? l.scene?.id;
    if (!id) continue;
    const frame: Frame = frames.get(id) ?? {
      ...{ id, code: wrapCode(l), what: wrapWhat(l), state: l.state, clipId: null, missing: false },
      ...{ still: stills.get(l.shot?.id ?? '') ?? null, board: boardOf(pictures, l.shot?.id ?? '') },
    };
    if (l.clip && framed.has(l.clip.id)) frame.clipId = l.clip.id;
    frame.missing ||= l.missing === 'must' || l.missing === 'moment' || l.missing === 'onlyCard';
    frames.set(id, frame);
  }
  return [...frames.values()];
}

/** The day as pictures: every shot and moment with its still, its clip’s frame or its board, what is not had standing out. */
export function ShotPictures({
  productionId,
  lines,
  log,
  pictures,
  mayAsk,
}: Omit<Sources, 'framed'> & {
  productionId: string;
  /** Whether this reader may ask what was read of clips. */
  mayAsk: boolean;
}) {
  const { data } = useQuery({
    queryKey: ['lineSounds', productionId, 'pictures'],
    queryFn: () => call(readLineSounds, { params: { productionId } }),
    enabled: mayAsk,
  });
  const framed = useMemo(() => new Set((data ?? []).flatMap((s) => (s.picture ? [s.clipId] : []))), [data]);
  const frames = useMemo(() => framesOf({ lines, log, pictures, framed }), [lines, log, pictures, framed]);
  const [all, setAll] = useState(false);
  if (frames.length === 0) return null;
  return (
    <Box as="section" aria-label="The day in pictures" mb={5}>
      <Box as="h2" fontSize="l" mb={2}>
        The day in pictures
      </Box>
      <Box as="ul" display="grid" gap={2} gridTemplateColumns="repeat(auto-fill, minmax(132px, 1fr))">
        {frames.slice(0, all ? frames.length : FIRST).map((f) => (
          <Box as="li" key={f.id} minW={0} data-frame={f.code}>
            <Box
              border="1px solid"
              borderColor={f.missing ? 'look' : 'hairline'}
              borderStyle={f.state === 'got' ? 'solid' : 'dashed'}
              borderRadius="s"
              overflow="hidden"
              aspectRatio="16 / 9"
            >
              <FramePicture productionId={productionId} frame={f} />
            </Box>
            <Box fontSize="s" overflowWrap="anywhere" lineClamp={2} title={f.what}>
              <strong>{f.code}</strong> {f.state ? <ShotMark state={f.state} bare /> : null} {f.what}
            </Box>
          </Box>
        ))}
      </Box>
      {frames.length > FIRST && !all ? (
        <Button size="small" mt={2} onClick={() => setAll(true)}>
          All {frames.length}
        </Button>
      ) : null}
    </Box>
  );
}

/** The still of a frame, else a frame of its clip, else its board, else nothing drawn. */
function FramePicture({ productionId, frame }: { productionId: string; frame: Frame }) {
  const own = useFileUrl(productionId, frame.still);
  const src = own ?? (frame.clipId ? pathOf(clipPicture, { productionId, clipId: frame.clipId }) : null);
  if (src)
    return (
      <img
        src={src}
        alt={`${frame.code}: ${frame.what}`}
        loading="lazy"
        style={{ width: '100%', height: '100%', objectFit: 'cover', display: 'block' }}
      />
    );
  if (frame.board) return <Board picture={frame.board} alt={`Board of ${frame.code}`} />;
  return (
    <Box h="100%" display="grid" placeItems="center" color="soft" fontSize="s">
      no picture
    </Box>
  );
}
