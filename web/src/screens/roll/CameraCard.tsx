import { Box, Flex } from '@chakra-ui/react';
import type { Camera } from '@kavrell/core/camera';
import { readDevice, type DeviceState } from '@kavrell/core/camera';
import { formatMinutes } from '@kavrell/core/units';
import { Tape } from '../../ui/icons.tsx';

interface Props {
  camera: Camera;
  state: DeviceState | undefined;
  taken: boolean;
  rolling: boolean;
  now: number;
  /** It is what the switcher has on air. */
  onAir: boolean;
  toggle: () => void;
}

const CARD_LOW_MIN = 15;
const LIMIT_LOW_MIN = 5;
const BATTERY_LOW = 0.2;

/** What a camera says of itself, or that nobody knows. A press puts it into the take or out of it. */
export function CameraCard({ camera, state, taken, rolling, now, onAir, toggle }: Props) {
  const reading = state ? readDevice(state, camera, now) : null;
  const limit = reading?.clipLimitMinLeft ?? null;
  const limitFirst = reading?.rolling === true && limit !== null && limit < reading.cardMinLeft;
  const noCard = state !== undefined && state.card === null;
  const left = reading && !noCard ? (limitFirst ? (limit ?? 0) : reading.cardMinLeft) : null;
  const low = left !== null && left < (limitFirst ? LIMIT_LOW_MIN : CARD_LOW_MIN);
  const word = reading?.rolling
    ? 'reports rolling'
    : rolling
      ? 'assumed'
      : !taken
        ? 'not in the take'
        : reading
          ? 'standing by'
          : 'logged by hand';
  const look = (rolling && !reading?.rolling) || (reading?.rolling === true && !rolling);
  return (
    <Box
      as="button"
      aria-pressed={taken}
      aria-label={`Camera ${camera.letter}: ${word}${onAir ? ', on air' : ''}`}
      onClick={toggle}
      border="1px solid"
      borderColor={taken ? 'edge' : 'hairline'}
      bg={taken ? 'panel' : 'transparent'}
      color={taken ? 'text' : 'soft'}
      borderRadius="r"
      p={3}
      minW={0}
      minH="64px"
    >
      <Flex justify="space-between" align="center" gap={2}>
        <Tape letter={camera.letter} size={28} />
        <Box
          as="span"
          fontSize="s"
          textAlign="right"
          color={look ? 'look' : reading?.rolling ? 'text' : 'soft'}
          lineHeight="1.2"
        >
          {onAir ? <strong>on air, </strong> : null}
          {word}
        </Box>
      </Flex>
      <Box fontWeight="700" mt={2} overflow="hidden" textOverflow="ellipsis" whiteSpace="nowrap">
        {camera.framing || camera.name}
      </Box>
      <Flex justify="space-between" align="baseline" gap={2}>
        <Box as="span" fontSize="l" fontWeight="700" color={low ? 'look' : 'inherit'} whiteSpace="nowrap">
          {left === null ? '–' : formatMinutes(Math.floor(left))}
        </Box>
        <Box
          as="span"
          fontSize="s"
          whiteSpace="nowrap"
          color={reading?.batteryShare !== null && reading && reading.batteryShare < BATTERY_LOW ? 'look' : 'soft'}
        >
          {reading
            ? reading.batteryShare === null
              ? 'mains'
              : `batt ${Math.round(reading.batteryShare * 100)} %`
            : ''}
        </Box>
      </Flex>
      <Box
        color="soft"
        fontSize="s"
        className={reading ? 'mono' : undefined}
        overflow="hidden"
        textOverflow="ellipsis"
        whiteSpace="nowrap"
      >
        {reading
          ? limitFirst
            ? 'to its clip limit'
            : `${state?.card ?? 'no card'}${state?.clip && reading.rolling ? ` ${state.clip.split('_')[1] ?? ''}` : ''}`
          : 'no device heard'}
      </Box>
      {camera.simulated ? (
        <Box color="soft" fontSize="12px">
          simulated
        </Box>
      ) : null}
    </Box>
  );
}
