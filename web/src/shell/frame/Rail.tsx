import { Box } from '@chakra-ui/react';
import { useCallback, useEffect, useState, type ReactNode } from 'react';
import { NavLink } from 'react-router';
import { deliverableFacts, scopeChecks } from '@kavrell/core/brief';
import { cameraToMend } from '@kavrell/core/productions';
import { entriesOf } from '@kavrell/core/log';
import { undecided } from '@kavrell/core/risks';
import { clockStates } from '@kavrell/core/clocks';
import { formatCount } from '@kavrell/core/units';
import { useNow } from '../../platform/clock.ts';
import { usePlanned, useProduction, type PlannedView } from '../../app/production.tsx';
import { screenLink } from '../../app/links.ts';
import { SCREENS, type ScreenEntry } from '../screens.ts';
import { LIGHT_PARTS } from '@kavrell/core/productions';
import { useSome } from '../../platform/some.ts';

const GROUPS = ['Prepare', 'On the day', 'After'] as const;

const WANTS_JAM = new Set(['never', 'due', 'circle']);

/** How many things of the plan need a decision, by screen. */
const DECISIONS: Readonly<Record<string, (view: PlannedView) => number>> = {
  day: ({ timed }) => (timed?.violations.length ?? 0) + (timed?.assumptions.length ?? 0),
  places: ({ rows }) => rows.places.filter((p) => !p.confirmed).length,
  camera: ({ rows }) => cameraToMend(rows),
  risks: ({ rows }) => undecided(rows.rehearsalNotes).length,
  scenes: ({ stale }) => stale.size,
  brief: ({ rows }) =>
    scopeChecks(rows.asks, rows.shots, rows.cameras, rows.people).filter((c) => c.state === 'hole').length +
    rows.deliverables.filter((d) =>
      deliverableFacts(d, rows.production, rows.shots, rows.scenes).demands.some((x) => x.level === 'look'),
    ).length,
  money: ({ rows }) => {
    const logged = new Set(rows.scopeChanges.map((c) => c.sourceId));
    return (
      entriesOf(rows.logEntries, 'scope').filter((e) => !logged.has(e.id)).length +
      rows.scopeChanges.filter((c) => c.state === 'open').length
    );
  },
  people: ({ rows, day }) =>
    rows.engagements.length === 0 || !day
      ? 0
      : rows.people.filter((p) => !rows.engagements.some((e) => e.personId === p.id)).length,
};

function Count({ count }: { count: number }) {
  if (count === 0) return null;
  return (
    <Box as="span" color="look" fontSize="s" aria-label={formatCount(count, 'thing to decide', 'things to decide')}>
      {count}
    </Box>
  );
}

function PlanCount({ path }: { path: string }) {
  const view = usePlanned();
  return <Count count={DECISIONS[path]?.(view) ?? 0} />;
}

/** Clocks drift while nothing is written: counted again each minute. */
function ClockCount() {
  const { production, rows } = usePlanned();
  const states = clockStates(rows.clocks, rows.jams, useNow(production, 60000));
  return <Count count={states.filter((s) => WANTS_JAM.has(s.standing)).length} />;
}

function CardCount() {
  const { cards } = useProduction();
  return <Count count={cards.filter((c) => c.card.unloaded && c.clips.length > 0 && c.state !== 'kept').length} />;
}

/** Setups on whose plans something must be mended: twelve of them take longer than a frame. */
function LightCount() {
  const { rows, day } = usePlanned();
  const own = useSome(rows, LIGHT_PARTS);
  const count = useIdleCount(
    useCallback(async () => {
      const { openLightFindings } = await import('./toMend.ts');
      return [...openLightFindings(own, day).values()].filter((n) => n > 0).length;
    }, [own, day]),
  );
  return <Count count={count} />;
}

/** What the day needs and nobody got, once somebody began to say what is there. */
function KitCount() {
  const { rows, day, timed } = usePlanned();
  const count = useIdleCount(
    useCallback(async () => {
      if (!day || !timed || rows.kitLines.length === 0) return 0;
      const { kitOf, matchKit } = await import('./toMend.ts');
      return matchKit(kitOf(rows, day, timed), rows.kitLines).filter((m) => m.get > 0).length;
    }, [rows, day, timed]),
  );
  return <Count count={count} />;
}

