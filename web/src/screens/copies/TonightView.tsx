import { NightAsk, ReadersBench } from './TonightParts.tsx';
import { Box } from '@chakra-ui/react';
import { useState } from 'react';
import { msToMinute } from '@kavrell/core/time';
import { formatBytes, formatCount, formatMinuteOfDay } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { useDraft } from '../../platform/draft.ts';
import { usePreferences } from '../../platform/preferences.ts';
import { useLoggedNow } from '../../shared/log/log.ts';
import { Facts, Look, Part, Why } from '../../ui/parts.tsx';
import { Severity } from '../../ui/Severity.tsx';
import { Sheet } from '../../ui/sheet.tsx';
import { NightBand } from './NightBand.tsx';
import { TonightLevers } from './TonightLevers.tsx';
import { TonightPower } from './TonightPower.tsx';
import { TonightRoom } from './TonightRoom.tsx';
import { maySleep } from './maySleep.ts';
import { useTonight } from './useTonight.ts';

const MINUTE_MS = 60_000;

/** The night: when one may sleep, who must swap what until then, what is ready in the morning, and what would make it sooner. */
export function TonightView() {
  const { production, rows, day, me } = useProduction();
  const clock = usePreferences((s) => s.clock);
  const nowMs = useLoggedNow(production, MINUTE_MS);
  const [bed, setBed] = useDraft(`bed:${production.id}`);
  const [up, setUp] = useDraft(`up:${production.id}`);
  const [socketsText, setSockets] = useDraft(`sockets:${production.id}`);
  const sockets = /^\d{1,3}$/.test(socketsText.trim()) ? Number(socketsText) : null;
  const [school, setSchool] = useState<'fastFirst' | 'all'>('fastFirst');
  const night = useTonight(bed || '23:30', up || '06:00', school, nowMs, sockets);
  if (!night || !day) return <Box color="soft">The night is planned from a day: add one on Day.</Box>;
  const { tonight, schedule } = night;
  const nowMin = msToMinute(day.date, day.timeZone, nowMs);
  const at = (s: number) => formatMinuteOfDay(nowMin + s / 60, day, clock);
  const nameOf = new Map([
    ...tonight.nameOf,
    ...rows.packs.map((p) => [p.id, p.name] as const),
    ...rows.chargers.map((c) => [c.id, c.name] as const),
  ]);
  const name = (id: string) => nameOf.get(id) ?? id;
  const word = maySleep(night, at, name);
  return (
    <>
      <Box as="p" fontSize="xl" fontWeight="700" role="status" mb={1} data-may-sleep>
        {word.danger ? <Severity level="danger">{word.words}</Severity> : word.words}
      </Box>
      {tonight.otherwise.length > 0 ? (
        <Box mb={1}>
          <Look>Copied, and not kept all the same</Look>: {tonight.otherwise.join(' ')}
        </Box>
      ) : null}
      <Box mb={3}>
        {schedule.swaps.length > 0
          ? `${formatCount(schedule.swaps.length, 'swap')} by hand: ${schedule.swaps.map((s) => `${at(s.atS)} ${name(s.cardId)} into ${name(s.readerId)}`).join(', ')}. All of it read back by ${at(schedule.finishS)}.`
          : 'No card waits to be copied.'}
      </Box>
      <NightAsk bed={bed} setBed={setBed} up={up} setUp={setUp} school={school} setSchool={setSchool} />
      {schedule.bars.length > 0 || night.power.schedule.bars.length > 0 ? (
        <NightBand
          plan={tonight.plan}
          schedule={schedule}
          charging={night.power.schedule.bars}
          nameOf={nameOf}
          nowMin={nowMin}
          say={(m) => formatMinuteOfDay(m, day, clock)}
        />
      ) : null}
      <TonightLevers night={night} name={name} />
      <TonightRoom night={night} at={at} name={name} />
      <TonightPower night={night} at={at} sockets={socketsText} setSockets={setSockets} />
      {me.role === 'owner' ? <ReadersBench /> : null}
      <Sheet>
        <Facts
          rows={[
            ['To copy', formatBytes(tonight.plan.cards.reduce((sum, c) => sum + c.bytes, 0))],
            ['Cards', String(tonight.plan.cards.length)],
            ['Last hand', schedule.swaps.length > 0 ? at(schedule.lastHandS) : '–'],
            ['All read back', schedule.bars.length > 0 ? at(schedule.finishS) : '–'],
            ['Order', schedule.proven ? 'every order tried' : 'improved, not proven'],
          ]}
        />
        {tonight.assumptions.length > 0 ? <Part title="Assumed">{tonight.assumptions.join(' ')}</Part> : null}
        <Why
          lines={[
            'Cards that are out and lack copies are taken whole; what is in a camera, and what the plan still records, comes out at wrap. A swap takes a minute; nobody swaps in their sleep.',
            'Each card goes from one reader to all drives of the first stage at once and is read back there; slow drives get theirs from a fast one after that. What goes at the same time shares readers and drives.',
            tonight.roomUnknown.length > 0
              ? `Nobody saw how much room is on ${tonight.roomUnknown.join(', ')} yet: a drive that is full says so while it copies, and fails alone.`
              : 'Room on the drives is as it was last seen: when a copy to them began or ended.',
            night.pace.shots > 0
              ? `What still comes is the plan × ${night.pace.factor.toFixed(2)}: of ${night.pace.shots}\u00a0shots taken so far, four of five stayed under that.`
              : `What still comes is the plan × ${night.pace.factor.toFixed(1)}: assumed, until five shots were taken.`,
          ]}
        />
        <Part title="Care">
          Packs charge while somebody is awake, on what does not burn. A swollen or hot pack goes outside, away from
          people; local codes and the maker’s papers decide.
        </Part>
      </Sheet>
    </>
  );
}
