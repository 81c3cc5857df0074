import { Box, Flex } from '@chakra-ui/react';
import { useMemo } from 'react';
import { DAY_DEFAULTS, DAY_ITEM_DEFAULTS } from '@kavrell/core/day';
import { PERSON_DEFAULTS, shortNameFor } from '@kavrell/core/people';
import { PLACE_DEFAULTS } from '@kavrell/core/places';
import { SCENE_DEFAULTS, SHOT_DEFAULTS, nextShotCode } from '@kavrell/core/scenes';
import { readStart } from '@kavrell/core/start';
import { dateOf } from '@kavrell/core/time';
import { formatCount, formatDate, formatMinuteOfDay } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { productionNow } from '../../platform/clock.ts';
import { useDraft } from '../../platform/draft.ts';
import { newId } from '../../platform/id.ts';
import { tell } from '../../platform/notices.ts';
import { change, type Op } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { FormField } from '../../ui/FormField.tsx';
import { Facts, Look, Part, Why } from '../../ui/parts.tsx';
import { Sheet } from '../../ui/sheet.tsx';

const EXAMPLE = `Thursday 18 March, call 6:30, wrap by 18:30
Place: Pour floor, Foundry Slip, Port Ellery
Piet Lam, sound recordist, +44 1632 960 003
6 The door lifts
7 Metal meets the mould`;
/** A new day’s wrap when nobody said one: so long after the call. */
const DAY_LENGTH_MIN = 600;

