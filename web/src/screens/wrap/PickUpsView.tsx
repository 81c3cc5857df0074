import { Box, Flex, Textarea } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import { DAY_ITEM_DEFAULTS, type Day } from '@kavrell/core/day';
import { asBuilt, catalogueOf } from '@kavrell/core/light';
import { isText } from '@kavrell/core/formats';
import { entriesOf } from '@kavrell/core/log';
import { foldTakes } from '@kavrell/core/roll';
import { findPickUps, matchClips, pickUpShots, readCutNotes, type PickUp, type Wanted } from '@kavrell/core/wrap';
import { formatCount, formatDate } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { wordsOf } from '../../platform/api.ts';
import { useDraft } from '../../platform/draft.ts';
import { newId } from '../../platform/id.ts';
import { tell } from '../../platform/notices.ts';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { DropPlace } from '../../ui/DropPlace.tsx';
import { FormField } from '../../ui/FormField.tsx';
import { Look } from '../../ui/parts.tsx';
import { Tick } from '../../ui/Tick.tsx';

/** What somebody settled of a note, by its line. */
interface Settled {
  left?: boolean;
  sceneId?: string;
}
type SettledByLine = Readonly<Record<number, Settled>>;

const read = (text: string) => {
  if (text.trim() === '') return null;
  try {
    return { ...readCutNotes(text), problem: '' };
  } catch (error) {
    return { from: null, notes: [], left: [], problem: wordsOf(error) };
  }
};

/** Notes from a rough cut become shots of the next day, each like the shot that plays there, in its light as built. */
export function PickUpsView({ day }: { day: Day }) {
  const { production, rows } = useProduction();
  const [text, setText] = useDraft(`pickups:${production.id}`);
  const [problem, setProblem] = useState('');
  const [settled, setSettled] = useState<SettledByLine>({});
  const later = rows.days.filter((d) => d.date > day.date);
  const [dayId, setDayId] = useState((later[0] ?? day).id);
  const found = useMemo(() => read(text), [text]);
  const takes = useMemo(() => foldTakes(rows.takeEvents), [rows.takeEvents]);
  const pickUps = useMemo(
    () =>
      findPickUps(found?.notes ?? [], {
        ...{ scenes: rows.scenes, shots: rows.shots, clips: rows.clips, takes },
        matches: matchClips(takes, rows.clips, rows.cards, rows.cameras, production.rate),
      }),
    [found, rows.scenes, rows.shots, rows.clips, rows.cards, rows.cameras, takes, production.rate],
  );
  const sceneOf = (p: PickUp) => settled[p.note.line]?.sceneId ?? p.scene?.id ?? '';
  const wanted = pickUps.filter((p) => !settled[p.note.line]?.left);
  const unsaid = wanted.filter((p) => sceneOf(p) === '').length;
  const set = (line: number, values: Settled) => setSettled({ ...settled, [line]: { ...settled[line], ...values } });
  const onto = rows.days.find((d) => d.id === dayId) ?? day;
  const take = () => {
    const list = wanted.map((p): Wanted => {
      const sceneId = sceneOf(p);
      return {
        ...{ words: p.note.words, at: p.note.at, sceneId },
        likeShotId: p.shot?.sceneId === sceneId ? p.shot.id : null,
      };
    });
    try {
      const shots = pickUpShots(list, { ...rows, school: production.shotNumbers }).map((values) => ({
        id: newId(),
        values,
      }));
      const position = Math.max(0, ...rows.dayItems.filter((i) => i.dayId === onto.id).map((i) => i.position));
      void change(production.id, `${formatCount(shots.length, 'pick-up')} onto day ${onto.number}`, [
        ...shots.map(({ id, values }) => ({ op: 'insert' as const, table: 'shots' as const, id, values })),
        ...shots.map(({ id }, i) => ({
          ...{ op: 'insert' as const, table: 'dayItems' as const },
          values: { ...DAY_ITEM_DEFAULTS, dayId: onto.id, shotId: id, position: position + i + 1 },
        })),
      ]);
      tell(
        `${formatCount(shots.length, 'pick-up')} on day ${onto.number}: ${shots.map((s) => s.values.code).join(', ')}. Ctrl+Z takes them back.`,
      );
      setText('');
      setSettled({});
    } catch (error) {
      setProblem(wordsOf(error));
    }
  };
  return (
    <Box maxW="820px" display="grid" gap={3}>
      <FormField
        label="Notes from the rough cut"
        hint="Paste lines, a table or a list of markers, or drop a list of edits: what plays at a note tells which shot it is of"
        error={problem || found?.problem || undefined}
      >
        {(props) => (
          <Textarea {...props} rows={6} value={text} onChange={(e) => (setProblem(''), setText(e.target.value))} />
        )}
      </FormField>
      <DropPlace
        what="A file of notes: text, CSV, markers, list of edits"
        accept=".txt,.csv,.tsv,.edl,text/*"
        take={([file]) =>
          void file
            ?.text()
            .then((t) => (isText(t) ? setText(t) : setProblem(`${file.name} is no text. Nothing was read.`)))
            .catch((e: unknown) => setProblem(wordsOf(e)))
        }
      />
      {found && found.notes.length > 0 ? (
        <>
          <Box color="soft">
            Read as {found.from}: {formatCount(found.notes.length, 'note')}.
          </Box>
          <Box as="ul" display="grid">
            {pickUps.map((p) => (
              <Line
                key={p.note.line}
                pickUp={p}
                sceneId={sceneOf(p)}
                left={settled[p.note.line]?.left ?? false}
                set={(values) => set(p.note.line, values)}
              />
            ))}
          </Box>
          <OntoDay onto={onto} setDayId={setDayId} wanted={wanted} unsaid={unsaid} take={take} />
        </>
      ) : null}
      {found && found.left.length > 0 ? (
        <Box as="details">
          <summary>{formatCount(found.left.length, 'line holds', 'lines hold')} no note</summary>
          <Box as="ul" color="soft">
            {found.left.map((l) => (
              <li key={l}>{l}</li>
            ))}
          </Box>
        </Box>
      ) : null}
    </Box>
  );
}

