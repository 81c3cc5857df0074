import { OddsFigures, DropSaid } from './OddsFigures.tsx';
import { Box, Flex } from '@chakra-ui/react';
import { useEffect, useState } from 'react';
import { unitName, type Drop } from '@kavrell/core/day';
import { formatCount, formatMinuteOfDay } from '@kavrell/core/units';
import { shareSaid, useAskedOdds, useDayOdds, wrapsOf } from '../../app/odds.ts';
import { useProduction } from '../../app/production.tsx';
import { wordsOf } from '../../platform/api.ts';
import { tell } from '../../platform/notices.ts';
import { usePreferences } from '../../platform/preferences.ts';
import { heavy } from '../../workers/heavy.ts';
import { Button } from '../../ui/Button.tsx';
import { Empty, Facts, Look } from '../../ui/parts.tsx';
import { LateDaysPart } from './LateDaysPart.tsx';
import { MissSharesPart } from './MissSharesPart.tsx';
import { OddsLevers } from './OddsLevers.tsx';
import { OddsChart } from './OddsChart.tsx';
import { OddsSheet } from './OddsSheet.tsx';
import { dropLines } from './base.ts';
import { Choice } from '../../ui/Choice.tsx';

const LEVELS = [0.8, 0.9, 0.95] as const;
/** Days played for what would help: a tenth of a percent does not matter there. */
const TRIED_RUNS = 4000;

/** How likely the day wraps in time, what hangs on what, and what would make it likelier. */
export function OddsView() {
  const { production, rows, facts, day } = useProduction();
  const clock = usePreferences((s) => s.clock);
  const odds = useDayOdds();
  const [level, setLevel] = useState<number>(0.9);
  const [drop, setDrop] = useState<Drop | null>(null);
  const [busy, setBusy] = useState(false);
  const asked = useAskedOdds();
  const plan = facts?.plan ?? null;
  // What was found is of the plan it was found for.
  useEffect(() => setDrop(null), [plan]);
  if (!facts || !day || asked.length === 0)
    return (
      <Empty title="No odds yet">
        Put shots on this day: 10,000 such days are then played, each with its own luck.
      </Empty>
    );
  const say = (m: number) => formatMinuteOfDay(m, day, clock);
  const strike = day.strikeMin;
  const nameOf = (id: string) => {
    const r = facts.plan.rows.find((x) => x.itemId === id);
    return r?.shot?.code ?? r?.title ?? id;
  };
  const person = (id: string) => rows.people.find((p) => p.id === id)?.shortName ?? id;
  const seek = async () => {
    setBusy(true);
    try {
      setDrop(
        await heavy().drop(
          asked.map((part) => ({ ...part, input: { ...part.input, runs: TRIED_RUNS } })),
          level,
        ),
      );
    } catch (error) {
      tell(wordsOf(error));
    } finally {
      setBusy(false);
    }
  };
  const dropped = (drop?.ids ?? []).flatMap((id) => facts.plan.rows.find((r) => r.itemId === id) ?? []);
  const doDrop = () => {
    const shots = dropped.flatMap((r) => r.shot ?? []);
    dropLines(production.id, `Dropped ${shots.map((s) => s.code).join(', ')}`, rows.dayItems, dropped);
    tell(`${formatCount(shots.length, 'shot')} dropped from the day. Ctrl+Z brings them back.`);
  };
  if (!odds) return <Box role="status">Playing 10,000 days …</Box>;
  const wraps = wrapsOf(odds, day);
  const meals = asked.flatMap(({ unit }, part) =>
    odds.meals
      .filter((m) => m.part === part)
      .map((m, i) => ({ ...m, name: asked.length > 1 ? `${unitName(unit)}, meal ${i + 1}` : `Meal ${i + 1}` }))
      // Of a unit that wraps before it is due, there is no meal to keep.
      .filter((m) => m.eatenShare > 0),
  );
  return (
    <>
      <OddsFigures say={say} day={day} odds={odds} wraps={wraps} />
      <OddsChart curve={odds.curve.map((m) => m + strike)} byMin={day.wantedWrapMin} say={say} />
      <Flex gap={2} align="center" wrap="wrap" mt={4} mb={2}>
        <Box>To be in time with</Box>
        <Choice
          style={{ width: 90 }}
          aria-label="Odds wanted"
          value={String(level)}
          onChange={(e) => setLevel(Number(e.target.value))}
        >
          {LEVELS.map((l) => (
            <option key={l} value={String(l)}>
              {l * 100} %
            </option>
          ))}
        </Choice>
        <Button disabled={busy} onClick={() => void seek()}>
          {busy ? 'Trying …' : 'What to drop?'}
        </Button>
      </Flex>
      {drop ? <DropSaid drop={drop} dropped={dropped} doDrop={doDrop} /> : null}
      <OddsLevers key={plan?.day.id} asked={asked} day={day} odds={odds} nameOf={nameOf} />
      <Flex gap={8} wrap="wrap" align="start">
        <MissSharesPart parts={asked} plan={facts.plan} scatter={odds.risks} nameOf={nameOf} />
        <LateDaysPart parts={asked} plan={facts.plan} nameOf={nameOf} />
        {odds.windows.length + meals.length > 0 ? (
          <Box minW="240px" flex="1">
            <Box as="h2" fontSize="m" mb={2}>
              What must be on time
            </Box>
            <Facts
              rows={[
                ...odds.windows.map(
                  (w) =>
                    [
                      nameOf(w.id),
                      w.keptShare < 0.8 ? <Look key={w.id}>{shareSaid(w.keptShare)}</Look> : shareSaid(w.keptShare),
                    ] as const,
                ),
                ...meals.map((m) => [`${m.name}, half by ${say(m.p50)}`, shareSaid(m.keptShare)] as const),
              ]}
            />
          </Box>
        ) : null}
        {odds.released.length > 0 ? (
          <Box minW="240px" flex="1">
            <Box as="h2" fontSize="m" mb={2}>
              Let go: half by, 95 % by
            </Box>
            <Facts rows={odds.released.map((r) => [person(r.person), `${say(r.p50)}, ${say(r.p95)}`] as const)} />
          </Box>
        ) : null}
      </Flex>
      <OddsSheet odds={odds} plan={facts.plan} />
    </>
  );
}