/** A message thread, a shot table or a crew list pasted: a day in ten minutes, its gaps marked. */
export function StartView() {
  const { production, rows } = useProduction();
  const [text, setText] = useDraft(`start:${production.id}`);
  const zone = rows.days.at(-1)?.timeZone ?? Intl.DateTimeFormat().resolvedOptions().timeZone;
  const today = dateOf(productionNow(production), zone);
  const read = useMemo(() => readStart(text, today), [text, today]);
  const known = {
    people: read.people.filter((p) => !rows.people.some((x) => x.name.toLowerCase() === p.name.toLowerCase())),
    places: read.places.filter((p) => !rows.places.some((x) => x.name.toLowerCase() === p.name.toLowerCase())),
  };
  const found =
    text.trim() !== '' && (read.date !== null || read.people.length + read.places.length + read.shots.length > 0);
  const day = rows.days.find((d) => d.date === read.date);
  const start = () => {
    const ops: Op[] = [];
    const placeIds = new Map(rows.places.map((p) => [p.name.toLowerCase(), p.id]));
    for (const p of known.places) {
      const id = newId();
      placeIds.set(p.name.toLowerCase(), id);
      const near = rows.places[0];
      const at = near ? { latitude: near.latitude, longitude: near.longitude } : {};
      ops.push({ op: 'insert', table: 'places', id, values: { ...PLACE_DEFAULTS, ...at, ...p } });
    }
    const firstPlace = placeIds.get(read.places[0]?.name.toLowerCase() ?? '') ?? rows.places[0]?.id ?? null;
    const dayId = day?.id ?? newId();
    const callMin = read.callMin ?? DAY_DEFAULTS.callMin;
    const times = {
      ...(read.callMin === null ? {} : { callMin }),
      ...(read.wrapMin === null ? {} : { wantedWrapMin: read.wrapMin }),
    };
    if (!day)
      ops.push({
        op: 'insert',
        table: 'days',
        id: dayId,
        values: {
          ...DAY_DEFAULTS,
          wantedWrapMin: callMin + DAY_LENGTH_MIN,
          ...times,
          number: Math.max(0, ...rows.days.map((d) => d.number)) + 1,
          date: read.date ?? today,
          timeZone: zone,
          basePlaceId: firstPlace,
        },
      });
    else if (Object.keys(times).length > 0) ops.push({ op: 'update', table: 'days', row: day, values: times });
    const shorts = new Set(rows.people.map((p) => p.shortName.toLowerCase()));
    for (const p of read.people) {
      const old = rows.people.find((x) => x.name.toLowerCase() === p.name.toLowerCase());
      const personId = old?.id ?? newId();
      if (!old) {
        const shortName = shortNameFor(p.name, shorts);
        shorts.add(shortName.toLowerCase());
        const talent = /actor|actress|talent|cast/i.test(p.role);
        ops.push({
          op: 'insert',
          table: 'people',
          id: personId,
          values: {
            ...PERSON_DEFAULTS,
            name: p.name,
            shortName,
            role: p.role,
            phone: p.phone.slice(0, 40),
            kind: talent ? 'talent' : 'crew',
          },
        });
      }
      if (!rows.engagements.some((e) => e.dayId === dayId && e.personId === personId))
        ops.push({ op: 'insert', table: 'engagements', values: { dayId, personId, callOffsetMin: 15, callMin: null } });
    }
    const scenes = new Map(rows.scenes.map((s) => [s.number, s.id]));
    const used = new Set(rows.shots.map((s) => s.code));
    let position = Math.max(0, ...rows.scenes.map((s) => s.position), ...rows.shots.map((s) => s.position));
    let line = Math.max(0, ...rows.dayItems.filter((i) => i.dayId === dayId).map((i) => i.position));
    for (const s of read.shots) {
      position += 1;
      let sceneId = scenes.get(s.scene);
      if (!sceneId) {
        sceneId = newId();
        scenes.set(s.scene, sceneId);
        ops.push({
          op: 'insert',
          table: 'scenes',
          id: sceneId,
          values: {
            ...SCENE_DEFAULTS,
            number: s.scene,
            title: s.description.slice(0, 60),
            placeId: firstPlace,
            position,
          },
        });
      }
      const code = nextShotCode(s.scene, [...used], production.shotNumbers);
      used.add(code);
      const shotId = newId();
      ops.push({
        op: 'insert',
        table: 'shots',
        id: shotId,
        values: { ...SHOT_DEFAULTS, sceneId, code, position, description: s.description },
      });
      line += 1;
      ops.push({ op: 'insert', table: 'dayItems', values: { ...DAY_ITEM_DEFAULTS, dayId, shotId, position: line } });
    }
    void change(production.id, 'Started from a paste', ops);
    setText('');
    tell(`${formatCount(ops.length, 'thing')} made. The gaps stand on the call sheet; Ctrl+Z takes it all back.`);
  };
  const when = { date: read.date ?? today, timeZone: zone };
  return (
    <Box maxW="900px">
      <FormField label="Paste a message thread, a shot table or a crew list" hint="Several one after the other is fine">
        {(props) => (
          <textarea
            className="field"
            rows={10}
            {...props}
            value={text}
            placeholder={EXAMPLE}
            onChange={(e) => setText(e.target.value)}
            onKeyDown={(e) => e.stopPropagation()}
          />
        )}
      </FormField>
      {found ? (
        <Box mt={3} data-start>
          <Facts
            rows={[
              [
                'Date',
                read.date
                  ? `${formatDate(read.date, { long: true, year: true })}${day ? `, day ${day.number}` : ', a new day'}`
                  : 'not said: today',
              ],
              ['Call', read.callMin === null ? 'not said' : formatMinuteOfDay(read.callMin, when)],
              ['Wrap', read.wrapMin === null ? 'not said' : formatMinuteOfDay(read.wrapMin, when)],
              ['Places', read.places.map((p) => p.name).join(', ') || 'none'],
              ['People', read.people.map((p) => `${p.name}${p.role ? `, ${p.role}` : ''}`).join(' · ') || 'none'],
              ['Shots', formatCount(read.shots.length, 'shot')],
            ]}
          />
          <Flex mt={4} mb={4}>
            <Button look="primary" onClick={start}>
              Start the day with it
            </Button>
          </Flex>
        </Box>
      ) : null}
      {text.trim() !== '' && read.gaps.length > 0 ? (
        <Box as="ul" display="grid" gap={1} mb={4} data-gaps>
          {read.gaps.map((g) => (
            <li key={g}>
              <Look>{g}</Look>
            </li>
          ))}
        </Box>
      ) : null}
      {read.left.length > 0 ? (
        <Box color="soft" data-left-over>
          Not read, and not taken:{' '}
          {read.left
            .slice(0, 12)
            .map((l) => `“${l.slice(0, 60)}”`)
            .join(', ')}
          {read.left.length > 12 ? ` and ${formatCount(read.left.length - 12, 'line')} more` : ''}
        </Box>
      ) : null}
      <Sheet>
        <Part title="What is read">
          A date; times said with “call” and “wrap”; “Place:”, “Parking:”, “Hospital:”, “Contact:”; a name with a role
          or a phone beside it; a line that begins with a scene number is a shot.
        </Part>
        <Why
          lines={[
            'Never guesses: what it does not know stands below, and nothing is taken before you press.',
            'People and places that are here already are not made twice.',
          ]}
        />
      </Sheet>
    </Box>
  );
}
