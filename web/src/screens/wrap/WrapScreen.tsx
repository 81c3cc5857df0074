import { Box, Flex } from '@chakra-ui/react';
import { useMemo, type ReactNode } from 'react';
import { dayReportCsv, dayReportPdf, pathOf } from '@kavrell/contract';
import { WRAP_PARTS, wrapOf } from '@kavrell/core/productions';
import type { MissingKind } from '@kavrell/core/wrap';
import type { Day } from '@kavrell/core/day';
import { NoDay } from '../../app/NoDay.tsx';
import { useProduction } from '../../app/production.tsx';
import { useKeptView } from '../../platform/kept.ts';
import { useSome } from '../../platform/some.ts';
import { SetReports } from '../../shared/log/SetReports.tsx';
import { LinkButton } from '../../ui/Button.tsx';
import { Empty, Facts, Part, ScreenHead, Why } from '../../ui/parts.tsx';
import { Sheet } from '../../ui/sheet.tsx';
import { Views } from '../../ui/Views.tsx';
import { AfterView } from './AfterView.tsx';
import { BookView } from './BookView.tsx';
import { HandOverView } from './HandOverView.tsx';
import { JobView } from './JobView.tsx';
import { MissingView } from './MissingView.tsx';
import { NamesView } from './NamesView.tsx';
import { PickUpsView } from './PickUpsView.tsx';

const VIEWS = [
  ['missing', 'What is missing'],
  ['after', 'Hours, reports, kit'],
  ['pickups', 'Pick-ups'],
  ['handover', 'Hand-over'],
  ['names', 'Names'],
  ['book', 'Book'],
  ['job', 'Whole job'],
] as const;
type View = (typeof VIEWS)[number][0];
/** What whoever logs or copies sees too. */
const FOR_CREW: readonly View[] = ['missing', 'after'];
/** Where on this screen a kind of what is missing is settled. */
const VIEW_OF: Partial<Readonly<Record<MissingKind, View>>> = {
  ...{ hours: 'after', report: 'after', credit: 'names' },
};

const WITHOUT_DAY = { names: () => <NamesView />, book: () => <BookView />, job: () => <JobView /> };
const OTHERS: Readonly<Record<Exclude<View, 'missing'>, (day: Day) => ReactNode>> = {
  after: (day) => <AfterView day={day} />,
  pickups: (day) => <PickUpsView key={day.id} day={day} />,
  handover: (day) => <HandOverView day={day} />,
  ...WITHOUT_DAY,
};

/** Did we get it, is it kept: what is missing first; then what is noted, handed over and remembered. */
export function WrapScreen() {
  const { me, production, rows, day, facts } = useProduction();
  const [kept, setView] = useKeptView<View>('wrap', VIEWS);
  const views = me.role === 'owner' ? VIEWS : VIEWS.filter(([v]) => FOR_CREW.includes(v));
  const view = views.some(([v]) => v === kept) ? kept : 'missing';
  const own = useSome(rows, WRAP_PARTS);
  const lines = useMemo(() => {
    if (!facts || !day) return [];
    return wrapOf(own, day, facts);
  }, [own, facts, day]);
  const noDay = (
    <NoDay>When a day has been shot, this is where its shots, takes, clips and copies stand side by side.</NoDay>
  );
  if (!day || !facts)
    return me.role === 'owner' ? (
      <>
        <ScreenHead title="Wrap">
          <Views label="Wrap" views={views} open={view} onOpen={setView} />
        </ScreenHead>
        {view in WITHOUT_DAY ? WITHOUT_DAY[view as keyof typeof WITHOUT_DAY]() : noDay}
      </>
    ) : (
      noDay
    );
  const params = { productionId: production.id, dayId: day.id };
  const foundBy = (means: 'name' | 'timecode') => String(lines.filter((l) => l.by === means).length);
  return (
    <>
      <ScreenHead title="Wrap" note={`day ${day.number}`}>
        <Views label="Wrap" views={views} open={view} onOpen={setView} />
      </ScreenHead>
      {view !== 'missing' ? (
        OTHERS[view](day)
      ) : lines.length === 0 ? (
        <Empty title="Nothing to wrap yet">
          Put shots or moments on the day and roll them; every take finds its clips by name or by timecode.
        </Empty>
      ) : (
        <MissingView day={day} lines={lines} here={(kind) => setView(VIEW_OF[kind] ?? 'missing')} />
      )}
      <Sheet>
        {facts.answers.map((a) => (
          <Part key={a.question} title={a.title}>
            <Box fontSize="xl" fontWeight="700" lineHeight="1.2" color={a.look ? 'look' : 'text'}>
              {a.figure}
            </Box>
            <div>{a.rest}</div>
          </Part>
        ))}
        <Part title="All of the day">
          <Flex gap={2} wrap="wrap">
            <LinkButton size="small" href={pathOf(dayReportPdf, params)} target="_blank" rel="noreferrer">
              Report as PDF
            </LinkButton>
            <LinkButton size="small" href={pathOf(dayReportCsv, params)} download>
              Report as CSV
            </LinkButton>
          </Flex>
        </Part>
        <SetReports />
        <Part>
          <Facts
            rows={[
              ['Takes', String(facts.takes.filter((t) => t.dayId === day.id).length)],
              ['Clips found by name', foundBy('name')],
              ['Clips found by timecode', foundBy('timecode')],
            ]}
          />
        </Part>
        <Why
          lines={[
            'A clip belongs to a take by the name its camera reported, else by the camera’s card and a timecode that overlaps the take’s (8\u00a0s either way).',
            'Sound cards have no camera: they go by timecode alone.',
            'By when, where nobody said: cards in the night after their day, shots and moments on the job’s last day. What is missing stands by what its loss would cost; Kavrell can’t know of what was never planned.',
          ]}
        />
      </Sheet>
    </>
  );
}
