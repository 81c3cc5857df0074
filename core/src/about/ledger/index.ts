import type { CardStatus } from '../../rooms/copies/index.ts';
import { unitName, unitPlan, type DayPlan, type Projection } from '../../plan/day/index.ts';
import type { ShotState } from '../../rooms/scenes/index.ts';
import type { Shot } from '../../rooms/scenes/index.ts';
import { formatAgainst, formatCount, formatMinuteOfDay, type Preferences } from '../../base/units/index.ts';

/** One of the three answers: a figure, a rest, and why. */
export interface Answer {
  question: 'make' | 'got' | 'kept';
  title: string;
  figure: string;
  rest: string;
  /** Whether somebody should look. */
  look: boolean;
  why: string[];
}

export interface LedgerSources {
  plan: DayPlan | null;
  projection: Projection | null;
  shots: readonly Shot[];
  states: ReadonlyMap<string, ShotState>;
  /** Ids of this day's shots; others don't count toward this day. */
  dayShotIds: ReadonlySet<string>;
  cards: readonly CardStatus[];
  /** How many takes were logged, of all days. */
  takes: number;
  clock: Preferences['clock'];
}

const sum = (minutes: readonly number[]) => Math.round(minutes.reduce((t, m) => t + m, 0));

/** *Will we make the day?* Planned (or, under way, projected) wrap against the wanted one, in minutes; the odds stand on the Day. */
function makeAnswer({ plan, projection, clock }: LedgerSources): Answer {
  const base = { question: 'make' as const, title: 'Make the day' };
  if (!plan || plan.rows.length === 0)
    return {
      ...base,
      figure: '–',
      rest: 'nothing in the day’s order yet',
      look: false,
      why: ['Put shots into the day’s order and Kavrell adds up rigging, moves, meals and takes.'],
    };
  const { day } = plan;
  const time = (minute: number) => formatMinuteOfDay(minute, day, clock);
  const wrapMin = projection?.wrapMin ?? plan.wrapMin;
  const late = wrapMin - day.wantedWrapMin;
  // A forecast and the plan are two things: both are said, each by its name.
  const rest = `wrap ${projection ? `${time(wrapMin)} projected, ${time(plan.wrapMin)}` : time(wrapMin)} planned, ${time(day.wantedWrapMin)} wanted${projection?.troubles.length ? `, ${projection.troubles.length} not kept` : ''}`;
  const troubles = projection ? projection.troubles : plan.violations.map((v) => v.message);
  // Units run side by side: their minutes don't add up to a wrap; those of the one that wraps last do.
  const last = plan.units.reduce((a, b) => (b.wrapMin > a.wrapMin ? b : a));
  const lasting = unitPlan(plan, last.unit);
  const mealMin = sum(lasting.meals.map((m) => m.endMin - m.startMin));
  // Lines of a programme may lie over each other: the minutes in which anything goes on.
  const workMin = lasting.lastShotEndMin - lasting.order.startMin - lasting.changeMin - mealMin - lasting.idleMin;
  const why = [
    `${projection ? 'Projected from now' : 'Planned'}: wrap at ${time(wrapMin)}; you wanted ${time(day.wantedWrapMin)}.`,
    `As planned${plan.units.length > 1 ? ` (${unitName(last.unit)}, which wraps last)` : ''}: call ${time(day.callMin)} + load-in ${day.loadInMin} min + work ${sum([workMin])} min + change-overs ${Math.round(lasting.changeMin)} min + meals ${mealMin} min + waiting ${Math.round(lasting.idleMin)} min + strike ${day.strikeMin} min = ${time(plan.wrapMin)}.`,
    'An estimate with every shot at its own minutes; how likely it is stands under Odds on the Day.',
    ...(projection
      ? [
          `Against the plan: ${formatAgainst(projection.behindMin, { late: 'behind', early: 'ahead', even: 'on time' })}.`,
        ]
      : []),
    ...troubles,
    ...plan.assumptions,
  ];
  return {
    ...base,
    figure: formatAgainst(late, { late: 'over', early: 'to spare', even: 'just' }),
    rest,
    look: late > 0 || troubles.length > 0,
    why,
  };
}

/** *Do we have it?* Shots got of those wanted this day, and musts left. */
function gotAnswer({ plan, shots, states, dayShotIds }: LedgerSources): Answer {
  // A moment that no shot was written for is itself what is wanted.
  const bare = plan?.rows.filter((r) => r.programme && r.shots.length === 0) ?? [];
  const bareGot = bare.filter((r) => states.get(r.itemId) === 'got').length;
  const wanted = shots.filter((s) => dayShotIds.has(s.id) && states.get(s.id) !== 'dropped');
  const got = wanted.filter((s) => states.get(s.id) === 'got');
  const musts = wanted.filter((s) => s.priority === 'must' && states.get(s.id) !== 'got');
  const dropped = shots.filter((s) => dayShotIds.has(s.id) && states.get(s.id) === 'dropped');
  return {
    question: 'got',
    title: 'Got it',
    figure: `${got.length + bareGot} of ${wanted.length + bare.length}`,
    rest: musts.length
      ? `${formatCount(musts.length, 'must', 'musts')} left`
      : wanted.length
        ? wanted.some((s) => s.priority === 'must')
          ? 'every must got'
          : 'no musts among them'
        : bare.length
          ? `${formatCount(bare.length - bareGot, 'moment')} left`
          : 'no shots this day',
    look: false,
    why: [
      'A shot is got once one of its takes is marked Good.',
      ...(bare.length ? ['So is a moment that has no shots of its own: it counts as one.'] : []),
      ...(musts.length ? [`Musts left: ${musts.map((s) => s.code).join(', ')}.`] : []),
      ...(dropped.length ? [`Dropped, not counted: ${dropped.map((s) => s.code).join(', ')}.`] : []),
    ],
  };
}

/** *Is it kept?* Cards with something on them that meet the keep policy. */
function keptAnswer({ cards, takes }: LedgerSources): Answer {
  const used = cards.filter((c) => c.clips.length > 0);
  const kept = used.filter((c) => c.state === 'kept');
  const worst = used.find((c) => c.state === 'onCardOnly') ?? used.find((c) => c.state !== 'kept');
  const rest = worst
    ? worst.state === 'onCardOnly'
      ? `${worst.card.label} on its card only`
      : worst.state === 'verified'
        ? `${worst.card.label} not kept yet`
        : `${worst.card.label} part copied`
    : used.length
      ? 'all kept'
      : takes > 0
        ? `${formatCount(takes, 'take')}, no card read yet`
        : 'nothing recorded yet';
  return {
    question: 'kept',
    title: 'Kept',
    figure: `${kept.length} of ${formatCount(used.length, 'card')}`,
    rest,
    look: worst !== undefined,
    why: [
      'A card is kept when every file on it was read back and compared on enough drives, in places apart (the policy in the brief).',
      ...used.filter((c) => c.state !== 'kept').map((c) => `${c.card.label}: ${c.missing}`),
    ],
  };
}

/** The three answers, in their order. */
export function ledger(sources: LedgerSources): [Answer, Answer, Answer] {
  return [makeAnswer(sources), gotAnswer(sources), keptAnswer(sources)];
}
