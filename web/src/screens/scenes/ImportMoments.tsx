import { asTyped } from '@kavrell/core/productions';
import { Box, Flex } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import { momentFields, planProgramme, programmeWords, readMoments, type ProgrammeChange } from '@kavrell/core/scenes';
import { formatCount, formatWallMinute, formatMinutes } from '@kavrell/core/units';
import { newDay } from '../../app/NoDay.tsx';
import { usePlanned } from '../../app/production.tsx';
import { newId } from '../../platform/id.ts';
import { change, type Op } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { DateInput } from '../../ui/DateInput.tsx';
import { FormField } from '../../ui/FormField.tsx';
import { Look } from '../../ui/parts.tsx';
import type { ImportProps } from './importProps.ts';
import { Problem } from '../../ui/Problem.tsx';
import { Choice } from '../../ui/Choice.tsx';

const WORDS = { new: 'new', moved: 'moved', same: 'as before', gone: 'gone' } as const;
/** A list of moments or cues, a line each, laid beside the programme that the day has: taken whole, undone with one key. */
export function ImportMoments({ text, onTaken, as }: ImportProps & { as: 'moment' | 'cue' }) {
  const { production, rows, day: openDay } = usePlanned();
  const [dayId, setDayId] = useState(openDay?.id ?? '');
  const [date, setDate] = useState('');
  const day = rows.days.find((d) => d.id === dayId) ?? null;
  const { moments, problems } = useMemo(() => readMoments(text), [text]);
  const changes = useMemo(
    () => planProgramme(moments, rows.scenes.map(asTyped), dayId || null, newId),
    [moments, rows.scenes, dayId],
  );
  const time = (m: number | null) => (m === null ? 'no time' : formatWallMinute(m));
  const placeId = day?.basePlaceId ?? rows.places[0]?.id ?? null;

  const take = () => {
    const ops: Op[] = [];
    let onDay = day?.id ?? null;
    if (!onDay && date) {
      const made = newDay(rows, date);
      onDay = newId();
      ops.push({ op: 'insert', table: 'days', id: onDay, values: made });
    }
    let first: string | null = null;
    for (const c of changes) {
      if (c.kind === 'new') {
        first ??= c.id;
        ops.push({
          op: 'insert',
          table: 'scenes',
          id: c.id,
          values: momentFields(c, { kind: as, dayId: onDay, placeId }),
        });
      } else if (c.kind === 'moved') ops.push({ op: 'update', table: 'scenes', row: c.scene, values: c.values });
      else if (c.kind === 'gone') ops.push({ op: 'update', table: 'scenes', row: c.scene, values: { dayId: null } });
    }
    void change(production.id, `Brought in ${programmeWords(changes)}`, ops);
    onTaken(first);
  };
  const nothing = changes.every((c) => c.kind === 'same');
  return (
    <Box>
      {problems.map((p) => (
        <Problem key={p.line}>
          Line {p.line}: {p.message}
        </Problem>
      ))}
      <Flex gap={3} wrap="wrap" align="end">
        <FormField label="On which day">
          {(props) => (
            <Choice {...props} value={dayId} onChange={(e) => setDayId(e.target.value)}>
              {rows.days.map((d) => (
                <option key={d.id} value={d.id}>
                  Day {d.number}, {d.date}
                </option>
              ))}
              <option value="">A day that is not here yet</option>
            </Choice>
          )}
        </FormField>
        {day ? null : (
          <FormField label="Its date" hint="Without one they are kept, on no day yet">
            {(props) => <DateInput {...props} label="Its date" value={date} onChange={setDate} />}
          </FormField>
        )}
      </Flex>
      <Box as="ul" my={2} maxH="320px" overflowY="auto" data-programme>
        {changes.map((c) => (
          <ChangeLine key={c.kind === 'new' ? `n${c.number}` : c.scene.id} change={c} time={time} />
        ))}
      </Box>
      <Button look="primary" disabled={moments.length === 0 || problems.length > 0 || nothing} onClick={take}>
        {nothing && moments.length
          ? 'Nothing has changed'
          : changes.every((c) => c.kind === 'new')
            ? `Take ${formatCount(moments.length, as)}`
            : `Take it: ${programmeWords(changes)}`}
      </Button>
    </Box>
  );
}

function ChangeLine({ change: c, time }: { change: ProgrammeChange; time: (m: number | null) => string }) {
  const moment = c.kind === 'gone' ? c.scene : c.moment;
  return (
    <Box as="li" display="grid" gridTemplateColumns="78px minmax(0, 1fr) auto" gap={2} minH="30px" alignItems="center">
      <strong>
        {c.kind !== 'gone' && c.moment.start === 'about' ? 'about ' : ''}
        {c.kind !== 'gone' && c.moment.start === 'follows' ? 'then' : time(moment.plannedMin)}
      </strong>
      <Box as="span" overflowWrap="anywhere">
        {moment.title}
        {moment.lengthMin === null ? '' : `, ${formatMinutes(moment.lengthMin)}`}
        {c.kind === 'moved' && c.values.title ? <Box as="span" color="soft">{` was “${c.scene.title}”`}</Box> : null}
      </Box>
      <Box as="span" color="soft">
        {c.kind === 'moved' && c.values.plannedMin !== undefined ? (
          <Look>moved, was {time(c.scene.plannedMin)}</Look>
        ) : c.kind === 'gone' ? (
          <Look>gone: off the day, shots and takes stay</Look>
        ) : (
          WORDS[c.kind]
        )}
      </Box>
    </Box>
  );
}
