import { Box } from '@chakra-ui/react';
import type { CameraCheck, Camera, Difference, disagreements, doubledCards } from '@kavrell/core/camera';
import type { SettingKey } from '@kavrell/core/settings';
import type { Setting } from '@kavrell/core/settings';
import { RATE_CHOICES } from '../../shared/camera/rates.ts';
import { Look, Part, Tag, Why } from '../../ui/parts.tsx';
import { Sheet } from '../../ui/sheet.tsx';

export type Row = Setting & { id: SettingKey };

const optionsOf = (s: Setting): readonly (readonly [string, string])[] | undefined =>
  s.kind === 'rate'
    ? [['', '–'], ...RATE_CHOICES]
    : s.options
      ? [['', '–'], ...s.options.map((o) => [o, o] as const)]
      : undefined;

const HARM_WORDS = { 3: 'can’t be used as planned', 2: 'hours of mending', 1: 'a nuisance' } as const;

/** What stands otherwise than the job wants it, the most harmful first. */
export function DifferenceList({
  differences,
  doubled,
  apart,
}: {
  differences: (Difference & { camera: Camera })[];
  doubled: ReturnType<typeof doubledCards>;
  apart: ReturnType<typeof disagreements>;
}) {
  return (
    <Box as="ul" display="grid" gap={2} mb={4} data-differences>
      {differences.map((d) => (
        <Box as="li" key={`${d.camera.id}${d.setting.key}`} data-difference={`${d.camera.letter}:${d.setting.key}`}>
          <Look>{d.words}</Look> {d.setting.why}{' '}
          <Box as="span" color="soft">
            {d.setting.mend}
          </Box>
        </Box>
      ))}
      {doubled.map((d) => (
        <Box as="li" key={d.camera.id} data-doubled={d.label}>
          <Look>{d.words}</Look>{' '}
          <Box as="span" color="soft">
            Media menu: set the reel counter on.
          </Box>
        </Box>
      ))}
      {apart.map((d) => (
        <Box as="li" key={d.setting.key} data-apart={d.setting.key}>
          <Look>{d.words}</Look> {d.setting.why}
        </Box>
      ))}
    </Box>
  );
}

/** What the chosen setting does, and how far the walk past the cameras is. */
export function SettingsSide({ chosen, checks }: { chosen: Row | undefined; checks: CameraCheck[] }) {
  return (
    <Sheet>
      {chosen ? (
        <Part>
          <h2>{chosen.label}</h2>
          <Box mt={2}>{chosen.why}</Box>
          <Box color="soft" mt={1}>
            {chosen.mend}
          </Box>
          <Box mt={2}>
            <Tag>{HARM_WORDS[chosen.harm]}</Tag>
          </Box>
          {optionsOf(chosen) ? (
            <Box mt={2} color="soft" fontSize="s">
              One of:{' '}
              {optionsOf(chosen)
                ?.slice(1)
                .map(([, words]) => words)
                .join(', ')}
            </Box>
          ) : null}
        </Part>
      ) : null}
      <Part title="How far the walk is">
        <Box as="ul" display="grid" gap={2}>
          {checks.map((c) => (
            <Box as="li" key={c.camera.id} data-prep={c.camera.letter}>
              <strong>{c.camera.letter}</strong>{' '}
              {c.standing === 'differs' ? (
                <Look>
                  {c.differences.length} {c.differences.length === 1 ? 'differs' : 'differ'}
                </Look>
              ) : c.standing === 'ready' ? (
                'ready'
              ) : (
                `${c.unseen.length} not looked at`
              )}
              {c.seen ? (
                <Box as="span" color="soft">
                  {' '}
                  · {c.seen.by}
                </Box>
              ) : null}
            </Box>
          ))}
        </Box>
      </Part>
      <Why
        lines={[
          'A setting that nobody looked at is not right: yesterday’s job leaves its settings in the cameras. Walk past them, or drop a test clip.',
          'Ranked by harm: what can’t be used as planned, then what costs hours, then what is a nuisance.',
        ]}
      />
    </Sheet>
  );
}