/** Screens whose count leans on more than the plan as it is written. */
const OWN_COUNT: Readonly<Record<string, () => ReactNode>> = {
  clocks: ClockCount,
  copies: CardCount,
  light: LightCount,
  kit: KitCount,
};

function Entry({ screen }: { screen: ScreenEntry }) {
  const { production, day } = usePlanned();
  const Own = OWN_COUNT[screen.path];
  return (
    <NavLink to={screenLink(production.id, day?.number ?? null, screen.path)} className="rail-link">
      <span>{screen.title}</span>
      {Own ? <Own /> : <PlanCount path={screen.path} />}
    </NavLink>
  );
}

/** What takes longer than a frame to count is counted once the page is idle; for the owner only. */
function useIdleCount(ask: () => Promise<number>): number {
  const { me } = usePlanned();
  const [count, setCount] = useState(0);
  useEffect(() => {
    if (me.role !== 'owner') return;
    let gone = false;
    const run = async () => {
      const found = await ask();
      if (!gone) setCount(found);
    };
    const idle = window.requestIdleCallback ?? ((f: () => void) => window.setTimeout(f, 400));
    const cancel = window.cancelIdleCallback ?? window.clearTimeout;
    const handle = idle(() => void run());
    return () => {
      gone = true;
      cancel(handle);
    };
  }, [ask, me.role]);
  return count;
}

const linkCss = {
  '& .rail-link': {
    display: 'flex',
    justifyContent: 'space-between',
    alignItems: 'center',
    minHeight: '27px',
    px: '12px',
    textDecoration: 'none',
    fontSize: '14px',
    borderLeft: '2px solid transparent',
  },
  '& .rail-link:hover': { bg: 'raised' },
  '& .rail-link.active': { bg: 'raised', fontWeight: 700, borderLeftColor: 'text' },
};

/** The three words, and the screens under each. */
export function Rail() {
  const { me } = usePlanned();
  return (
    <Box
      as="nav"
      aria-label="Screens"
      bg="panel"
      borderRight="1px solid"
      borderColor="hairline"
      py={3}
      overflowY="auto"
      css={linkCss}
    >
      {GROUPS.map((group) => {
        const screens = SCREENS.filter((s) => s.group === group && s.roles.includes(me.role));
        if (screens.length === 0) return null;
        return (
          <Box key={group} mb={4}>
            <Box color="soft" fontSize="s" px="14px" mb={1}>
              {group}
            </Box>
            {screens.map((s) => (
              <Entry key={s.path} screen={s} />
            ))}
          </Box>
        );
      })}
    </Box>
  );
}

/** The phone's rail: three tabs, the screens of the open one above them. */
export function PhoneRail({ path, shrunk }: { path: string; shrunk: boolean }) {
  const { me, production, day } = usePlanned();
  const current = SCREENS.find((s) => s.path === path)?.group ?? 'Prepare';
  const mine = SCREENS.filter((s) => s.roles.includes(me.role));
  return (
    <Box as="nav" aria-label="Screens" borderTop="1px solid" borderColor="hairline" bg="panel">
      <Box
        display={shrunk ? 'none' : 'flex'}
        flexWrap="wrap"
        css={{
          ...linkCss,
          '& .rail-link': {
            flex: 'none',
            px: '12px',
            minHeight: '40px',
            display: 'flex',
            alignItems: 'center',
            textDecoration: 'none',
            fontSize: '14px',
          },
          '& .rail-link.active': { fontWeight: 700, bg: 'raised' },
        }}
      >
        {mine
          .filter((s) => s.group === current)
          .map((s) => (
            <NavLink key={s.path} to={screenLink(production.id, day?.number ?? null, s.path)} className="rail-link">
              {s.title}
            </NavLink>
          ))}
      </Box>
      <Box
        display="grid"
        gridTemplateColumns={`repeat(${GROUPS.length}, 1fr)`}
        borderTop="1px solid"
        borderColor="hairline"
      >
        {GROUPS.map((group) => {
          const first = mine.find((s) => s.group === group);
          if (!first) return null;
          return (
            <Box
              key={group}
              asChild
              minH="48px"
              display="grid"
              placeItems="center"
              textDecoration="none"
              fontWeight={group === current ? 700 : 400}
              borderTop="2px solid"
              borderColor={group === current ? 'text' : 'transparent'}
            >
              <NavLink to={screenLink(production.id, day?.number ?? null, first.path)}>{group}</NavLink>
            </Box>
          );
        })}
      </Box>
    </Box>
  );
}
