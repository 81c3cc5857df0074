import { Box, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import { clipPicture, pathOf } from '@kavrell/contract';
import { offsetSaid } from '@kavrell/core/clocks';
import type { DayLine, PlacedClip, ToldEdge, UnplacedClip } from '@kavrell/core/dayline';
import type { Day } from '@kavrell/core/day';
import { REFUSAL_WORDS, type LineSound } from '@kavrell/core/lineup';
import { fpsOf } from '@kavrell/core/timecode';
import { useProduction } from '../../app/production.tsx';
import { newId } from '../../platform/id.ts';
import { change } from '../../platform/rows.ts';
import { timecodeAt } from '../../shared/roll/console.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { Facts, Look, Part, Why } from '../../ui/parts.tsx';
import { EvidencePart } from './EvidencePart.tsx';
import { meansSaid, ppmSaid, secondsSaid } from './words.ts';

const AIR_MS_A_METRE = 1000 / 343;
const ASIDE_WORDS: Readonly<Record<NonNullable<ToldEdge['aside']>, string>> = {
  ...{ refused: 'refused', hand: 'a hand wins', not: 'set aside by hand', disagrees: 'does not close the loop' },
};
const isPlaced = (c: PlacedClip | UnplacedClip): c is PlacedClip => 'startMs' in c;

/** The selected clip: where it is and why, against what it was measured, and what to do when that is wrong. */
export function ClipSheet({
  day,
  line,
  clip,
  sound,
  byHand,
}: {
  day: Day;
  line: DayLine;
  clip: PlacedClip | UnplacedClip;
  sound: LineSound | undefined;
  byHand: (clipId: string, otherId: string | null) => void;
}) {
  const { production, me } = useProduction();
  const [chosen, setChosen] = useState<string | null>(null);
  const id = clip.clip.id;
  const all = [...line.placed, ...line.unplaced];
  const nameOf = (clipId: string) => all.find((c) => c.clip.id === clipId)?.clip.name ?? 'a clip that is gone';
  const own = line.edges.filter((e) => e.clipId === id || e.otherId === id);
  const otherOf = (e: ToldEdge) => (e.clipId === id ? e.otherId : e.clipId);
  const keyOf = (e: ToldEdge) => `${e.key} ${e.means}`;
  const against = isPlaced(clip) ? clip.against : null;
  const edge =
    own.find((e) => keyOf(e) === chosen) ??
    own.find((e) => otherOf(e) === against && e.aside === null) ??
    own[0] ??
    null;
  const isOwner = me.role === 'owner';
  return (
    <>
      <Part>
        <Box color="soft" overflowWrap="anywhere">
          {clip.clip.name}
          {edge && isPlaced(clip) && clip.against ? ` against ${nameOf(clip.against)}` : ''}
        </Box>
        {isPlaced(clip) ? (
          <Box fontSize="xl" fontWeight="700" lineHeight="1.2" className="mono" data-place>
            {timecodeAt(production, day, clip.startMs)}
          </Box>
        ) : (
          <Look>Not placed</Look>
        )}
        <Box>{isPlaced(clip) ? clip.words : clip.reason}</Box>
        {isPlaced(clip) ? null : <Box mt={1}>{clip.next}</Box>}
        {sound?.picture ? (
          <Box mt={3}>
            <img
              src={pathOf(clipPicture, { productionId: production.id, clipId: id })}
              alt={`A frame of ${clip.clip.name}`}
              width={160}
              height={90}
            />
          </Box>
        ) : null}
        {sound?.unread ? (
          <Box mt={2}>
            <Look>{sound.unread}</Look>
          </Box>
        ) : null}
      </Part>
      {isPlaced(clip) ? <PlaceFacts clip={clip} rate={production.rate} /> : null}
      {edge ? (
        <Part title={own.length > 1 ? 'What it was laid over' : `Laid over ${nameOf(otherOf(edge))}`}>
          {own.length > 1 ? (
            <Choice aria-label="Laid over" value={keyOf(edge)} onChange={(e) => setChosen(e.target.value)}>
              {own.map((e) => (
                <option key={keyOf(e)} value={keyOf(e)}>
                  {nameOf(otherOf(e))}
                  {e.means === 'sound' ? '' : `, ${e.means === 'hand' ? 'by hand' : 'by a clap'}`}
                  {e.aside ? `: ${ASIDE_WORDS[e.aside]}` : ''}
                </option>
              ))}
            </Choice>
          ) : null}
          <EdgeFacts edge={edge} clipId={id} />
          {edge.find && edge.means === 'sound' ? <EvidencePart productionId={production.id} find={edge.find} /> : null}
        </Part>
      ) : null}
      {isOwner ? <HandPart byHand={byHand} id={id} edge={edge} otherOf={otherOf} clip={clip} nameOf={nameOf} /> : null}
      {sound && sound.notes.length > 0 ? <Part title="Its file">{sound.notes.join(' ')}</Part> : null}
      <Why
        lines={[
          'The phases of both sounds (180 Hz to 3.5 kHz) are laid over each other in windows of 3.3 s; a straight line goes through their peaks: where it lies is the offset, how it slopes the drift.',
          'How sure a label is, is a setting and not measured: 95 % the reference’s and timecode on a channel, 90 % where it agrees with the log, 85 % put right by what else is known, 60 % where nothing was logged, 30 % by a slipped clock alone.',
          'All windows laid over each other along it must stand out. Another place over 0.8 as high is a no.',
          'Sound takes 2.9 ms a metre: what is farther from it stands that much later than its picture.',
        ]}
      />
    </>
  );
}

/** Nobody needs to know it better than a tenth of a millisecond: a step of the microphone is more. */
const errorSaid = (ms: number, frames: (ms: number) => string): string =>
  ms < 0.1 ? 'within 0.1\u00a0ms' : `±${ms.toFixed(ms < 10 ? 1 : 0)}\u00a0ms, ${frames(ms)}`;

function PlaceFacts({ clip, rate }: { clip: PlacedClip; rate: string }) {
  const fps = fpsOf(rate);
  const frames = (ms: number) => `${((Math.abs(ms) / 1000) * fps).toFixed(1)} frames`;
  return (
    <Part>
      <Facts
        rows={[
          ['Placed by', meansSaid(clip)],
          ['Sure', `${Math.round(clip.confidence * 100)}\u00a0%`],
          ...(clip.errorMs === null ? [] : [['Give or take', errorSaid(clip.errorMs, frames)] as const]),
          ...(clip.labelAheadMs === null
            ? []
            : [['Its own label', `${offsetSaid(clip.labelAheadMs)}, ${frames(clip.labelAheadMs)}`] as const]),
          ['Its clock', ppmSaid(clip.driftPpm)],
          ['10 m of air', `${(10 * AIR_MS_A_METRE).toFixed(0)}\u00a0ms, ${frames(10 * AIR_MS_A_METRE)}`],
        ]}
      />
    </Part>
  );
}

function EdgeFacts({ edge, clipId }: { edge: ToldEdge; clipId: string }) {
  const { find, hand } = edge;
  if (hand)
    return (
      <Box mt={2}>
        By hand, by {hand.by || 'somebody'}: {secondsSaid(hand.offsetMs ?? 0)} between their beginnings.
      </Box>
    );
  if (!find) return null;
  return (
    <Box mt={2}>
      {find.refused ? (
        <Box mb={2}>
          <Look>Refused: {REFUSAL_WORDS[find.refused]}.</Look>
        </Box>
      ) : null}
      <Facts
        rows={[
          ['Runner-up place', `${find.runnerUp.toFixed(2)} of it`],
          ['Windows that agree', `${find.agree} of ${find.windows}`],
          ...(find.driftPpm === null
            ? []
            : [['The other’s clock', ppmSaid(find.clipId === clipId ? find.driftPpm : -find.driftPpm)] as const]),
          ...(edge.loopMs === null
            ? []
            : [['Beside all others', `${Math.abs(edge.loopMs).toFixed(2)}\u00a0ms`] as const]),
          ['Found', `${new Date(find.atMs).toLocaleDateString()} for ${find.by}`],
        ]}
      />
    </Box>
  );
}

/** What a hand says of a clip’s place, and takes back. */
function HandPart({
  byHand,
  id,
  edge,
  otherOf,
  clip,
  nameOf,
}: {
  byHand: (clipId: string, otherId: string | null) => void;
  id: string;
  edge: ToldEdge | null;
  otherOf: (e: ToldEdge) => string;
  clip: PlacedClip | UnplacedClip;
  nameOf: (clipId: string) => string;
}) {
  const { production, me, rows } = useProduction();
  const write = (words: string, otherId: string | null) =>
    change(production.id, words, [
      {
        ...{ op: 'insert', table: 'handLines', id: newId() },
        values: { clipId: id, otherId, kind: 'not', offsetMs: null, note: '', by: me.name },
      },
    ]);
  const said = rows.handLines.filter((h) => h.clipId === id || h.otherId === id);
  return (
    <Part>
      <Flex gap={2} wrap="wrap">
        <Button onClick={() => byHand(id, edge ? otherOf(edge) : null)}>Hear both, nudge</Button>
        {edge?.find && edge.aside === null ? (
          <Button onClick={() => void write(`${clip.clip.name}: not there`, otherOf(edge))}>Not this</Button>
        ) : null}
        {isPlaced(clip) && clip.means === 'timecode' ? (
          <Button onClick={() => void write(`${clip.clip.name}: not by its timecode`, null)}>
            Not by its timecode
          </Button>
        ) : null}
      </Flex>
      {said.map((h) => (
        <Flex key={h.id} mt={2} gap={2} align="center" wrap="wrap">
          <span>
            {h.kind === 'place' ? 'Placed' : 'Set aside'} by {h.by || 'hand'}
            {h.otherId ? ` against ${nameOf(h.clipId === id ? h.otherId : h.clipId)}` : ', its own timecode'}.
          </span>
          <Button
            size="small"
            onClick={() =>
              void change(production.id, `${clip.clip.name}: as the machine found it`, [
                { op: 'delete', table: 'handLines', row: h },
              ])
            }
          >
            Take back
          </Button>
        </Flex>
      ))}
    </Part>
  );
}
