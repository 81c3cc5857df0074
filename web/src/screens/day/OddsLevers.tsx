import { Box, Flex } from '@chakra-ui/react';
import { useEffect, useMemo, useState } from 'react';
import { spareIds, unitPlan, withLevers, type Day, type Levers, type Odds } from '@kavrell/core/day';
import { planOf, type UnitOdds } from '@kavrell/core/productions';
import { formatCount, formatMinutes } from '@kavrell/core/units';
import { wordsOf } from '../../platform/api.ts';
import { shareSaid } from '../../app/odds.ts';
import { useProduction } from '../../app/production.tsx';
import { tell } from '../../platform/notices.ts';
import { change } from '../../platform/rows.ts';
import { useSteady } from '../../platform/some.ts';
import { heavy } from '../../workers/heavy.ts';
import { Button } from '../../ui/Button.tsx';
import { Slide } from '../../ui/Slide.tsx';
import { dropLines } from './base.ts';

const STEP_MIN = 5;
const MOST_MIN = 90;
const MOST_HANDS = 3;
/** Days played for a lever: a tenth of a percent does not matter there. */
const RUNS = 4000;

interface Props {
  asked: readonly UnitOdds[];
  day: Day;
  odds: Odds;
  nameOf: (id: string) => string;
  /** Plays days; beside the page, where nothing else is said. */
  play?: Play;
}

type Play = (parts: UnitOdds[]) => Promise<Odds>;
const beside: Play = (parts) => heavy().odds(parts);

/** What beginning earlier, more hands and leaving shots out would do for the odds: three levers that answer as they are pulled, together. Nothing is changed until one says so. */
export function OddsLevers({ asked, day, odds, nameOf, play = beside }: Props) {
  const { production, rows, facts, timedFrom } = useProduction();
  const underWay = facts?.projection !== null;
  const [minutes, setMinutes] = useState(0);
  const [hands, setHands] = useState(0);
  const [count, setCount] = useState(0);
  const spare = useMemo(() => spareIds(asked), [asked]);
  const goneIds = useMemo(() => spare.slice(0, count), [spare, count]);
  // So many pairs of hands more, on every setup that is rigged on the day.
  const changes = useMemo(() => {
    if (hands === 0) return null;
    const setups = timedFrom.setups.map((s) => ({
      ...s,
      hands: Math.min(30, s.hands + hands),
      rigMin: s.rigMin === null ? null : (s.rigMin * s.hands) / (s.hands + hands),
    }));
    const handed = planOf({ ...timedFrom, setups }, day);
    return asked.map(({ unit }) => unitPlan(handed, unit).order.change);
  }, [hands, timedFrom, day, asked]);
  const pulled = minutes > 0 || hands > 0 || goneIds.length > 0;
  const share = useShare(play, asked, pulled, {
    earlierMin: underWay ? 0 : minutes,
    laterMin: underWay ? minutes : 0,
    goneIds,
    changes,
  });
  const gone = goneIds.flatMap((id) => facts?.plan.rows.find((r) => r.itemId === id) ?? []);
  const drop = () => {
    const words = `Dropped ${gone.map((r) => nameOf(r.itemId)).join(', ')}`;
    dropLines(production.id, words, rows.dayItems, gone);
    tell(`${formatCount(gone.length, 'line')} dropped from the day. Ctrl+Z brings them back.`);
    setCount(0);
  };
  const move = () => {
    const values = underWay ? { wantedWrapMin: day.wantedWrapMin + minutes } : { callMin: day.callMin - minutes };
    const words = underWay ? `Wrap wanted ${minutes} min later` : `Call ${minutes} min earlier`;
    void change(production.id, words, [{ op: 'update', table: 'days', row: day, values }]);
    tell(`${words}. Ctrl+Z takes it back.`);
    setMinutes(0);
  };
  return (
    <Box as="section" aria-label="What would help" mb={5} maxW="760px" data-levers>
      <Flex align="baseline" gap={3} mb={2}>
        <Box as="h2" fontSize="m">
          What would help
        </Box>
        <Box role="status">
          {pulled ? (
            <>
              {shareSaid(odds.byShare)} → <strong data-pulled>{share === null ? '…' : shareSaid(share)}</strong>
            </>
          ) : (
            <Box as="span" color="soft">
              pull a lever: nothing is changed by it
            </Box>
          )}
        </Box>
      </Flex>
      <Lever
        label={underWay ? 'Wrap wanted later' : 'Begin earlier'}
        most={underWay ? MOST_MIN : Math.min(MOST_MIN, Math.floor(day.callMin / STEP_MIN) * STEP_MIN)}
        step={STEP_MIN}
        value={minutes}
        say={(v) => (v === 0 ? 'as planned' : formatMinutes(v))}
        onChange={setMinutes}
        {...(minutes > 0 ? { act: underWay ? 'Say so to the day' : 'Call them earlier', run: move } : {})}
      />
      <Lever
        label="More hands at every rig"
        most={MOST_HANDS}
        step={1}
        value={hands}
        say={(v) => (v === 0 ? 'as planned' : formatCount(v, 'pair', 'pairs'))}
        onChange={setHands}
      />
      {spare.length > 0 ? (
        <Lever
          label="Leave out"
          most={Math.min(spare.length, 12)}
          step={1}
          value={count}
          say={(v) => (v === 0 ? 'nothing' : spare.slice(0, v).map(nameOf).join(', '))}
          onChange={setCount}
          {...(count > 0 ? { act: `Drop ${formatCount(gone.length, 'line')}`, run: drop } : {})}
        />
      ) : null}
    </Box>
  );
}

/** The share of days in time with the levers as they stand; null until it is known. */
function useShare(play: Play, asked: readonly UnitOdds[], pulled: boolean, levers: Levers): number | null {
  const [share, setShare] = useState<{ key: string; share: number } | null>(null);
  // Levers are made anew at each drawing; what they say tells whether they are others.
  const key = JSON.stringify(levers);
  const steady = useSteady(levers, key);
  const parts = useMemo(() => withLevers(asked, steady), [asked, steady]);
  useEffect(() => {
    if (!pulled) return;
    let gone = false;
    void play(parts.map((part) => ({ ...part, input: { ...part.input, runs: RUNS } }))).then(
      (found) => !gone && setShare({ key, share: found.byShare }),
      (error: unknown) => !gone && tell(`What the levers would do was not worked out: ${wordsOf(error)}`),
    );
    return () => {
      gone = true;
    };
  }, [play, parts, key, pulled]);
  return share?.key === key ? share.share : null;
}

function Lever({
  label,
  most,
  step,
  value,
  say,
  onChange,
  act,
  run,
}: {
  label: string;
  most: number;
  step: number;
  value: number;
  say: (value: number) => string;
  onChange: (value: number) => void;
  /** What is done where the lever is meant in earnest. */
  act?: string;
  run?: () => void;
}) {
  return (
    <Flex gap={3} align="center" wrap="wrap">
      <Box w={{ base: '100%', md: '180px' }} color="soft">
        {label}
      </Box>
      <Box flex="1" minW="160px">
        <Slide label={label} min={0} max={most} step={step} value={value} say={say} onChange={onChange} />
      </Box>
      <Box w={{ base: '100%', md: '200px' }}>
        {say(value)}{' '}
        {act ? (
          <Button size="small" onClick={run}>
            {act}
          </Button>
        ) : null}
      </Box>
    </Flex>
  );
}
