import { Box, Flex } from '@chakra-ui/react';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { Day } from '@kavrell/core/day';
import { framesToMs, parseRate, rateSaid } from '@kavrell/core/timecode';
import { formatDate } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { useAwake } from '../../platform/awake.ts';
import { productionNow } from '../../platform/clock.ts';
import { useCommand } from '../../platform/keys.ts';
import { Button } from '../../ui/Button.tsx';
import { Ticking } from '../../ui/Ticking.tsx';
import { timecodeAt } from '../../shared/roll/console.ts';
import { useShotInHand } from '../../shared/roll/inHand.ts';
import { Whole } from '../../ui/Whole.tsx';

const BEEP_HZ = 1000;
/** The label of the clap stays this long, so that it can be read off the picture. */
const HELD_MS = 1500;

/** A beep as long as one frame. Silent where there is no sound output: the flash still marks the frame. */
function beep(frameMs: number): void {
  if (typeof AudioContext === 'undefined') return;
  const context = new AudioContext();
  const tone = context.createOscillator();
  tone.frequency.value = BEEP_HZ;
  tone.connect(context.destination);
  tone.onended = () => void context.close();
  // Asked once: the sound’s clock goes on meanwhile, and the beep would be short of its frame.
  const atS = context.currentTime;
  tone.start(atS);
  tone.stop(atS + frameMs / 1000);
}

/** A full-screen slate: label, scene, shot, take; one frame of white and a beep to lay sound and pictures together by. */
export function Slate({ day, close }: { day: Day; close: () => void }) {
  const { production, rows } = usePlanned();
  const { shot, number, letters, wild } = useShotInHand();
  const place = useRef<HTMLDivElement>(null);
  const flash = useRef<HTMLDivElement>(null);
  const [held, setHeld] = useState<string | null>(null);
  const rate = parseRate(production.rate);
  const frameMs = framesToMs(1, rate);
  const scene = rows.scenes.find((s) => s.id === shot?.sceneId);
  const text = useCallback(() => timecodeAt(production, day, productionNow(production)), [production, day]);

  useAwake(true);
  useEffect(() => {
    // Full screen is a wish: where the browser refuses it, the slate still fills the window.
    void document.documentElement.requestFullscreen?.().catch(() => undefined);
    return () => {
      if (document.fullscreenElement) void document.exitFullscreen().catch(() => undefined);
    };
  }, []);
  useEffect(() => {
    if (held === null) return;
    const timer = setTimeout(() => setHeld(null), HELD_MS);
    return () => clearTimeout(timer);
  }, [held]);

  const clap = () => {
    setHeld(timecodeAt(production, day, productionNow(production)));
    beep(frameMs);
    const white = flash.current;
    if (!white) return;
    white.style.visibility = 'visible';
    setTimeout(() => (white.style.visibility = 'hidden'), frameMs);
  };
  useCommand('clocks.clap', clap);

  const fact = (name: string, value: string) => (
    <Box minW={0}>
      <Box fontSize="clamp(13px, 2vw, 22px)">{name}</Box>
      <Box fontSize="clamp(48px, 15vw, 190px)" fontWeight={700} lineHeight={0.95} overflowWrap="anywhere">
        {value}
      </Box>
    </Box>
  );
  return (
    <Whole label="Slate" close={close} first={place}>
      <Box
        ref={place}
        tabIndex={-1}
        position="relative"
        h="100dvh"
        bg="#f4f4f4"
        color="#0b0b0b"
        display="grid"
        overflow="hidden"
        gridTemplateColumns="minmax(0, 1fr)"
        gridTemplateRows="auto 1fr auto"
        p="clamp(12px, 3vw, 40px)"
        outline="none"
        data-slate
      >
        <Flex justify="space-between" gap={4} fontSize="clamp(13px, 2vw, 22px)" overflowWrap="anywhere">
          <span>{production.title}</span>
          <span>{formatDate(day.date, { year: true })}</span>
          <span>{rateSaid(rate)} fps</span>
        </Flex>
        <Box alignSelf="center" display="grid" gridTemplateColumns="minmax(0, 1fr)" gap="clamp(8px, 3vh, 36px)">
          <Box
            fontFamily="mono"
            fontWeight={700}
            fontSize="clamp(30px, 13vw, 220px)"
            lineHeight={1}
            whiteSpace="nowrap"
            letterSpacing="-0.01em"
            textAlign="center"
          >
            {held === null ? <Ticking text={text} label="timecode" /> : <span data-held>{held}</span>}
          </Box>
          <Box
            display="grid"
            gridTemplateColumns="minmax(0, 1fr) minmax(0, 1.3fr) minmax(0, 1fr)"
            gap={4}
            borderTop="4px solid"
            pt={3}
          >
            {fact('Scene', scene?.number ?? '–')}
            {fact('Shot', shot?.code ?? (wild ? 'Wild' : '–'))}
            {fact('Take', String(number))}
          </Box>
          <Box fontSize="clamp(13px, 2vw, 22px)">
            {letters.length ? `Cameras ${letters.join(', ')}` : 'Sound only'}
            {shot?.description ? ` · ${shot.description}` : ''}
          </Box>
        </Box>
        <Flex gap={3}>
          <Button
            flex="1"
            minH={{ base: '88px', md: '72px' }}
            fontSize="xl"
            onClick={clap}
            bg="#0b0b0b"
            color="#f4f4f4"
            borderColor="#0b0b0b"
            _hover={{ bg: '#0b0b0b' }}
          >
            Clap: flash and beep
          </Button>
          <Button
            minH={{ base: '88px', md: '72px' }}
            onClick={close}
            bg="#f4f4f4"
            borderColor="#0b0b0b"
            _hover={{ bg: '#fff' }}
          >
            Close
          </Button>
        </Flex>
        <Box ref={flash} position="absolute" inset={0} bg="#fff" visibility="hidden" data-flash />
      </Box>
    </Whole>
  );
}
