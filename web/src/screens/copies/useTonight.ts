import { useMemo } from 'react';
import { mediaNight, nightLevers, OPEN_JOBS, type NightLever, type NightSchedule } from '@kavrell/core/copies';
import {
  bytesToCome,
  drivesForecast,
  freshCards,
  freshPacks,
  measuredRateMbps,
  powerTonight,
  recordingPace,
  shotsLeft,
  tonightOf,
  unreadOf,
  uploadsOf,
  type DrivesForecast,
  type FreshCards,
  type FreshPacks,
  type PowerTonight,
  type RecordingPace,
  type Tonight,
  type Unread,
  type Upload,
} from '@kavrell/core/tonight';
import { planOf } from '@kavrell/core/productions';
import { msToMinute } from '@kavrell/core/time';
import { parseClock } from '@kavrell/core/units';
import { wordsOf } from '../../platform/api.ts';
import { useProduction } from '../../app/production.tsx';

export interface Night {
  tonight: Tonight;
  schedule: NightSchedule;
  levers: NightLever[];
  fresh: FreshCards[];
  packs: FreshPacks[];
  /** What charges when. */
  power: PowerTonight;
  /** On which day of the whole production the drives are full. */
  forecast: DrivesForecast;
  uploads: Upload[];
  /** How much more than planned is recorded. */
  pace: RecordingPace;
  /** Jobs that run or wait: their work is in the night too, so nobody is told to sleep over them. */
  running: number;
  /** What was recorded and not read, or perhaps not: nobody sleeps over it. */
  unread: Unread;
}

const MINUTE_S = 60;
const DAY_MIN = 1440;

/** When somebody sleeps, as seconds from now. Throws `InputError` for what is no time. */
export function sleepFrom(fromText: string, toText: string, nowMin: number): { fromS: number; toS: number } {
  const [from, to] = [parseClock(fromText), parseClock(toText)];
  const nowOfDay = ((nowMin % 1440) + 1440) % 1440;
  const after = (minute: number, least: number) => {
    let at = minute;
    while (at < least) at += 1440;
    return at;
  };
  const bed = after(from, nowOfDay);
  return { fromS: (bed - nowOfDay) * MINUTE_S, toS: (after(to, bed) - nowOfDay) * MINUTE_S };
}

/** What is wrong with a time as it was typed, in words; '' nothing. */
export function timeProblem(text: string): string {
  try {
    parseClock(text);
    return '';
  } catch (error) {
    return wordsOf(error);
  }
}

/** What the night has to do, when it is done and what would make it sooner; from rows, so worked out anew only when they change. */
export function useTonight(
  sleepFromText: string,
  sleepToText: string,
  school: 'fastFirst' | 'all',
  nowMs: number,
  sockets: number | null,
): Night | null {
  const { production, rows, cards, devices, day, facts, timedFrom } = useProduction();
  const plan = facts?.plan ?? null;
  const nowMin = day ? msToMinute(day.date, day.timeZone, nowMs) : 0;
  const minute = Math.floor(nowMin);
  return useMemo(() => {
    const left = plan && facts ? shotsLeft(plan, (id) => facts.states.get(id) === 'got') : [];
    const next = day ? rows.days.find((d) => d.number === day.number + 1) : undefined;
    const pace = recordingPace(rows.shots, facts?.takes ?? []);
    const how = { factor: pace.factor, rateMbps: measuredRateMbps(cards) };
    const inCamera = new Map(
      devices.flatMap((d) => (d.cardUsedBytes > 0 && d.card !== null ? [[d.cameraId, d.cardUsedBytes] as const] : [])),
    );
    const tonight = tonightOf({
      ...{ cards, drives: rows.drives, readers: rows.readers, jobs: rows.copyJobs, cameras: rows.cameras, inCamera },
      toCome: minute < (plan?.wrapMin ?? 0) ? bytesToCome(left, rows.cameras, how) : new Map(),
      wrapInS: Math.max(0, ((plan?.wrapMin ?? 0) - minute) * MINUTE_S),
      // What is no time is said at its field; by it nobody sleeps.
      sleep:
        timeProblem(sleepFromText) || timeProblem(sleepToText) ? null : sleepFrom(sleepFromText, sleepToText, minute),
      school,
      policyCopies: production.keepPolicy.verifiedCopies,
    });
    const { sleep } = tonight.plan;
    const waiting = tonight.plan.cards.reduce((sum, c) => sum + c.bytes, 0);
    const later = rows.days
      .filter((d) => d.number > (day?.number ?? 0))
      .map((d) => {
        const come = bytesToCome(
          shotsLeft(planOf(timedFrom, d), (id) => facts?.states.get(id) === 'got'),
          rows.cameras,
          how,
        );
        return { number: d.number, bytes: [...come.values()].reduce((sum, b) => sum + b, 0) };
      });
    const wantedMin = sleep ? sleep.toS / MINUTE_S : DAY_MIN;
    const can = tonight.plan.drives.some((d) => d.stage === 'first');
    const schedule = mediaNight(can ? tonight.plan : { ...tonight.plan, cards: [] });
    const power = powerTonight(rows.packs, rows.chargers, sockets, sleep, wantedMin);
    const nextPlan = next ? planOf(timedFrom, next) : null;
    return {
      power,
      packs: nextPlan ? freshPacks(nextPlan, rows.cameras, rows.packs, power.schedule.lacking) : [],
      forecast: drivesForecast([{ number: 0, bytes: waiting }, ...later], rows.drives, production.keepPolicy),
      uploads: uploadsOf(
        cards,
        tonight.plan.cards.filter((c) => !cards.some((x) => x.card.id === c.id)),
        rows.drives,
        rows.copyJobs,
        schedule.finishS,
      ),
      pace,
      tonight,
      schedule,
      levers: can ? nightLevers(tonight.plan, { policyCopies: production.keepPolicy.verifiedCopies }) : [],
      fresh: nextPlan
        ? freshCards(
            shotsLeft(nextPlan, () => false),
            rows.cameras,
            cards,
            how,
          )
        : [],
      unread: unreadOf(
        (facts?.takes ?? []).filter((t) => t.dayId === day?.id),
        rows.cameras,
        cards,
        rows.logEntries,
      ),
      running: rows.copyJobs.filter((j) => OPEN_JOBS.has(j.state)).length,
    };
  }, [
    plan,
    facts,
    day,
    rows.days,
    rows.drives,
    rows.readers,
    rows.copyJobs,
    rows.cameras,
    rows.logEntries,
    cards,
    devices,
    minute,
    sleepFromText,
    sleepToText,
    school,
    production.keepPolicy,
    timedFrom,
    rows.shots,
    rows.packs,
    rows.chargers,
    sockets,
  ]);
}
