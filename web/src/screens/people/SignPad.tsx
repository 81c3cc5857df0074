import { Box, Flex } from '@chakra-ui/react';
import { useEffect, useRef, useState } from 'react';
import SignaturePad from 'signature_pad';
import { SIGNATURE_ASPECT, thinned, type Signature } from '@kavrell/core/people';
import { Button } from '../../ui/Button.tsx';

/** A field to sign in with a finger, a pen or the mouse, below the words that are agreed to. */
export function SignPad({
  name,
  terms,
  take,
  cancel,
}: {
  name: string;
  terms: string;
  take: (signature: Signature) => void;
  cancel: () => void;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const pad = useRef<SignaturePad | null>(null);
  const [drawn, setDrawn] = useState(false);
  useEffect(() => {
    const el = canvas.current;
    if (!el) return;
    const scale = Math.max(1, window.devicePixelRatio);
    el.width = el.offsetWidth * scale;
    el.height = el.offsetHeight * scale;
    el.getContext('2d')?.scale(scale, scale);
    const made = new SignaturePad(el, { penColor: '#111111', backgroundColor: '#ffffff' });
    made.addEventListener('endStroke', () => setDrawn(true));
    pad.current = made;
    return () => made.off();
  }, []);
  const done = () => {
    const el = canvas.current;
    if (!el || !pad.current) return;
    const strokes = pad.current
      .toData()
      .map((group) => group.points.flatMap((p) => [p.x / el.offsetWidth, p.y / el.offsetHeight]));
    take(thinned(strokes));
  };
  return (
    <Box mt={2} maxW="560px" data-sign>
      <Box mb={2}>{terms || 'The words of consent are not written yet: say aloud what it is for.'}</Box>
      <canvas
        ref={canvas}
        aria-label={`Signature of ${name}`}
        style={{ width: '100%', aspectRatio: String(SIGNATURE_ASPECT), touchAction: 'none', borderRadius: 3 }}
      />
      <Flex gap={2} mt={2} wrap="wrap">
        <Button look="primary" disabled={!drawn} onClick={done}>
          This is signed
        </Button>
        <Button
          onClick={() => {
            pad.current?.clear();
            setDrawn(false);
          }}
        >
          Again
        </Button>
        <Button onClick={cancel}>Cancel</Button>
      </Flex>
    </Box>
  );
}
