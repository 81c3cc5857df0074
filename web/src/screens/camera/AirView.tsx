import { Box, Flex } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import { fpsOf } from '@kavrell/core/timecode';
import { positionAfter } from '@kavrell/core/records';
import { LINK_KINDS, LINK_WORDS, linkFields, radioClashes, radioTooNear, type Link } from '@kavrell/core/sound';
import { formatCount } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { wordsOf } from '../../platform/api.ts';
import { newId } from '../../platform/id.ts';
import { change } from '../../platform/rows.ts';
import { heavy } from '../../workers/heavy.ts';
import { Button } from '../../ui/Button.tsx';
import { Look, Part, Why } from '../../ui/parts.tsx';
import { Sheet } from '../../ui/sheet.tsx';
import { TableBench } from '../../app/TableBench.tsx';
import { TypedNumber } from '../../ui/TypedNumber.tsx';
import { linkColumns } from './linkColumns.tsx';

const STEP_KHZ = 25;
const TRIES = 2500;

/** Everything that goes through the air, on one list: what disturbs what, a set that is clean, and who sees which picture how late. */
export function AirView() {
  const { production, rows } = usePlanned();
  const [guard, setGuard] = useState('50');
  const [spacing, setSpacing] = useState('400');
  const [low, setLow] = useState('606');
  const [high, setHigh] = useState('614');
  const [fifth, setFifth] = useState(false);
  const [said, setSaid] = useState('');
  const [busy, setBusy] = useState(false);
  const fps = fpsOf(production.rate);
  const tuned = useMemo(() => rows.links.filter((l) => !l.wired && l.frequencyMhz !== null), [rows.links]);
  const clashes = useMemo(
    () =>
      tuned.length > 60
        ? []
        : radioClashes(
            tuned.map((l) => l.frequencyMhz as number),
            Number(guard) || 0,
            fifth,
          ),
    [tuned, guard, fifth],
  );
  const near = useMemo(
    () =>
      radioTooNear(
        tuned.map((l) => l.frequencyMhz as number),
        Number(spacing) || 0,
      ),
    [tuned, spacing],
  );
  const columns = useMemo(() => linkColumns(rows.cameras), [rows.cameras]);
  const blank = (kind: Link['kind'], before: readonly object[] = []) => ({
    name: `${LINK_WORDS[kind]} ${rows.links.length + before.length + 1}`,
    kind,
    wired: false,
    cameraId: null,
    reaches: '',
    frequencyMhz: null,
    lowMhz: null,
    highMhz: null,
    bandwidthKhz: kind === 'picture' ? 20_000 : 200,
    fixed: kind !== 'microphone',
    rangeM: kind === 'picture' ? 60 : 80,
    distanceM: null,
    delayMs: kind === 'picture' ? 80 : 3,
    position: positionAfter(rows.links) + before.length,
  });
  const add = (kind: Link['kind']) => {
    const id = newId();
    void change(production.id, 'A link', [{ op: 'insert', table: 'links', id, values: blank(kind) }]);
    return id;
  };
  const free = rows.links.filter((l) => !l.wired && !l.fixed && l.kind !== 'picture');
  const tune = async () => {
    setBusy(true);
    setSaid('');
    try {
      const fixedMhz = rows.links
        .filter((l) => !l.wired && l.fixed && l.frequencyMhz !== null)
        .map((l) => l.frequencyMhz as number);
      const set = await heavy().cleanSet({
        count: free.length,
        lowMhz: Number(low),
        highMhz: Number(high),
        stepKhz: STEP_KHZ,
        spacingKhz: Number(spacing),
        guardKhz: Number(guard),
        fixedMhz,
        seed: 1,
        tries: TRIES,
      });
      if (!set) {
        setSaid(
          'None found in the tries given: a wider range, fewer channels, or a smaller guard. A set that is only nearly clean is not offered.',
        );
        return;
      }
      void change(
        production.id,
        `Tuned ${formatCount(free.length, 'link')}`,
        free.map((row, i) => ({ op: 'update', table: 'links', row, values: { frequencyMhz: set[i] ?? null } })),
      );
      setSaid(
        `${formatCount(set.length, 'carrier')} from ${set[0]?.toFixed(3)} to ${set.at(-1)?.toFixed(3)} MHz, clean of each other.`,
      );
    } catch (error) {
      setSaid(wordsOf(error));
    } finally {
      setBusy(false);
    }
  };
  const field = (label: string, value: string, onChange: (t: string) => void) => (
    <TypedNumber label={label} width={96} value={value} onChange={onChange} />
  );
  return (
    <>
      <TableBench
        title="Links"
        table="links"
        one="link"
        rows={rows.links}
        columns={columns}
        fields={linkFields}
        nameOf={(l) => l.name}
        adds={LINK_KINDS.map((k) => [`Add ${LINK_WORDS[k]}`, () => add(k)] as const)}
        pasted={{ identity: 'name', blank: (before) => blank('microphone', before) }}
        empty="Nothing in the air yet. Microphones, pictures, comms and lamp control share it: put all of them on this one list."
        side={(l) => (
          <Part>
            {l.delayMs > 0
              ? `${l.delayMs} ms are ${((l.delayMs / 1000) * fps).toFixed(1)} frames late at ${production.rate}.`
              : 'At once.'}
            {l.kind === 'picture' && (l.delayMs / 1000) * fps > 2 ? (
              <Box mt={1}>
                <Look>Too late to pull focus or follow a fast move by.</Look>
              </Box>
            ) : null}
          </Part>
        )}
      />
      <Flex gap={3} wrap="wrap" align="end" mb={3}>
        {field('From, MHz', low, setLow)}
        {field('To, MHz', high, setHigh)}
        {field('Apart, kHz', spacing, setSpacing)}
        {field('Guard, kHz', guard, setGuard)}
        <Button disabled={busy || free.length === 0} onClick={() => void tune()}>
          {busy ? 'Searching …' : `Tune ${formatCount(free.length, 'link')} clean`}
        </Button>
        <Button aria-pressed={fifth} look={fifth ? 'on' : 'plain'} onClick={() => setFifth(!fifth)}>
          Fifth order too
        </Button>
      </Flex>
      <Box role="status" mb={3} data-air-said>
        {said}
      </Box>
      {clashes.length + near.length > 0 ? (
        <Box as="ul" display="grid" gap={1} mb={4} data-clashes>
          {near.map(([a, b]) => (
            <li key={`${a}${b}`}>
              <Look>
                {a.toFixed(3)} and {b.toFixed(3)} MHz are nearer than {spacing} kHz.
              </Look>
            </li>
          ))}
          {clashes.slice(0, 12).map((c) => (
            <li key={c.words}>
              <Look>{c.words}.</Look>
            </li>
          ))}
          {clashes.length > 12 ? <li>and {clashes.length - 12} more</li> : null}
        </Box>
      ) : tuned.length > 1 ? (
        <Box mb={4}>No product of two or three carriers falls on another.</Box>
      ) : null}
      <Pictures />
      <Sheet>
        <Why
          lines={[
            'Third order: 2a − b and a + b − c of all carriers; fifth order 3a − 2b when asked. A product within the guard of a carrier disturbs it.',
            'The search is the same on any machine: a set whose sums all differ first, then up to 2,500 seeded tries.',
          ]}
        />
        <Part title="Care">
          Frequencies are licensed: local law decides which may be used, at what power, and who must be asked.
        </Part>
      </Sheet>
    </>
  );
}

/** Who sees the picture of which camera, and how late. */
function Pictures() {
  const { production, rows } = usePlanned();
  const fps = fpsOf(production.rate);
  const pictures = rows.links.filter((l) => l.kind === 'picture');
  if (pictures.length === 0) return null;
  return (
    <Box mb={4}>
      <Box as="h2" fontSize="m" mb={2}>
        Who sees which picture
      </Box>
      <Box as="ul" display="grid" gap={1}>
        {pictures.map((l) => (
          <li key={l.id}>
            {rows.cameras.find((c) => c.id === l.cameraId)?.letter ?? '?'} → {l.reaches || 'nobody yet'},{' '}
            {l.wired ? 'by wire' : 'by radio'}, {((l.delayMs / 1000) * fps).toFixed(1)} frames late
            {l.rangeM !== null && l.distanceM !== null && l.distanceM > l.rangeM ? (
              <Look>
                , {l.distanceM} m away and it reaches {l.rangeM} m
              </Look>
            ) : (
              ''
            )}
          </li>
        ))}
      </Box>
    </Box>
  );
}
