import { LinksBench } from './LinksBench.tsx';
import { Box, Flex } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import { fpsOf } from '@kavrell/core/timecode';
import { radioClashes, radioTooNear } from '@kavrell/core/sound';
import { formatCount } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { wordsOf } from '../../platform/api.ts';
import { change } from '../../platform/rows.ts';
import { heavy } from '../../workers/heavy.ts';
import { Button } from '../../ui/Button.tsx';
import { Look, Part, Why } from '../../ui/parts.tsx';
import { Sheet } from '../../ui/sheet.tsx';
import { TypedNumber } from '../../ui/TypedNumber.tsx';

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
      <LinksBench />
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
        <ClashList near={near} spacing={spacing} clashes={clashes} />
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

/** Carriers that are too near, and products that fall on one. */
function ClashList({
  near,
  spacing,
  clashes,
}: {
  near: [number, number][];
  spacing: string;
  clashes: ReturnType<typeof radioClashes>;
}) {
  return (
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
  );
}
