import { Box, Flex } from '@chakra-ui/react';
import { useEffect, useMemo, useState } from 'react';
import { pathOf, tickSheetPdf } from '@kavrell/contract';
import { sheetTag, type ExpectedSheet, type Paper, type ReadBox } from '@kavrell/core/paper';
import { tickLines, type TickLine } from '@kavrell/core/productions';
import type { SheetContent } from '@kavrell/core/callsheet';
import { formatCount } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { wordsOf } from '../../platform/api.ts';
import { heavy } from '../../workers/heavy.ts';
import type { PhotographedPage } from '../../workers/heavy.worker.ts';
import { Button, LinkButton } from '../../ui/Button.tsx';
import { DropPlace } from '../../ui/DropPlace.tsx';
import { Look, Part } from '../../ui/parts.tsx';
import { Problem } from '../../ui/Problem.tsx';
import { Tick } from '../../ui/Tick.tsx';
import { useReading } from '../../ui/useReading.ts';

export interface PaperTick {
  shotId: string;
  mark: 'got' | 'dropped';
}

const PAPERS: readonly (readonly [Paper, string])[] = [
  ['A4', 'Tick sheet, A4'],
  ['LETTER', 'Tick sheet, Letter'],
];
const keyOf = (box: Pick<ReadBox, 'row' | 'mark'>) => `${box.row} ${box.mark}`;

type ReadPhoto = (file: File, sheet: ExpectedSheet) => Promise<PhotographedPage>;
const inWorker: ReadPhoto = (file, sheet) => heavy().tickPage(file, sheet);

interface Props {
  draft: SheetContent;
  takeOver: (ticks: readonly PaperTick[]) => void;
  /** Reads a photograph; beside the page unless a test says otherwise. */
  readPhoto?: ReadPhoto;
}

/** A ticked page photographed: what was read is shown on the picture, and counts only once somebody confirmed it. */
export function PaperPhoto({ draft, takeOver, readPhoto = inWorker }: Props) {
  const { production, rows, day } = usePlanned();
  const [page, setPage] = useState<PhotographedPage | null>(null);
  const [confirmed, setConfirmed] = useState<ReadonlySet<string>>(new Set());
  const sheet = useMemo(() => (day ? tickLines(rows.frozenSheets, day, draft) : null), [rows.frozenSheets, day, draft]);
  const lines = sheet?.lines ?? [];
  const { busy, problem, take } = useReading(async (file) => {
    if (!day) return;
    setPage(null);
    setConfirmed(new Set());
    setPage(
      await eitherPaper((paper) =>
        readPhoto(file, { tag: sheetTag(production.id, day.id, lines, paper), rows: lines.length, paper }),
      ),
    );
  });
  if (!day || !sheet) return null;
  const params = { productionId: production.id, dayId: day.id };
  const found = page?.boxes.filter((b) => b.state !== 'empty') ?? [];
  const toggle = (box: ReadBox, on: boolean) =>
    setConfirmed((was) => new Set(on ? [...was, keyOf(box)] : [...was].filter((k) => k !== keyOf(box))));
  const sure = found.filter((b) => confirmed.has(keyOf(b)));
  return (
    <Part title="A photograph of a ticked page">
      <Flex gap={2} wrap="wrap" mb={2}>
        {PAPERS.map(([paper, words]) => (
          <LinkButton
            key={paper}
            href={`${pathOf(tickSheetPdf, params)}?paper=${paper}`}
            target="_blank"
            rel="noreferrer"
          >
            {words}
          </LinkButton>
        ))}
      </Flex>
      <DropPlace what="A ticked page, flat, with all four corners" accept="image/*" camera busy={busy} take={take} />
      {problem ? <Problem>{problem} Nothing was taken over.</Problem> : null}
      {page ? (
        <Box mt={3}>
          <Shown page={page} confirmed={confirmed} lines={lines} />
          {found.length === 0 ? (
            <Box mt={2}>No box on this page is ticked.</Box>
          ) : (
            <Box as="ul" listStyleType="none" mt={2} display="grid" gap={1} data-read-ticks>
              {found.map((b) => (
                <li key={keyOf(b)}>
                  <Tick checked={confirmed.has(keyOf(b))} onChange={(on) => toggle(b, on)}>
                    <strong>{lines[b.row]?.name}</strong> {lines[b.row]?.words}: {b.mark}
                    {b.state === 'unsure' ? <Look> (faint: look at it)</Look> : null}
                  </Tick>
                </li>
              ))}
            </Box>
          )}
          <Flex gap={2} mt={2} wrap="wrap">
            <Button
              disabled={found.length === 0}
              onClick={() => setConfirmed(new Set(found.filter((b) => b.state === 'ticked').map(keyOf)))}
            >
              All that are clear are right
            </Button>
            <Button
              look="primary"
              disabled={sure.length === 0}
              onClick={() => {
                takeOver(
                  sure.flatMap((b) => {
                    const line = lines[b.row];
                    return line ? [{ shotId: line.shotId, mark: b.mark }] : [];
                  }),
                );
                setPage(null);
                setConfirmed(new Set());
              }}
            >
              {sure.length === 0 ? 'Confirm each first' : `Take over ${formatCount(sure.length, 'tick')}`}
            </Button>
          </Flex>
        </Box>
      ) : null}
    </Part>
  );
}

/** Which paper it was printed on its marks say: the other one’s are another sheet’s. */
async function eitherPaper(read: (paper: Paper) => Promise<PhotographedPage>): Promise<PhotographedPage> {
  try {
    return await read('A4');
  } catch (first) {
    if (!/another sheet/.test(wordsOf(first))) throw first;
    return await read('LETTER');
  }
}

/** The photograph with each box as it was read: a full frame is ticked, a broken one unsure, a thick one confirmed. */
function Shown({
  page,
  confirmed,
  lines,
}: {
  page: PhotographedPage;
  confirmed: ReadonlySet<string>;
  lines: readonly TickLine[];
}) {
  const [url, setUrl] = useState<string | null>(null);
  useEffect(() => {
    const made = URL.createObjectURL(page.jpeg);
    setUrl(made);
    return () => URL.revokeObjectURL(made);
  }, [page.jpeg]);
  return (
    <Box position="relative" maxW="520px">
      {url ? (
        <img src={url} alt="The photographed page" style={{ display: 'block', width: '100%', height: 'auto' }} />
      ) : null}
      <Box asChild position="absolute" inset={0} w="100%" h="100%">
        <svg
          viewBox={`0 0 ${page.width} ${page.height}`}
          role="img"
          aria-label={`Read: ${
            page.boxes
              .filter((b) => b.state !== 'empty')
              .map((b) => `${lines[b.row]?.name ?? b.row} ${b.mark}${b.state === 'unsure' ? ', unsure' : ''}`)
              .join('; ') || 'no tick'
          }`}
        >
          {page.boxes.map((b) => (
            <polygon
              key={keyOf(b)}
              points={b.corners.map((p) => `${p.x},${p.y}`).join(' ')}
              fill="none"
              stroke={b.state === 'empty' ? '#777777' : '#c01800'}
              strokeWidth={page.width / (confirmed.has(keyOf(b)) ? 120 : b.state === 'empty' ? 900 : 260)}
              strokeDasharray={b.state === 'unsure' ? page.width / 120 : undefined}
            />
          ))}
        </svg>
      </Box>
    </Box>
  );
}
