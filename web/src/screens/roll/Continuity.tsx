import { Box, Input } from '@chakra-ui/react';
import { useState } from 'react';
import { stillsOfShot, type Still } from '@kavrell/core/log';
import { formatMinuteOfDay } from '@kavrell/core/units';
import { msToMinute } from '@kavrell/core/time';
import { useProduction } from '../../app/production.tsx';
import { useFileUrl } from '../../platform/files.ts';
import { usePreferences } from '../../platform/preferences.ts';
import type { InHand } from '../../shared/roll/inHand.ts';
import { dropEntry, mendEntry } from '../../shared/log/log.ts';
import { Button } from '../../ui/Button.tsx';
import { TakePhoto } from './TakePhoto.tsx';
import type { Onset } from './useOnset.ts';

/** Stills of the shot in hand: those of its last good take beside those of now, with what is to be watched. */
export function Continuity({ onset, hand }: { onset: Onset; hand: InHand }) {
  const { rows, day, facts } = useProduction();
  const { shot, takes } = hand;
  if (!day || !facts) return null;
  if (!shot) return <Box mb={4}>Stills belong to a shot: choose one first.</Box>;
  const scene = rows.scenes.find((s) => s.id === shot.sceneId);
  const good = facts.takes.findLast((t) => t.shotId === shot.id && t.verdict === 'good');
  const { before, now } = stillsOfShot(
    rows.logEntries,
    shot.id,
    good ? { id: good.id, endMs: good.cutAtMs ?? good.rolledAtMs } : null,
  );
  const take = takes.findLast((t) => t.shotId === shot.id) ?? null;
  const watch = [scene?.props, scene?.wardrobe, scene?.storyState].filter(Boolean).join('; ');
  return (
    <Box
      as="section"
      aria-label="Continuity"
      border="1px solid"
      borderColor="edge"
      borderRadius="r"
      p={3}
      mb={4}
      data-stills
    >
      <Box as="h2" fontWeight="700" mb={1}>
        {shot.code}, what must match
      </Box>
      {watch ? <Box mb={2}>By the plan: {watch}</Box> : null}
      <Box display="grid" gridTemplateColumns={{ base: '1fr 1fr' }} gap={3} mb={3}>
        <Side title={good ? `Good take ${good.number}` : 'No good take yet'} stills={before} />
        <Side title="Now" stills={now} />
      </Box>
      <TakePhoto
        what={`A still of ${shot.code}`}
        of={{ about: 'continuity', shotId: shot.id, takeId: take?.id ?? null, setupId: shot.setupId }}
        onset={onset}
      />
    </Box>
  );
}

function Side({ title, stills }: { title: string; stills: readonly Still[] }) {
  return (
    <Box minW={0}>
      <Box color="soft" fontSize="s">
        {title}
      </Box>
      {stills.length === 0 ? <Box color="soft">no still</Box> : null}
      {[...stills].reverse().map((s) => (
        <Photo key={s.id} still={s} />
      ))}
    </Box>
  );
}

/** A still with its time and what is to be watched in it. */
export function Photo({ still }: { still: Still }) {
  const { day } = useProduction();
  const clock = usePreferences((s) => s.clock);
  const url = useFileUrl(still.productionId, still.payload.hash);
  const [typed, setTyped] = useState<string | null>(null);
  const save = () => {
    const watch = typed?.trim();
    if (watch !== undefined && watch !== still.payload.watch)
      mendEntry(still, 'What to watch in a still', { payload: { ...still.payload, watch } });
    setTyped(null);
  };
  const at = day ? formatMinuteOfDay(Math.floor(msToMinute(day.date, day.timeZone, still.atMs)), day, clock) : '';
  return (
    <Box as="figure" m={0} mb={3}>
      {url ? (
        <img
          src={url}
          alt={still.payload.watch || `Still at ${at}`}
          width={still.payload.widthPx}
          height={still.payload.heightPx}
          style={{ width: '100%', height: 'auto', borderRadius: 4 }}
        />
      ) : null}
      <Box as="figcaption" fontSize="s">
        {at} {still.by}
        <Input
          aria-label={`What to watch in the still at ${at}`}
          placeholder="what to watch: glass, clock, collar"
          maxLength={300}
          value={typed ?? still.payload.watch}
          onChange={(e) => setTyped(e.target.value)}
          onBlur={save}
          onKeyDown={(e) => e.key === 'Enter' && save()}
        />
        <Button size="small" look="quiet" onClick={() => dropEntry(still, 'A still taken away')}>
          Take away
        </Button>
      </Box>
    </Box>
  );
}
