import { Box, Flex, Input } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import { leavingGate, leftAtMs, placeNow, undoneAt, type GateItem } from '@kavrell/core/onset';
import { entriesOf, STILL_WORDS } from '@kavrell/core/log';
import { asBuilt, setupNeeds, catalogueOf } from '@kavrell/core/light';
import { wildSounds } from '@kavrell/core/sound';
import { fpsOf } from '@kavrell/core/timecode';
import { formatCount, formatInstant } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { usePreferences } from '../../platform/preferences.ts';
import { dropEntry, mendEntry } from '../../shared/log/log.ts';
import { chooseTarget } from '../../shared/roll/console.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { LineEdit } from '../../ui/LineEdit.tsx';
import { Look } from '../../ui/parts.tsx';
import { Tick } from '../../ui/Tick.tsx';
import { Unfold } from '../../ui/Unfold.tsx';
import { Photo } from './Photo.tsx';
import { Panel } from './Panel.tsx';
import { TakePhoto } from './TakePhoto.tsx';
import type { Onset } from '../../shared/roll/onset.ts';

/** One gate before a move: what was to be had here, what is to be looked round for, what the next place can’t do without. One press leaves all the same. */
export function LeavePlace({ onset }: { onset: Onset }) {
  const { production, rows, day, facts } = useProduction();
  const clock = usePreferences((s) => s.clock);
  const [chosen, setChosen] = useState<string | null>(null);
  const [reason, setReason] = useState('');
  const here = facts ? placeNow(facts.plan, onset.nowMin) : null;
  const placeId = chosen ?? here;
  const gate = useMemo(
    () =>
      facts && placeId
        ? leavingGate(facts.plan, placeId, {
            ...{ states: facts.states, takes: facts.takes, log: rows.logEntries },
            wild: wildSounds(rows.shots, fpsOf(production.rate)),
            kit: rows.kitLines,
          })
        : null,
    [facts, placeId, rows.logEntries, rows.shots, rows.kitLines, production.rate],
  );
  if (!day || !facts || !gate || !placeId) return <Box>No line of this day has a place yet.</Box>;
  const places = rows.places.filter((p) => facts.plan.rows.some((r) => r.placeId === p.id));
  const name = (id: string | null) => rows.places.find((p) => p.id === id)?.name ?? 'a place that is gone';
  const undone = undoneAt(gate);
  const musts = gate.items.filter((i) => i.must && !i.done).length;
  const left = leftAtMs(rows.logEntries, day.id, placeId);
  const tick = (item: GateItem, on: boolean) => {
    const said = entriesOf(rows.logEntries, 'ticked').find(
      (e) => e.dayId === day.id && e.payload.placeId === placeId && e.payload.what === item.key,
    );
    if (on) onset.log(`${name(placeId)}: ${item.words}`, { kind: 'ticked', placeId, what: item.key });
    else if (said) dropEntry(said, `${name(placeId)}: not done after all`);
  };
  return (
    <Panel name="Leave this place?" data-gate>
      <Flex gap={3} align="baseline" wrap="wrap" mb={2}>
        <Box as="h2" fontSize="xl" fontWeight="700">
          Leave {name(placeId)}?
        </Box>
        {places.length > 1 ? (
          <Choice
            aria-label="The place"
            value={placeId}
            onChange={(e) => setChosen(e.target.value)}
            style={{ width: 'auto' }}
          >
            {places.map((p) => (
              <option key={p.id} value={p.id}>
                {p.name}
              </option>
            ))}
          </Choice>
        ) : null}
      </Flex>
      <Open items={gate.items.filter((i) => i.shotId)} />
      <Box as="ul" listStyleType="none" display="grid" gap={1} my={3}>
        {gate.items
          .filter((i) => i.shotId === null)
          .map((i) => (
            <li key={i.key}>
              <Tick checked={i.done} disabled={i.by === 'log'} onChange={(on) => tick(i, on)}>
                {i.words}
                {i.by !== 'log' ? '' : i.done ? ' (logged)' : ' (ticked off on Kit)'}
              </Tick>
            </li>
          ))}
      </Box>
      <Box display="grid" gridTemplateColumns={{ base: '1fr', md: 'repeat(3, 1fr)' }} gap={3} mb={3}>
        {(['asFound', 'asBuilt', 'asLeft'] as const).map((about) => (
          <Box key={about} minW={0}>
            <TakePhoto what={`Photograph ${STILL_WORDS[about]}`} of={{ about, placeId }} onset={onset} />
            {entriesOf(rows.logEntries, 'still')
              .filter((e) => e.payload.about === about && e.payload.placeId === placeId)
              .map((e) => (
                <Photo key={e.id} still={e} />
              ))}
          </Box>
        ))}
      </Box>
      <FreezeLight placeId={placeId} onset={onset} />
      <NextNeeds placeId={gate.nextPlaceId} name={name(gate.nextPlaceId)} />
      <Flex gap={2} align="end" wrap="wrap" mt={3}>
        <Box flex="1 1 200px">
          <Input
            aria-label="Why it is left as it is (can wait)"
            placeholder="Why it is left as it is (can wait)"
            maxLength={300}
            value={reason}
            onChange={(e) => setReason(e.target.value)}
          />
        </Box>
        <Button
          size="act"
          fontSize="m"
          look={musts > 0 ? 'plain' : 'primary'}
          onClick={() => {
            onset.log(`Left ${name(placeId)}`, { kind: 'left', placeId, undone, reason: reason.trim() });
            setReason('');
          }}
        >
          {undone.length > 0 ? `Leave all the same: ${undone.length} left` : 'Leave'}
        </Button>
      </Flex>
      {left !== null ? (
        <Box fontSize="s" mt={2} role="status">
          Left at {formatInstant(left, day, clock)}. What was left stays on the list as not got.
        </Box>
      ) : null}
    </Panel>
  );
}

