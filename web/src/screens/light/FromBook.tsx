import { Box, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import { rebuiltIn, type BookSetup } from '@kavrell/core/book';
import { SETUP_DEFAULTS } from '@kavrell/core/light';
import type { Place, Room } from '@kavrell/core/places';
import { usePlanned } from '../../app/production.tsx';
import { newId } from '../../platform/id.ts';
import { tell } from '../../platform/notices.ts';
import { change } from '../../platform/rows.ts';
import { BookList } from '../../shared/book/BookList.tsx';
import { WithBook } from '../../shared/book/WithBook.tsx';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { Empty, Part } from '../../ui/parts.tsx';
import { Sheet } from '../../ui/sheet.tsx';

const MOST_RIG_MIN = 600;

/** Where a setup can be put: a room, or a place of which none is drawn. */
interface Spot {
  key: string;
  place: Place;
  room: Room | null;
}

/** Setups of former jobs, each put into a room of this one with one press, and with what had to give way told before. */
export function FromBook({ code, open }: { code: () => string; open: (setupId: string) => void }) {
  const { production, rows } = usePlanned();
  const [where, setWhere] = useState('');
  if (rows.places.length === 0) return <Empty title="No place yet">Add a place first: a setup stands somewhere.</Empty>;
  const spots = rows.places.flatMap((p): Spot[] => {
    const rooms = rows.rooms.filter((r) => r.placeId === p.id);
    return rooms.length === 0
      ? [{ key: p.id, place: p, room: null }]
      : rooms.map((room) => ({ key: room.id, place: p, room }));
  });
  const spot = spots.find((s) => s.key === where) ?? spots[0]!;
  const put = (s: BookSetup) => {
    const { plan, words } = rebuiltIn(s.plan, spot.room);
    const id = newId();
    const known = new Set(rows.lightKit.map((k) => k.key));
    const name = s.name.replace(/^\S+ /, '') || s.name;
    void change(production.id, `${code()} from the book`, [
      ...s.kit
        .filter((k) => !known.has(k.key))
        .map((values) => ({ op: 'insert' as const, table: 'lightKit' as const, values })),
      {
        ...{ op: 'insert' as const, table: 'setups' as const, id },
        values: {
          ...SETUP_DEFAULTS,
          ...{ code: code(), name: name.slice(0, 80), placeId: spot.place.id, plan },
          // Longer than a rig may be said to take, it was something else too: then the plan says it.
          rigMin: s.tookMin !== null && s.tookMin <= MOST_RIG_MIN ? s.tookMin : null,
          notes: [`As built on “${s.job}”.`, ...words, s.remark].filter(Boolean).join(' ').slice(0, 600),
        },
      },
    ]);
    open(id);
    tell(`${name} is on the plan as ${code()}. ${words.join(' ')} Ctrl+Z takes it back.`);
  };
  return (
    <>
      <Box maxW="360px" mb={3}>
        <Choice aria-label="Into which room" value={spot.key} onChange={(e) => setWhere(e.target.value)}>
          {spots.map((s) => (
            <option key={s.key} value={s.key}>
              into {s.place.name}
              {s.room ? `, ${s.room.name} (${s.room.widthM} × ${s.room.depthM} m)` : ', no room drawn'}
            </option>
          ))}
        </Choice>
      </Box>
      <WithBook>
        {({ setups }) => (
          <BookList
            setups={setups}
            press={(s) => (
              <Flex gap={2} wrap="wrap" align="center">
                <Button look="primary" onClick={() => put(s)}>
                  Put it in
                </Button>
                <Box color="soft" fontSize="s">
                  {rebuiltIn(s.plan, spot.room).words.join(' ') || 'It fits as it was.'}
                </Box>
              </Flex>
            )}
          />
        )}
      </WithBook>
      <Sheet>
        <Part>
          What is put in keeps its distances and levels where the room lets it. Lamps, circuits, people and the sun are
          this job’s: look at what is found, and measure before you roll. Whether something stands safely is decided
          where it stands, by whoever may.
        </Part>
      </Sheet>
    </>
  );
}
