import { Box } from '@chakra-ui/react';
import { useMemo } from 'react';
import { dutiesOf, roleLoad, sharedAccess, type Duty, type Shared } from '@kavrell/core/crew';
import { formatMinuteOfDay } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { usePreferences } from '../../platform/preferences.ts';
import { Empty, Look, Part, Why } from '../../ui/parts.tsx';
import { Sheet } from '../../ui/sheet.tsx';
import { Severity } from '../../ui/Severity.tsx';

/** Who does what in which minutes: two things at once, and what nobody does. */
export function LoadView() {
  const { rows, timed, day } = usePlanned();
  const clock = usePreferences((s) => s.clock);
  const plan = timed ?? null;
  const sources = useMemo(
    () => (plan ? { plan, people: rows.people, engagements: rows.engagements, cameras: rows.cameras } : null),
    [plan, rows.people, rows.engagements, rows.cameras],
  );
  if (!sources || !day || !timed || timed.rows.length === 0)
    return (
      <Empty title="Nobody has anything to do yet">
        Put shots on the day. Then it says who has two things at once: “Oda has camera A and watching black flag at once
        for 58 min”.
      </Empty>
    );
  const say = (m: number) => formatMinuteOfDay(m, day, clock);
  const found = roleLoad(sources, say);
  const duties = dutiesOf(sources);
  const people = [...new Set(duties.map((d) => d.personId))];
  const [from, to] = [timed.order.startMin, Math.max(timed.wrapMin, timed.order.startMin + 1)];
  const name = (id: string | null) =>
    id === null ? 'nobody' : (rows.people.find((p) => p.id === id)?.shortName ?? '?');
  return (
    <>
      {found.length > 0 ? (
        <Box as="ul" display="grid" gap={2} mb={4} data-load>
          {found.map((f) => (
            <li key={f.key}>
              <Severity level={f.level}>{f.words}</Severity> {f.mend}
            </li>
          ))}
        </Box>
      ) : (
        <Box mb={4}>Everybody has one thing at a time, and nothing is left undone.</Box>
      )}
      <Box as="ul" display="grid" gap={2} aria-label="Duties by person">
        {people.map((id) => (
          <Box as="li" key={id ?? 'nobody'} display="grid" gridTemplateColumns="92px 1fr" gap={3} alignItems="center">
            <Box fontWeight="600">{id === null ? <Look>nobody</Look> : name(id)}</Box>
            <Lanes duties={duties.filter((d) => d.personId === id)} from={from} to={to} say={say} />
          </Box>
        ))}
      </Box>
      <SharedAccess shared={sharedAccess(timed, rows.slots, rows.scenes, rows.people)} say={say} from={from} to={to} />
      <Sheet>
        <Why
          lines={[
            'Duties of each line: its cameras by their operators, sound when it records sound, lights when they change, raised frames by who was named to watch them.',
            'Quiet: lines whose sound is recorded. Free for stills: change-overs of 8 min or more in one place while somebody of the next picture is there.',
            'A camera that is fixed somewhere needs nobody. Times are the day’s as planned.',
          ]}
        />
        <Part title="Care">A watcher of a raised frame watches and does nothing else.</Part>
      </Sheet>
    </>
  );
}

/** What stills and film agree on: when it must be quiet, who holds the place, when the photographer may. */
function SharedAccess({
  shared,
  say,
  from,
  to,
}: {
  shared: Shared;
  say: (m: number) => string;
  from: number;
  to: number;
}) {
  if (shared.quiet.length + shared.held.length + shared.free.length === 0) return null;
  const lanes = [
    ['Quiet', shared.quiet],
    ['Held', shared.held],
    ['Stills may', shared.free],
  ] as const;
  return (
    <Box mt={6} data-shared>
      <Box as="h2" fontSize="m" mb={2}>
        Stills and film
      </Box>
      <Box as="ul" display="grid" gap={2}>
        {shared.held.flatMap((s) =>
          s.clash
            ? [
                <li key={s.startMin}>
                  <Look>
                    {say(s.startMin)}–{say(s.endMin)}: {s.clash}
                  </Look>
                </li>,
              ]
            : [],
        )}
        {lanes
          .filter(([, spans]) => spans.length > 0)
          .map(([title, spans]) => (
            <Box as="li" key={title} display="grid" gridTemplateColumns="92px 1fr" gap={3} alignItems="center">
              <Box fontWeight="600">{title}</Box>
              <Lanes
                duties={spans.map((s) => ({ ...s, what: title, personId: '', codes: [s.words] }))}
                label={(d) => d.codes[0] ?? ''}
                from={from}
                to={to}
                say={say}
              />
            </Box>
          ))}
      </Box>
      {shared.free.length > 0 ? (
        <Box color="soft" fontSize="s" mt={2}>
          Stills may: {shared.free.map((f) => `${say(f.startMin)}–${say(f.endMin)} ${f.words}`).join(' · ')}
        </Box>
      ) : null}
    </Box>
  );
}

const LANE_PX = 20;
/** A stretch shorter than this share of the day has no room for words; they stand when it is pointed at. */
const LEAST_WORDS_SHARE = 0.05;
/** A person’s duties along the day, those at the same time under one another. */
function Lanes({
  duties,
  from,
  to,
  say,
  label = (d) => d.what,
}: {
  duties: readonly Duty[];
  label?: (d: Duty) => string;
  from: number;
  to: number;
  say: (m: number) => string;
}) {
  const names = [...new Set(duties.map((d) => d.what))];
  const x = (m: number) => `${((m - from) / (to - from)) * 100}%`;
  return (
    <Box position="relative" h={`${names.length * LANE_PX}px`} bg="panel">
      {duties.map((d) => (
        <Box
          key={`${d.what}${d.startMin}`}
          position="absolute"
          top={`${names.indexOf(d.what) * LANE_PX + 1}px`}
          h={`${LANE_PX - 2}px`}
          border="1px solid"
          borderColor={d.personId === null ? 'look' : 'edge'}
          borderRadius="r"
          bg="raised"
          px={1}
          fontSize="s"
          lineHeight={`${LANE_PX - 4}px`}
          overflow="hidden"
          whiteSpace="nowrap"
          textOverflow="ellipsis"
          title={`${label(d)}, ${say(d.startMin)} to ${say(d.endMin)}`}
          style={{ left: x(d.startMin), width: `calc(${x(d.endMin)} - ${x(d.startMin)})` }}
        >
          {(d.endMin - d.startMin) / (to - from) > LEAST_WORDS_SHARE ? label(d) : ''}
        </Box>
      ))}
    </Box>
  );
}
