import { Box } from '@chakra-ui/react';
import type { CameraSet, Take, TakePayload } from '@kavrell/core/roll';
import { Tape } from '../../ui/icons.tsx';
import { LineEdit } from '../../ui/LineEdit.tsx';

const FIELDS: readonly (readonly [keyof CameraSet, string, number])[] = [
  ['lens', 'lens', 40],
  ['stop', 'stop', 12],
  ['filter', 'filter', 40],
  ['ei', 'EI', 12],
  ['rate', 'rate', 12],
];
const NOTHING: CameraSet = { lens: '', stop: '', filter: '', ei: '', rate: '' };

/** Lens, stop, filter, EI and rate of each camera in a take, as they were. What is typed here is kept to the next take of the shot. */
export function CameraSets({ take, log }: { take: Take; log: (words: string, payload: TakePayload) => void }) {
  const cameras = take.cameras.filter((c) => c.outAtMs === null);
  if (cameras.length === 0) return <Box color="soft">No camera is in it.</Box>;
  return (
    <Box display="grid" gap={2} mt={2}>
      {cameras.map((c) => (
        <Box
          key={c.letter}
          display="grid"
          gridTemplateColumns={{ base: '32px repeat(2, minmax(0, 1fr))', md: '32px repeat(5, minmax(0, 1fr))' }}
          gap={2}
          alignItems="end"
        >
          <Tape letter={c.letter} size={28} />
          {FIELDS.map(([key, words, most]) => (
            <SetField
              key={key}
              label={`${words} of ${c.letter}`}
              words={words}
              most={most}
              value={c.set?.[key] ?? ''}
              save={(value) =>
                log(`camera ${c.letter} ${words} ${value}`, {
                  kind: 'set',
                  letter: c.letter,
                  set: { ...NOTHING, ...c.set, [key]: value },
                })
              }
            />
          ))}
        </Box>
      ))}
    </Box>
  );
}

function SetField({
  label,
  words,
  most,
  value,
  save,
}: {
  label: string;
  words: string;
  most: number;
  value: string;
  save: (value: string) => void;
}) {
  return (
    <Box as="label" fontSize="s">
      <Box color="soft">{words}</Box>
      <LineEdit label={label} maxLength={most} value={value} save={save} />
    </Box>
  );
}