const BY: Readonly<Record<NonNullable<PickUp['by']>, string>> = {
  clip: 'by the clip that plays there',
  'shot named': 'by its number',
  'scene named': 'by the scene that is named',
};

function Line({
  pickUp: { note, shot, by },
  sceneId,
  left,
  set,
}: {
  pickUp: PickUp;
  sceneId: string;
  left: boolean;
  set: (values: Settled) => void;
}) {
  const { rows } = useProduction();
  const setup = rows.setups.find((s) => s.id === shot?.setupId);
  const built = setup && entriesOf(rows.logEntries, 'built').findLast((e) => e.payload.setupId === setup.id);
  const light = setup ? (built?.payload.lines ?? asBuilt(setup.plan, catalogueOf(rows.lightKit))) : [];
  return (
    <Flex as="li" gap={3} py={2} borderBottom="1px solid" borderColor="hairline" wrap="wrap" data-note={note.line}>
      <Box flex="1" minW="220px">
        <Tick checked={!left} onChange={(on) => set({ left: !on })}>
          {note.at ? <span className="mono">{note.at} </span> : null}
          <strong>{note.words}</strong>
        </Tick>
        <Box color="soft" fontSize="s">
          {shot
            ? `like ${shot.code}, ${shot.description || 'no description'}`
            : 'like no shot: frame and light are still to be said'}
          {by ? `, ${BY[by]}` : ''}
          {setup
            ? ` · light ${setup.code}${built ? ' as it was frozen' : ' as its plan stands'}: ${light.slice(0, 3).join('; ')}`
            : ''}
        </Box>
      </Box>
      <Box w="190px">
        <Choice
          aria-label={`Scene of “${note.words.slice(0, 40)}”`}
          value={sceneId}
          onChange={(e) => set({ sceneId: e.target.value })}
        >
          <option value="">choose a scene</option>
          {rows.scenes.map((s) => (
            <option key={s.id} value={s.id}>
              {s.number} {s.title}
            </option>
          ))}
        </Choice>
      </Box>
    </Flex>
  );
}

/** Which day the pick-ups go onto. */
function OntoDay({
  onto,
  setDayId,
  wanted,
  unsaid,
  take,
}: {
  onto: Day;
  setDayId: (next: string) => void;
  wanted: PickUp[];
  unsaid: number;
  take: () => void;
}) {
  const { rows } = useProduction();

  return (
    <Flex gap={3} align="center" wrap="wrap">
      <Box>
        <Choice aria-label="Onto which day" value={onto.id} onChange={(e) => setDayId(e.target.value)}>
          {rows.days.map((d) => (
            <option key={d.id} value={d.id}>
              day {d.number}, {formatDate(d.date)}
            </option>
          ))}
        </Choice>
      </Box>
      <Button look="primary" disabled={wanted.length === 0 || unsaid > 0} onClick={take}>
        {formatCount(wanted.length, 'pick-up')} onto day {onto.number}
      </Button>
      {unsaid > 0 ? (
        <Look>{formatCount(unsaid, 'note has', 'notes have')} no scene yet: choose one, or leave it out.</Look>
      ) : null}
    </Flex>
  );
}
