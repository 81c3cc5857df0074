import type { View } from './SheetSides.tsx';
import { MissingHere, CallSheetSide } from './SheetSides.tsx';
import { stillMissing } from '@kavrell/core/start';
import { Box } from '@chakra-ui/react';
import { useMemo } from 'react';
import { callSheetPdf, dayShotListPdf, frozenSheetPdf, pathOf } from '@kavrell/contract';
import { readersOf, sheetDifference } from '@kavrell/core/callsheet';
import { formatCount, formatDate } from '@kavrell/core/units';
import { NoDay } from '../../app/NoDay.tsx';
import { useProduction } from '../../app/production.tsx';
import { msToMinute } from '@kavrell/core/time';
import { useNow } from '../../platform/clock.ts';
import { useKept } from '../../platform/kept.ts';
import { LinkButton } from '../../ui/Button.tsx';
import { Look, ScreenHead } from '../../ui/parts.tsx';
import { Views } from '../../ui/Views.tsx';
import { ChangesView } from './ChangesView.tsx';
import { useSheets } from './draft.ts';
import { MoveView } from './MoveView.tsx';
import { PaperView } from './PaperView.tsx';
import { ReadersView } from './ReadersView.tsx';
import { SheetFace } from './SheetFace.tsx';

const BEAT_MS = 30_000;

/** The day’s sheet: as it reads, what changed since it went out, who has read it, moved to another date, and ticks from paper. */
export function CallSheetScreen() {
  const { me, production, rows, day, facts, stale } = useProduction();
  const { draft, sheets, last } = useSheets();
  const now = useNow(production, BEAT_MS);
  const [view, setView] = useKept<View>('callsheet', ['sheet', 'changes', 'readers', 'move', 'paper']);
  const changed = useMemo(
    () => (draft && last?.content ? sheetDifference(last.content, draft) : []),
    [draft, last?.content],
  );
  if (!day || !facts || !draft)
    return <NoDay>The sheet is composed from a day: its order, people, places and sun.</NoDay>;
  const owner = me.role === 'owner';
  // The crew read what went out; the draft is the owner’s.
  const shown = owner ? draft : (last?.content ?? draft);
  const unread =
    last && owner ? readersOf(last, sheets, rows.sheetReads, []).filter((r) => r.state !== 'understood').length : 0;
  const open: View = owner ? view : 'sheet';
  const missing = owner ? stillMissing(rows, day, facts.plan) : [];
  const ofSheet = last?.content ? { productionId: production.id, sheetId: last.id } : null;
  return (
    <>
      <ScreenHead title={formatDate(day.date, { long: true })} note={`day ${day.number} of ${draft.ofDays}`}>
        {owner ? (
          <Views<View>
            label="Call sheet"
            views={[
              ['sheet', 'The sheet'],
              ['changes', last ? 'What changed' : 'Freeze', changed.length],
              ['readers', 'Who has read it', unread],
              ['move', 'Move the day'],
              ['paper', 'From paper'],
            ]}
            open={open}
            onOpen={setView}
          />
        ) : null}
        {me.role === 'read' ? null : (
          <LinkButton
            href={pathOf(dayShotListPdf, { productionId: production.id, dayId: day.id })}
            target="_blank"
            rel="noreferrer"
          >
            Shots in order
          </LinkButton>
        )}
        <LinkButton
          href={
            !owner && ofSheet
              ? pathOf(frozenSheetPdf, ofSheet)
              : pathOf(callSheetPdf, { productionId: production.id, dayId: day.id })
          }
          target="_blank"
          rel="noreferrer"
          look="primary"
        >
          Open as PDF
        </LinkButton>
      </ScreenHead>
      {open === 'changes' ? (
        <ChangesView changed={changed} />
      ) : open === 'readers' ? (
        <ReadersView />
      ) : open === 'move' ? (
        <MoveView />
      ) : open === 'paper' ? (
        <PaperView />
      ) : (
        <>
          {last ? (
            <Box mb={4} data-frozen={last.revision}>
              {owner
                ? `Version ${last.revision} is out: its ${formatCount(last.shots.length, 'shot number')} stay. `
                : `Version ${last.revision}. `}
              {owner && changed.length > 0 ? (
                <Look>{formatCount(changed.length, 'thing')} changed since: see What changed.</Look>
              ) : null}
              {owner && changed.length === 0 && stale.has(last.id) ? (
                <Look>What went out is stale; freeze a new version when it is right again.</Look>
              ) : null}
            </Box>
          ) : null}
          <SheetFace sheet={shown} nowMin={msToMinute(day.date, day.timeZone, now)}>
            {owner && !last && missing.some((m) => !m.done) ? (
              <MissingHere day={day} missing={missing} setView={setView} />
            ) : null}
          </SheetFace>
          <CallSheetSide day={day} last={last} owner={owner} shown={shown} draft={draft} />
        </>
      )}
    </>
  );
}
