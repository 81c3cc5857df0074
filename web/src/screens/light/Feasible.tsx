import { Box, Flex, Input } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import {
  diffLine,
  faceOf,
  nameOf,
  planDiff,
  rigTime,
  setupFields,
  type Fallback,
  type LightPlan,
  type Setup,
  type Surroundings,
} from '@kavrell/core/light';
import type { Day } from '@kavrell/core/day';
import type { SetupFit } from '@kavrell/core/productions';
import { formatMinuteOfDay, formatMinutes, formatStop, parseMinutes } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { wordsOf } from '../../platform/api.ts';
import { tell } from '../../platform/notices.ts';
import { change } from '../../platform/rows.ts';
import { heavy } from '../../workers/heavy.ts';
import { Button } from '../../ui/Button.tsx';
import { FieldEdit } from '../../ui/FieldEdit.tsx';
import { Facts, Look, Part } from '../../ui/parts.tsx';
import type { PlanEditing } from './usePlan.ts';

type Found = Fallback | 'seeking' | 'none';

/** Minutes against the day: when to begin, when to lock, and the simplest light that still fits when it doesn’t. */
export function Feasible({
  setup,
  plan,
  s,
  fits,
  editing,
  day,
  clock,
}: {
  setup: Setup;
  plan: LightPlan;
  s: Surroundings;
  fits: readonly SetupFit[];
  editing: PlanEditing;
  day: Day | null;
  clock: '12' | '24';
}) {
  const { production } = usePlanned();
  const [target, setTarget] = useState<string>('');
  const rig = rigTime({ plan, hands: setup.hands }, s.catalogue, s.room);
  const time = (m: number) => (day ? formatMinuteOfDay(m, day, clock) : '');
  const short = fits.find((f) => f.shortMin > 0);
  const from = short?.from?.plan ?? null;
  const least = Number(target) || (short ? short.gapMin : Math.max(5, Math.round((setup.rigMin ?? rig.minutes) * 0.7)));
  // What was found is of what it was sought for: another plan, other hands or other minutes ask anew.
  const asked = useMemo(() => ({ plan, hands: setup.hands, least, from }), [plan, setup.hands, least, from]);
  const [answer, setAnswer] = useState<{ of: typeof asked; is: Found } | null>(null);
  const found = answer?.of === asked ? answer.is : null;
  const setFound = (is: Found | null) => setAnswer(is && { of: asked, is });
  const save = (values: Record<string, unknown>) =>
    void change(production.id, `${setup.code}: time to rig`, [{ op: 'update', table: 'setups', row: setup, values }]);
  const look = async () => {
    setFound('seeking');
    try {
      const { room, catalogue, daylight } = s;
      const scene = { room, catalogue, daylight };
      setFound((await heavy().simpler(asked, scene, s.settings, least, from)) ?? 'none');
    } catch (error) {
      setFound(null);
      tell(wordsOf(error));
    }
  };
  return (
    <Part title="Time">
      <Facts
        rows={[
          ['Rig from nothing, by the plan', formatMinutes(rig.minutes)],
          ...(setup.rigMin === null ? [] : [['As said', formatMinutes(setup.rigMin)] as const]),
          ...fits.flatMap((f) => [
            [
              `${f.row.shot?.code ?? f.row.title}: ${f.from ? `from ${f.from.code}` : 'rig'}`,
              formatMinutes(f.needMin),
            ] as const,
            ['Begin by', time(f.beginByMin)] as const,
            ['Lock by', time(f.lockByMin)] as const,
          ]),
        ]}
      />
      {short ? (
        <Box mt={2}>
          <Look>
            {formatMinutes(short.shortMin)} short before {short.row.shot?.code ?? short.row.title}:{' '}
            {formatMinutes(short.gapMin)} there, {formatMinutes(short.needMin)} needed.
          </Look>
        </Box>
      ) : null}
      <Box display="grid" gridTemplateColumns="1fr 1fr" gap={3} mt={3}>
        <FieldEdit
          label="Hands"
          value={String(setup.hands)}
          fields={setupFields}
          set={(t) => ({ hands: Number(t) })}
          save={save}
        />
        <FieldEdit
          label="Rig minutes, said"
          value={setup.rigMin === null ? '' : String(setup.rigMin)}
          fields={setupFields}
          hint="Empty: by the plan"
          set={(t) => ({ rigMin: t.trim() === '' ? null : parseMinutes(t) })}
          save={save}
        />
      </Box>
      {faceOf(plan) ? (
        <FallbackAsk found={found} look={look} least={least} target={target} setTarget={setTarget} />
      ) : null}
      {found === 'none' ? (
        <Box mt={2} role="status">
          Nothing was found: leaving up to three things away is not enough, or what is wanted can’t be met without them.
          Of a large plan not every three are tried. More hands, less wanted, or more time.
        </Box>
      ) : found && found !== 'seeking' ? (
        <FallbackFound fallback={found} plan={plan} editing={editing} s={s} taken={setFound} />
      ) : null}
    </Part>
  );
}

/** The simplest light that was found, taken by a press. */
function FallbackFound({
  fallback,
  plan,
  editing,
  s,
  taken,
}: {
  fallback: Fallback;
  plan: LightPlan;
  editing: PlanEditing;
  s: Surroundings;
  taken: (is: null) => void;
}) {
  return (
    <Box mt={2} role="status" data-fallback>
      {formatMinutes(fallback.minutes)} without{' '}
      {fallback.withoutIds
        .map((id) => nameOf(plan.items.find((i) => i.id === id) ?? (plan.items[0] as never)))
        .join(' and ')}
      : {fallback.reading.ratio === null ? 'no fill' : `${fallback.reading.ratio.toFixed(1)} : 1`}
      {fallback.reading.tStop === null ? '' : `, ${formatStop(fallback.reading.tStop)}`}, read{' '}
      {fallback.isExact ? 'exactly' : 'quickly'}.{' '}
      <Button
        size="small"
        onClick={() => {
          editing.set(`simpler: ${diffLine(planDiff(plan, fallback.plan, s.catalogue))}`, {
            ...fallback.plan,
            cues: fallback.plan.cues.filter((c) => !fallback.withoutIds.includes(c.itemId)),
          });
          taken(null);
        }}
      >
        Take it
      </Button>
    </Box>
  );
}

/** In how many minutes it must fit. */
function FallbackAsk({
  found,
  look,
  least,
  target,
  setTarget,
}: {
  found: Found | null;
  look: () => Promise<void>;
  least: number;
  target: string;
  setTarget: (next: string) => void;
}) {
  return (
    <Flex gap={2} align="center" wrap="wrap">
      <Button size="small" disabled={found === 'seeking'} onClick={() => void look()}>
        {found === 'seeking' ? 'Seeking …' : 'The simplest that fits in'}
      </Button>
      <Flex gap={1} align="center">
        <Input
          style={{ width: 72 }}
          aria-label="Minutes there are"
          inputMode="numeric"
          placeholder={String(Math.round(least))}
          value={target}
          onChange={(e) => setTarget(e.target.value.replace(/[^\d]/g, ''))}
        />
        min
      </Flex>
    </Flex>
  );
}
