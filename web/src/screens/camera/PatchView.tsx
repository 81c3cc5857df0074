import { Box, Flex } from '@chakra-ui/react';
import { useMemo } from 'react';
import { fpsOf } from '@kavrell/core/timecode';
import { PATCH_PARTS, patchOf } from '@kavrell/core/productions';
import { wildSounds } from '@kavrell/core/sound';
import { formatCount } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { change, type Op } from '../../platform/rows.ts';
import { tell } from '../../platform/notices.ts';
import { Button } from '../../ui/Button.tsx';
import { Part, Why } from '../../ui/parts.tsx';
import { Sheet } from '../../ui/sheet.tsx';
import { BoxField } from './BoxField.tsx';
import { CheckIn } from './CheckIn.tsx';
import { PatchTables } from './PatchTables.tsx';
import { microphonesFor, patchTheRest, scratchForAll } from './patching.ts';
import { useSome } from '../../platform/some.ts';
import { Severity } from '../../ui/Severity.tsx';

/** Who is heard, through what, into which channel of which box; and what of that can’t be kept. */
export function PatchView() {
  const { production, rows } = usePlanned();
  const own = useSome(rows, PATCH_PARTS);
  const findings = useMemo(() => patchOf(own), [own]);
  const wild = useMemo(() => wildSounds(rows.shots, fpsOf(production.rate)), [rows.shots, production.rate]);
  const run = (label: string, ops: Op[], nothing: string) => {
    if (ops.length === 0) tell(nothing);
    else void change(production.id, label, ops);
  };
  return (
    <>
      <Flex gap={2} wrap="wrap" mb={3}>
        <Button
          size="small"
          onClick={() =>
            run(
              'Microphones for all who speak',
              microphonesFor(rows),
              'Everybody who is named in a scene has a microphone.',
            )
          }
        >
          A microphone for all who speak
        </Button>
        <Button
          size="small"
          onClick={() =>
            run(
              'Patched the rest',
              patchTheRest(rows),
              rows.soundBoxes.length === 0
                ? 'Add a recorder first.'
                : 'Nothing is left to patch, or no channel is free.',
            )
          }
        >
          Patch what is nowhere
        </Button>
        <Button
          size="small"
          onClick={() => run('Scratch on every camera', scratchForAll(rows), 'Every camera records sound.')}
        >
          Scratch on every camera
        </Button>
      </Flex>
      {findings.length > 0 ? (
        <Box as="ul" display="grid" gap={2} mb={4} data-patch-findings>
          {findings.map((f) => (
            <Box as="li" key={f.key} data-patch-finding={f.key.split(':')[0]}>
              <Severity level={f.level}>{f.words}</Severity> {f.mend}
            </Box>
          ))}
        </Box>
      ) : rows.soundRoutes.length > 0 ? (
        <Box mb={4}>The patch holds: every source has its channel, and what happens once has two.</Box>
      ) : null}
      <Flex gap={4} wrap="wrap" align="start" mb={5}>
        {rows.soundBoxes.map((box) => (
          <BoxField key={box.id} box={box} />
        ))}
      </Flex>
      <CheckIn />
      <PatchTables />
      <Box as="h2" fontSize="m" mb={2}>
        Wild sounds: {formatCount(wild.length, 'shot')}
      </Box>
      <Box as="ul" display="grid" gap={1} data-wild>
        {wild.map((w) => (
          <li key={w.shotId}>
            <strong>{w.code}</strong> {w.words}
          </li>
        ))}
      </Box>
      <Sheet>
        <Why
          lines={[
            'A channel takes one source; two that are never heard in the same scene may share it.',
            'What happens once wants two clean sources into two boxes: a card, a battery or a cable takes one of them.',
            'Every camera records scratch, so that its clips line up when timecode fails.',
          ]}
        />
        <Part title="Care">Hearing: levels low before headphones go on. Phantom power off before plugs move.</Part>
      </Sheet>
    </>
  );
}
