import { Box, Flex, Input } from '@chakra-ui/react';
import { useState } from 'react';
import type { Camera } from '@kavrell/core/camera';
import { entriesOf, loadOf, type LogEntry } from '@kavrell/core/log';
import { rolledSpans } from '@kavrell/core/onset';
import type { Take } from '@kavrell/core/roll';
import { formatMinutes } from '@kavrell/core/units';
import { Button } from '../../ui/Button.tsx';
import { Tape } from '../../ui/icons.tsx';
import { Look } from '../../ui/parts.tsx';
import type { Onset } from '../../shared/roll/onset.ts';

const LOW_MIN = 15;
const DIGITS = 3;

/** The label that follows the last one of a camera: A003 after A002, A001 at first. */
export function nextLabel(letter: string, log: readonly LogEntry[], labels: readonly string[]): string {
  const used = [...labels, ...entriesOf(log, 'cardIn').map((e) => e.payload.label)]
    .map((l) => new RegExp(`^${letter}(\\d+)$`).exec(l)?.[1])
    .filter((x): x is string => x !== undefined)
    .map(Number);
  return `${letter}${String(Math.max(0, ...used) + 1).padStart(DIGITS, '0')}`;
}

/** Cameras that nobody hears: a tap says that a card or a pack went in or came out, and from then on their minutes are known. */
export function CameraTaps({
  cameras,
  takes,
  log,
  labels,
  onset,
}: {
  cameras: readonly Camera[];
  takes: readonly Take[];
  log: readonly LogEntry[];
  /** Labels of the cards that the job knows. */
  labels: readonly string[];
  onset: Onset;
}) {
  if (cameras.length === 0) return null;
  return (
    <Box
      as="ul"
      listStyleType="none"
      display="grid"
      gap={2}
      mb={3}
      aria-label="Cards and packs of cameras that nobody hears"
    >
      {cameras.map((c) => (
        <Taps key={c.id} camera={c} takes={takes} log={log} labels={labels} onset={onset} />
      ))}
    </Box>
  );
}

function Taps({
  camera,
  takes,
  log,
  labels,
  onset,
}: {
  camera: Camera;
  takes: readonly Take[];
  log: readonly LogEntry[];
  labels: readonly string[];
  onset: Onset;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const load = loadOf(camera, log, rolledSpans(takes, camera.id, onset.nowMs), onset.nowMs);
  const label = typed ?? nextLabel(camera.letter, log, labels);
  const { card, pack } = load;
  const minutes = (leftMin: number) => {
    const words = formatMinutes(Math.floor(leftMin));
    return leftMin < LOW_MIN ? <Look>{words} left</Look> : `${words} left`;
  };
  return (
    <Flex as="li" gap={2} wrap="wrap" align="center" data-taps={camera.letter}>
      <Tape letter={camera.letter} size={28} />
      {card ? (
        <>
          <Box>
            card {card.label}, {minutes(card.leftMin)}
          </Box>
          <Button
            size="small"
            minH="44px"
            onClick={() =>
              onset.log(`Card ${card.label} out of ${camera.letter}`, {
                kind: 'cardOut',
                cameraId: camera.id,
                label: card.label,
              })
            }
          >
            Card out
          </Button>
        </>
      ) : (
        <>
          <Input
            w="92px"
            aria-label={`Label of the card for ${camera.letter}`}
            maxLength={24}
            value={label}
            onChange={(e) => setTyped(e.target.value.toUpperCase())}
          />
          <Button
            size="small"
            minH="44px"
            disabled={label.trim() === ''}
            onClick={() => {
              onset.log(`Card ${label.trim()} in ${camera.letter}`, {
                kind: 'cardIn',
                cameraId: camera.id,
                label: label.trim(),
              });
              setTyped(null);
            }}
          >
            Card in
          </Button>
        </>
      )}
      {camera.batteryMin === null ? (
        <Box color="soft">mains</Box>
      ) : (
        <>
          <Box color={pack ? undefined : 'soft'}>{pack ? <>pack, {minutes(pack.leftMin)}</> : 'pack: nobody said'}</Box>
          <Button
            size="small"
            minH="44px"
            onClick={() => onset.log(`Fresh pack in ${camera.letter}`, { kind: 'packIn', cameraId: camera.id })}
          >
            Pack in
          </Button>
        </>
      )}
    </Flex>
  );
}
