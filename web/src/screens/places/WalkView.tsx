import { Box, Flex } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import {
  TOPICS,
  detailOf,
  noiseCost,
  passageTroubles,
  recheck,
  type Place,
  type PlaceFact,
  type TopicKey,
} from '@kavrell/core/places';
import { formatCount, formatDate } from '@kavrell/core/units';
import type { ProductionRows } from '@kavrell/core/productions';
import { usePlanned } from '../../app/production.tsx';
import { useFileUrl } from '../../platform/files.ts';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { Look } from '../../ui/parts.tsx';
import { detailWords } from './detailWords.ts';
import { FactForm } from './FactForm.tsx';
import { useSome } from '../../platform/some.ts';

type Topic = (typeof TOPICS)[number];

/** The scouting walk: what to find out, in the order one walks, answered with a thumb and a photograph, network or none. */
export function WalkView({ place }: { place: Place }) {
  const { production, rows, day } = usePlanned();
  const [openKey, setOpenKey] = useState<TopicKey | null>(null);
  const facts = useMemo(() => rows.placeFacts.filter((f) => f.placeId === place.id), [rows.placeFacts, place.id]);
  const date = day?.date ?? new Date().toISOString().slice(0, 10);
  const known = TOPICS.filter((t) => facts.some((f) => f.topic === t.key)).length;
  const again = facts.filter((f) => recheck(f, date) !== null);
  const groups = [...new Set(TOPICS.map((t) => t.group))];
  const next = (from: TopicKey) => {
    const i = TOPICS.findIndex((t) => t.key === from);
    const open = [...TOPICS.slice(i + 1), ...TOPICS.slice(0, i)].find((t) => !facts.some((f) => f.topic === t.key));
    setOpenKey(open?.key ?? null);
  };
  const own = useSome(rows, ['carts', 'shots', 'scenes']);
  const troubles = useMemo(
    () => [...passageTroubles(facts, own.carts), ...noiseTroubles(facts, place, own)],
    [own, facts, place],
  );
  return (
    <Box maxW="720px">
      <Box mb={2} data-walk-count>
        <strong>
          {known} of {TOPICS.length}
        </strong>{' '}
        known
        {again.length > 0 ? (
          <>
            {' · '}
            <Look>{formatCount(again.length, 'to look at again', 'to look at again')}</Look>
          </>
        ) : null}
      </Box>
      {troubles.length > 0 ? (
        <Box as="ul" display="grid" gap={1} mb={3}>
          {troubles.map((t) => (
            <li key={t}>
              <Look>{t}</Look>
            </li>
          ))}
        </Box>
      ) : null}
      {groups.map((group) => (
        <Box key={group} mb={4}>
          <Box as="h2" fontSize="m" color="soft" fontWeight="400" mb={1}>
            {group}
          </Box>
          {TOPICS.filter((t) => t.group === group).map((t) => (
            <TopicLine
              key={t.key}
              topic={t}
              place={place}
              facts={facts.filter((f) => f.topic === t.key)}
              date={date}
              open={openKey === t.key}
              onOpen={() => setOpenKey(openKey === t.key ? null : t.key)}
              onKept={() => next(t.key)}
              remove={(f) =>
                void change(production.id, `${place.name}: ${t.ask} away`.slice(0, 160), [
                  { op: 'delete', table: 'placeFacts', row: f },
                ])
              }
              again={(f) =>
                void change(production.id, `${place.name}: looked at again`, [
                  { op: 'update', table: 'placeFacts', row: f, values: { foundOn: date } },
                ])
              }
            />
          ))}
        </Box>
      ))}
    </Box>
  );
}

/** What noise does to the takes planned here. */
function noiseTroubles(
  facts: readonly PlaceFact[],
  place: Place,
  rows: Pick<ProductionRows, 'scenes' | 'shots'>,
): string[] {
  const here = new Set(rows.scenes.filter((s) => s.placeId === place.id).map((s) => s.id));
  const takes = rows.shots
    .filter((s) => here.has(s.sceneId) && s.sound !== '' && !s.dropped)
    .map((s) => s.takeLengthMin);
  if (takes.length === 0) return [];
  const longest = Math.max(...takes);
  return facts.flatMap((f) => {
    const noise = detailOf(f, 'noise');
    if (!noise || noise.everyMin === null) return [];
    const { cleanShare, takesPerGood } = noiseCost(longest, noise.everyMin, noise.lastsS);
    if (cleanShare > 0.8) return [];
    return [
      takesPerGood === null
        ? `${f.words || 'Noise'}: a take of ${longest}\u00a0min is never clean. Wait for a gap, or record its sound apart.`
        : `${f.words || 'Noise'}: a take of ${longest}\u00a0min stays clean ${Math.round(cleanShare * 100)}\u00a0% of the time; ${takesPerGood.toFixed(1)} takes for a good one, unless somebody waits for the gap.`,
    ];
  });
}

function TopicLine({
  topic,
  place,
  facts,
  date,
  open,
  onOpen,
  onKept,
  remove,
  again,
}: {
  topic: Topic;
  place: Place;
  facts: readonly PlaceFact[];
  date: string;
  open: boolean;
  onOpen: () => void;
  onKept: () => void;
  remove: (f: PlaceFact) => void;
  again: (f: PlaceFact) => void;
}) {
  const due = facts.some((f) => recheck(f, date) !== null);
  return (
    <Box borderBottom="1px solid" borderColor="hairline" data-topic={topic.key}>
      <Box
        as="button"
        w="100%"
        textAlign="left"
        display="flex"
        gap={3}
        alignItems="center"
        minH="48px"
        py={2}
        aria-expanded={open}
        onClick={onOpen}
      >
        <Box flex="1" minW={0}>
          <Box fontWeight={facts.length ? 400 : 600}>{topic.ask}</Box>
          {facts.map((f) => (
            <Box key={f.id} color="soft" overflowWrap="anywhere">
              {[f.words, detailWords(f)].filter(Boolean).join(' · ')}
            </Box>
          ))}
        </Box>
        <Box fontSize="s" whiteSpace="nowrap" color={due ? 'look' : 'soft'} fontWeight={due ? 600 : 400}>
          {facts.length === 0 ? 'not yet' : due ? 'look again' : 'known'}
        </Box>
      </Box>
      {open ? (
        <Box pb={4}>
          {facts.map((f) => (
            <Box key={f.id} mb={3} pl={3} borderLeft="2px solid" borderColor="edge">
              <Photo fact={f} />
              <Box>
                {formatDate(f.foundOn, { year: true })}, {f.source}
              </Box>
              {recheck(f, date) ? <Look>{recheck(f, date)}</Look> : null}
              <Flex gap={2} mt={1} wrap="wrap">
                {recheck(f, date) ? <Button onClick={() => again(f)}>Still so</Button> : null}
                <Button onClick={() => remove(f)}>Not so</Button>
              </Flex>
            </Box>
          ))}
          <FactForm key={`${place.id}${topic.key}`} topic={topic} place={place} onKept={onKept} />
        </Box>
      ) : null}
    </Box>
  );
}

function Photo({ fact }: { fact: PlaceFact }) {
  const { production, rows } = usePlanned();
  const picture = rows.pictures.find((p) => p.id === fact.pictureId);
  const url = useFileUrl(production.id, picture?.fileHash ?? null);
  return picture && url ? (
    <img
      src={url}
      alt={picture.caption || 'Photograph'}
      width={picture.widthPx}
      height={picture.heightPx}
      style={{ maxWidth: '100%', maxHeight: 260, width: 'auto', height: 'auto' }}
    />
  ) : null;
}
