import { Box } from '@chakra-ui/react';
import type { StaleMark, StaleTable } from '@kavrell/core/stale';
import type { PlannedRows } from '@kavrell/core/productions';
import { change } from '../platform/rows.ts';
import { Button } from '../ui/Button.tsx';
import { Look, Part } from '../ui/parts.tsx';
import { usePlanned } from './production.tsx';

const FIELD_WORDS: Record<string, string> = {
  script: 'text',
  personIds: 'people',
  placeId: 'place',
  inside: 'inside or outside',
  timeOfDay: 'time of day',
  dayId: 'day',
  plannedMin: 'start',
  lengthMin: 'length',
  code: 'number',
  setupId: 'light',
  minutesOverride: 'minutes',
  takesPlanned: 'takes',
  rigMin: 'rig minutes',
  swatches: 'colours',
  durationS: 'length',
  widthPx: 'width',
  heightPx: 'height',
};

/** What an entity is called. */
export function nameOf(rows: PlannedRows, id: string): string {
  const scene = rows.scenes.find((s) => s.id === id);
  if (scene) return `scene ${scene.number}`;
  const shot = rows.shots.find((s) => s.id === id);
  if (shot) return shot.code;
  const sheet = rows.frozenSheets.find((s) => s.id === id);
  if (sheet) return `the sheet, revision ${sheet.revision}`;
  if (id === rows.production.id) return 'the job';
  const named =
    [...rows.places, ...rows.people, ...rows.setups, ...rows.palettes, ...rows.tracks, ...rows.soundSources].find(
      (r) => r.id === id,
    )?.name ?? [...rows.deliverables, ...rows.prompts].find((d) => d.id === id)?.title;
  return named ?? 'something since deleted';
}

/** Ids in a value as the names people use, times of day as times. */
function valueWords(rows: PlannedRows, field: string, value: string): string {
  if (value === '') return 'nothing';
  if (field === 'personIds')
    return value
      .split(', ')
      .map((id) => rows.people.find((p) => p.id === id)?.shortName ?? 'somebody')
      .join(', ');
  if (field.endsWith('Id')) return nameOf(rows, value);
  if (field === 'inside') return value === 'true' ? 'inside' : 'outside';
  if (field === 'swatches') return 'other colours';
  return value;
}

const since = (ms: number) =>
  new Date(ms).toLocaleString('en-GB', { weekday: 'short', hour: '2-digit', minute: '2-digit' });

/** One cause in words: `props of scene 4: “ledger” is now “scale”`. */
export function causeWords(rows: PlannedRows, cause: StaleMark['because'][number]): string {
  const what = `${FIELD_WORDS[cause.field] ?? cause.field} of ${nameOf(rows, cause.sourceId)}`;
  if (cause.field === 'swatches') return `${what} changed`;
  return `${what}: was “${valueWords(rows, cause.field, cause.was)}”, is “${valueWords(rows, cause.field, cause.now)}”`;
}

/** A word on something that leans on what has changed. */
export function StaleWord({ id }: { id: string }) {
  const mark = usePlanned().stale.get(id);
  return mark ? <Marked id={id} mark={mark} /> : null;
}

function Marked({ id, mark }: { id: string; mark: StaleMark }) {
  const { rows } = usePlanned();
  return (
    <Box
      as="span"
      color="look"
      fontSize="s"
      title={mark.because.map((c) => causeWords(rows, c)).join('\n')}
      data-stale={id}
    >
      stale
    </Box>
  );
}

/** Marks things as looked at: what changed before is known and all right. */
export function useLookedAt(): (entities: readonly { table: StaleTable; id: string }[], words: string) => void {
  const { production, lastChangeMs } = usePlanned();
  return (entities, words) =>
    void change(
      production.id,
      `Looked at ${words}`,
      entities.map(({ table, id }) => ({
        op: 'insert',
        table: 'looks',
        values: { table, entityId: id, atMs: Math.max(Date.now(), lastChangeMs + 1) },
      })),
    );
}

/** In a side sheet: stale since when and because of what, until somebody looks at it. */
export function StalePart({ table, id }: { table: StaleTable; id: string }) {
  const mark = usePlanned().stale.get(id);
  return mark ? <WhyStale table={table} id={id} mark={mark} /> : null;
}

function WhyStale({ table, id, mark }: { table: StaleTable; id: string; mark: StaleMark }) {
  const { rows } = usePlanned();
  const lookedAt = useLookedAt();
  return (
    <Part title="Stale">
      <Look>Stale since {since(mark.sinceMs)}</Look>, because
      <Box as="ul" my={2} display="grid" gap={1}>
        {mark.because.map((c) => (
          <Box as="li" key={`${c.sourceId}${c.field}`} overflowWrap="anywhere">
            {causeWords(rows, c)}
            {c.by ? <span className="soft"> ({c.by})</span> : null}
          </Box>
        ))}
      </Box>
      <Button size="small" onClick={() => lookedAt([{ table, id }], nameOf(rows, id))}>
        Looked at: still right
      </Button>
    </Part>
  );
}
