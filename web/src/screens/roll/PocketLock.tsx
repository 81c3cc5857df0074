import { Box } from '@chakra-ui/react';
import { useEffect, useRef, useState } from 'react';
import { Button } from '../../ui/Button.tsx';
import { Ticking } from '../../ui/Ticking.tsx';
import { Whole } from '../../ui/Whole.tsx';

/** A thumb in a pocket does not rest so long on one place. */
const HOLD_MS = 1200;

/** The screen locked against a pocket: what rolls stays to be read, and nothing is cut until the lower half is held. */
export function PocketLock({ says, timecode, unlock }: { says: string; timecode: () => string; unlock: () => void }) {
  const first = useRef<HTMLButtonElement>(null);
  const [holding, setHolding] = useState(false);
  useEffect(() => {
    if (!holding) return;
    const timer = setTimeout(unlock, HOLD_MS);
    return () => clearTimeout(timer);
  }, [holding, unlock]);
  const stop = () => setHolding(false);
  return (
    // Escape is no way out of it: a pocket has no keys, and whoever has a keyboard holds Enter.
    <Whole label="Locked" close={() => undefined} first={first}>
      <Box display="grid" gridTemplateRows="1fr 1fr" h="100dvh" p={4} gap={4} data-locked>
        <Box alignSelf="center" textAlign="center">
          <Box fontSize="xxl" fontWeight="700">
            {says}
          </Box>
          <Box fontSize="xl">
            <Ticking text={timecode} label="timecode, time of day" />
          </Box>
        </Box>
        <Button
          ref={first}
          size="act"
          h="100%"
          w="100%"
          look={holding ? 'on' : 'plain'}
          style={{ touchAction: 'none', userSelect: 'none' }}
          onPointerDown={() => setHolding(true)}
          onPointerUp={stop}
          onPointerLeave={stop}
          onPointerCancel={stop}
          onKeyDown={(e) => (e.key === 'Enter' || e.key === ' ') && setHolding(true)}
          onKeyUp={stop}
          onContextMenu={(e) => e.preventDefault()}
        >
          {holding ? 'Hold on …' : 'Hold to unlock'}
        </Button>
      </Box>
    </Whole>
  );
}