/** Shots of the place that were not had; a press takes one in hand. */
function Open({ items }: { items: readonly GateItem[] }) {
  if (items.length === 0) return <Box>Everything that was to be had here is had.</Box>;
  const musts = items.filter((i) => i.must);
  const line = (i: GateItem) => (
    <li key={i.key}>
      <Button size="small" look="quiet" textAlign="left" onClick={() => i.shotId && chooseTarget(i.shotId)}>
        {i.words}
      </Button>
    </li>
  );
  return (
    <>
      {musts.length > 0 ? (
        <>
          <Look>{formatCount(musts.length, 'must or plate', 'musts and plates')} not had here:</Look>
          <Box as="ul" listStyleType="none">
            {musts.map(line)}
          </Box>
        </>
      ) : (
        <Box>Every must of this place is had.</Box>
      )}
      {items.length > musts.length ? (
        <Unfold words={`${formatCount(items.length - musts.length, 'other shot', 'other shots')} not had here`}>
          <Box as="ul" listStyleType="none">
            {items.filter((i) => !i.must).map(line)}
          </Box>
        </Unfold>
      ) : null}
    </>
  );
}

/** What the setups of the next place can’t do without. */
function NextNeeds({ placeId, name }: { placeId: string | null; name: string }) {
  const { rows } = useProduction();
  const needs = useMemo(() => {
    const catalogue = catalogueOf(rows.lightKit);
    return rows.setups
      .filter((s) => placeId !== null && s.placeId === placeId)
      .flatMap((s) => setupNeeds(s.plan, rows.rooms.find((r) => r.id === s.plan.roomId) ?? null, catalogue));
  }, [rows.setups, rows.rooms, rows.lightKit, placeId]);
  if (placeId === null) return <Box color="soft">No other place comes after it today.</Box>;
  if (needs.length === 0) return <Box color="soft">Next: {name}. No setup there asks for anything by its plan.</Box>;
  return (
    <Unfold words={`${name} can’t do without (${needs.length})`}>
      <Box as="ul" listStyleType="none">
        {needs.map((n, i) => (
          <li key={`${n.group} ${n.key} ${i}`}>
            {n.count} × {n.name}
          </li>
        ))}
      </Box>
    </Unfold>
  );
}

/** The light of the place’s setups kept as it stands: what it takes to build it again for an insert, or another day. */
function FreezeLight({ placeId, onset }: { placeId: string; onset: Onset }) {
  const { rows, day } = useProduction();
  const clock = usePreferences((s) => s.clock);
  const catalogue = useMemo(() => catalogueOf(rows.lightKit), [rows.lightKit]);
  const setups = rows.setups.filter((s) => s.placeId === placeId && s.plan.items.some((i) => i.kind === 'source'));
  if (setups.length === 0 || !day) return null;
  return (
    <Box as="ul" listStyleType="none" mb={3}>
      {setups.map((s) => {
        const frozen = entriesOf(rows.logEntries, 'built').findLast((e) => e.payload.setupId === s.id);
        const lines = asBuilt(s.plan, catalogue).map((l) => l.slice(0, 240));
        return (
          <Flex as="li" key={s.id} gap={3} align="center" wrap="wrap" mb={1}>
            <Button
              minH="44px"
              onClick={() =>
                onset.log(`The light of ${s.code} frozen`, { kind: 'built', setupId: s.id, lines, words: '' })
              }
            >
              Freeze the light of {s.code} {s.name}
            </Button>
            <Box color="soft">
              {frozen
                ? `frozen ${formatInstant(frozen.atMs, day, clock)}, as the plan had it: ${formatCount(frozen.payload.lines.length, 'lamp', 'lamps')}`
                : 'not frozen: levels and distances are only on the plan'}
            </Box>
            {frozen ? (
              <LineEdit
                flex="1 1 220px"
                w="auto"
                label={`What stands otherwise than on the plan of ${s.code}`}
                placeholder="what stands otherwise than on the plan"
                maxLength={300}
                value={frozen.payload.words}
                save={(words) =>
                  mendEntry(frozen, `The light of ${s.code}: what stands otherwise`, {
                    payload: { ...frozen.payload, words },
                  })
                }
              />
            ) : null}
          </Flex>
        );
      })}
    </Box>
  );
}
