import type { SheetContent } from '@kavrell/core/callsheet';
import type { Day } from '@kavrell/core/day';
import { Box } from '@chakra-ui/react';
import { pathOf, callSheetPdf } from '@kavrell/contract';
import type { Missing } from '@kavrell/core/start';
import { useNavigate } from 'react-router';
import { screenLink } from '../../app/links.ts';
import { useProduction } from '../../app/production.tsx';
import { StalePart } from '../../app/Stale.tsx';
import { StillMissing } from '../../app/StillMissing.tsx';
import { Button, LinkButton } from '../../ui/Button.tsx';
import { Part, Facts, Why } from '../../ui/parts.tsx';
import { openSheet, Sheet } from '../../ui/sheet.tsx';
import type { useSheets } from './draft.ts';
import { WeatherPart } from './WeatherPart.tsx';

export type View = 'sheet' | 'changes' | 'readers' | 'move' | 'paper';

/** What the first sheet still lacks, each with the way to say it. */
export function MissingHere({
  day,
  missing,
  setView,
}: {
  day: Day;
  missing: Missing[];
  setView: (next: View) => void;
}) {
  const navigate = useNavigate();
  const { production } = useProduction();

  return (
    <Box mb={6} maxW="760px">
      <StillMissing
        list={missing}
        press={(m) =>
          m.key === 'frozen' ? (
            <Button size="small" onClick={() => setView('changes')}>
              Freeze it
            </Button>
          ) : m.key === 'weather' ? (
            <Button size="small" onClick={() => openSheet(true)}>
              Type it
            </Button>
          ) : (
            <Button
              size="small"
              onClick={() => {
                openSheet(true);
                void navigate(`${screenLink(production.id, day.number, m.screen)}${m.rowId ? `#${m.rowId}` : ''}`);
              }}
            >
              Say it
            </Button>
          )
        }
      />
    </Box>
  );
}

/** What stands beside the sheet: what became stale, its weather, its gaps, its paper. */
export function CallSheetSide({
  day,
  last,
  owner,
  shown,
  draft,
}: {
  day: Day;
  last: ReturnType<typeof useSheets>['last'];
  owner: boolean;
  shown: SheetContent;
  draft: SheetContent;
}) {
  const { production } = useProduction();

  return (
    <Sheet>
      {last ? <StalePart table="frozenSheets" id={last.id} /> : null}
      {owner ? <WeatherPart day={day} /> : null}
      <Part title="This sheet">
        <Facts
          rows={[
            ['Lines', String(shown.lines.length)],
            ['Shots', String(shown.shots.length)],
            ['People', String(shown.people.length)],
            ['Places', String(shown.places.length)],
          ]}
        />
      </Part>
      {owner && draft.gaps.length > 0 ? (
        <Part title="Gaps">
          <Box as="ul" display="grid" gap={2}>
            {draft.gaps.map((g) => (
              <li key={g}>{g}</li>
            ))}
          </Box>
        </Part>
      ) : null}
      {owner ? (
        <Part title="On paper">
          <LinkButton
            size="small"
            href={`${pathOf(callSheetPdf, { productionId: production.id, dayId: day.id })}?paper=LETTER`}
            target="_blank"
            rel="noreferrer"
          >
            PDF on Letter
          </LinkButton>
        </Part>
      ) : null}
      <Why
        lines={[
          'Composed from the Day screen’s order, People, Places and Light: nothing here is typed twice.',
          'Crew come at the general call; people in the picture at their first need less their time before it, rounded down to five minutes; a call set by hand stands.',
          `Sun at ${draft.sun?.place || 'no place'}, flat horizon; low sun is under 6°. The weather is what somebody said of the day, with its source; what Kavrell’s stand-in makes up never gets here.`,
        ]}
      />
    </Sheet>
  );
}
