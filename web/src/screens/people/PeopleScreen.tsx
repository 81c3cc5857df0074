import { useMemo } from 'react';
import { callsOfDay, type Call } from '@kavrell/core/crew';
import { personFields } from '@kavrell/core/people';
import { formatMinuteOfDay } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { useKept } from '../../platform/kept.ts';
import { usePreferences } from '../../platform/preferences.ts';
import { Button } from '../../ui/Button.tsx';
import { DataTable } from '../../ui/DataTable.tsx';
import { Empty, ScreenHead } from '../../ui/parts.tsx';
import { useHashSelection } from '../../ui/selection.ts';
import { Sheet } from '../../ui/sheet.tsx';
import { Views } from '../../ui/Views.tsx';
import { ConsentsView } from './ConsentsView.tsx';
import { CrewLinks } from './CrewLinks.tsx';
import { HoursView } from './HoursView.tsx';
import { LoadView } from './LoadView.tsx';
import { peopleColumns } from './peopleColumns.tsx';
import { PersonSheet } from './PersonSheet.tsx';
import { usePeopleEdits } from './usePeopleEdits.ts';

const VIEWS = [
  ['all', 'Everybody'],
  ['load', 'Who does what'],
  ['hours', 'Hours, rest'],
  ['consents', 'Consents'],
] as const;
type View = (typeof VIEWS)[number][0];

/** Who is in it, on which day, and when they are called. */
export function PeopleScreen() {
  const { production, rows, day, timed } = usePlanned();
  const clock = usePreferences((s) => s.clock);
  const [selectedId, select] = useHashSelection();
  const [view, setView] = useKept<View>('people', ['all', 'load', 'hours', 'consents']);
  const calls = useMemo(
    () =>
      new Map<string, Call>(timed ? callsOfDay(timed, rows.engagements, rows.people).map((c) => [c.person.id, c]) : []),
    [timed, rows.engagements, rows.people],
  );
  const columns = useMemo(
    () =>
      peopleColumns({
        callMin: (id) => calls.get(id)?.callMin ?? null,
        called: (id) => (day && calls.has(id) ? formatMinuteOfDay(calls.get(id)?.callMin ?? 0, day, clock) : '–'),
        currency: production.currency,
      }),
    [calls, day, clock, production.currency],
  );
  const { add, edits } = usePeopleEdits(select);
  const person = rows.people.find((p) => p.id === selectedId);
  return (
    <>
      <ScreenHead title="People">
        <Views label="People" views={VIEWS} open={view} onOpen={setView} />
        <Button look="primary" onClick={add}>
          Add a person
        </Button>
      </ScreenHead>
      {view === 'consents' ? (
        <ConsentsView />
      ) : rows.people.length === 0 ? (
        <Empty title="Nobody yet" action={<Button onClick={add}>Add a person</Button>}>
          Crew come at the general call; people in the picture are called when they are needed. The short name is the
          word you type in a shot’s line: “ilse”.
        </Empty>
      ) : view === 'load' ? (
        <LoadView />
      ) : view === 'hours' ? (
        <HoursView />
      ) : (
        <DataTable
          name="People"
          rows={rows.people}
          columns={columns}
          fields={personFields}
          identity="name"
          selectedId={selectedId}
          onSelect={(p) => select(p?.id ?? null)}
          {...edits}
        />
      )}
      {view === 'all' ? (
        <Sheet>
          {person ? (
            <PersonSheet person={person} call={calls.get(person.id)} columns={columns} onEdit={edits.onEdit} />
          ) : null}
          <CrewLinks />
        </Sheet>
      ) : null}
    </>
  );
}
