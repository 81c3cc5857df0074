import { Box, Flex, Input } from '@chakra-ui/react';
import { useState } from 'react';
import { cardLabelsPdf, pathOf, readTestClip } from '@kavrell/contract';
import { checkCamera, settingsFromClip, standsAt, wantedOf, type Camera } from '@kavrell/core/camera';
import { SETTINGS, sameSetting, settingSaid, type Setting, type SettingKey } from '@kavrell/core/settings';
import { usePlanned } from '../../app/production.tsx';
import { sendBytes, wordsOf } from '../../platform/api.ts';
import { tell } from '../../platform/notices.ts';
import { Button, LinkButton } from '../../ui/Button.tsx';
import { DropPlace } from '../../ui/DropPlace.tsx';
import { FormField } from '../../ui/FormField.tsx';
import { Tape } from '../../ui/icons.tsx';
import { Look } from '../../ui/parts.tsx';
import { found } from './found.ts';
import { NoCameraYet } from './NoCameraYet.tsx';
import { RATE_CHOICES } from '../../shared/camera/rates.ts';
import { Problem } from '../../ui/Problem.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { Tabbed } from '../../ui/Views.tsx';

/** The walk past the cameras before a day: one after the other, every setting ticked or corrected, with a thumb. */
export function WalkPast() {
  const { me, production, rows } = usePlanned();
  const [letter, setLetter] = useState<string | null>(null);
  const [busy, setBusy] = useState('');
  const [problem, setProblem] = useState('');
  const camera = rows.cameras.find((c) => c.letter === letter) ?? rows.cameras[0];
  if (!camera) return <NoCameraYet />;
  const wanted = wantedOf(production, camera);
  const check = checkCamera(production, camera);
  const has = standsAt(camera);
  const asked = SETTINGS.filter((s) => wanted[s.key] !== undefined || has[s.key]);
  const say = (key: SettingKey, value: string) =>
    found(production, camera, { [key]: value }, { from: 'walk', by: me.name });
  const clip = async ([file]: File[]) => {
    if (!file) return;
    setProblem('');
    setBusy(`Reading “${file.name}” …`);
    try {
      const facts = await sendBytes(readTestClip, { productionId: production.id }, file);
      const values = settingsFromClip(facts);
      found(production, camera, values, { from: 'clip', by: me.name });
      tell(
        `${Object.keys(values).length} settings of camera ${camera.letter} were read from “${file.name}”. Ctrl+Z takes it back.`,
      );
    } catch (error) {
      setProblem(wordsOf(error));
    } finally {
      setBusy('');
    }
  };
  return (
    <Box maxW="720px">
      <Box mb={3}>
        <Tabbed
          label="Which camera"
          size="lg"
          views={rows.cameras.map((c) => ({
            key: c.letter,
            words: <Tape letter={c.letter} size={24} />,
            name: `Camera ${c.letter}`,
          }))}
          open={camera.letter}
          onOpen={setLetter}
        />
      </Box>
      <Box mb={3} data-walk={camera.letter}>
        {check.differences.length > 0 ? <Look>{check.differences.length} differ, </Look> : null}
        {check.unseen.length === 0 ? 'all looked at' : `${check.unseen.length} not looked at`}
        {check.seen ? ` · last by ${check.seen.by}` : ''}
      </Box>
      <DropPlace
        what={`A test clip from ${camera.letter}: two seconds say rate, size, codec`}
        accept="video/*,.mxf,.mov,.mp4"
        busy={busy || undefined}
        take={(f) => void clip(f)}
      />
      <LinkButton
        size="small"
        mt={2}
        href={pathOf(cardLabelsPdf, { productionId: production.id })}
        target="_blank"
        rel="noreferrer"
      >
        Labels for the cards, as PDF
      </LinkButton>
      {problem ? <Problem mt={2}>{problem}</Problem> : null}
      <Box as="ul" mt={4}>
        {asked.map((s) => (
          <Line
            key={`${camera.id}${s.key}`}
            setting={s}
            camera={camera}
            wanted={wanted[s.key]}
            has={has[s.key]}
            say={say}
          />
        ))}
      </Box>
    </Box>
  );
}

function Line({
  setting,
  camera,
  wanted,
  has,
  say,
}: {
  setting: Setting & { key: SettingKey };
  camera: Camera;
  wanted: string | undefined;
  has: string | undefined;
  say: (key: SettingKey, value: string) => void;
}) {
  const [other, setOther] = useState<string | null>(null);
  const [problem, setProblem] = useState('');
  const looked = camera.settings[setting.key];
  const differs = wanted !== undefined && has !== undefined && !sameSetting(setting.key, wanted, has);
  const take = (text: string) => {
    try {
      say(setting.key, text);
      setOther(null);
      setProblem('');
    } catch (error) {
      setProblem(wordsOf(error));
    }
  };
  const options = setting.kind === 'rate' ? RATE_CHOICES : setting.options?.map((o) => [o, o] as const);
  return (
    <Box as="li" borderBottom="1px solid" borderColor="hairline" py={3} data-setting={setting.key}>
      <Flex gap={3} align="center" wrap="wrap">
        <Box flex="1" minW="150px">
          <Box fontWeight={looked ? 400 : 600}>{setting.label}</Box>
          <Box color="soft">
            {wanted === undefined ? 'nothing wanted' : `wanted: ${settingSaid(setting.key, wanted)}`}
          </Box>
          {differs ? (
            <Look>
              stands at {settingSaid(setting.key, has)}. {setting.mend}
            </Look>
          ) : null}
        </Box>
        {wanted !== undefined ? (
          <Button
            minH="48px"
            look={looked && !differs ? 'on' : 'plain'}
            aria-pressed={Boolean(looked && !differs)}
            onClick={() => take(wanted)}
          >
            {looked && !differs ? 'So it is' : 'As wanted'}
          </Button>
        ) : null}
        <Button
          minH="48px"
          aria-expanded={other !== null}
          onClick={() => setOther(other === null ? (has ?? '') : null)}
        >
          Other
        </Button>
      </Flex>
      {other !== null ? (
        <form
          onSubmit={(e) => {
            e.preventDefault();
            take(other);
          }}
        >
          <FormField
            label={`${setting.label} stands at${setting.unit ? `, ${setting.unit}` : ''}`}
            error={problem || undefined}
          >
            {(props) =>
              options ? (
                <Choice {...props} value={other} onChange={(e) => setOther(e.target.value)}>
                  <option value="">choose …</option>
                  {options.map(([key, words]) => (
                    <option key={key} value={key}>
                      {words}
                    </option>
                  ))}
                </Choice>
              ) : (
                <Input {...props} value={other} onChange={(e) => setOther(e.target.value)} />
              )
            }
          </FormField>
          <Button type="submit" look="primary" minH="48px">
            That is what it says
          </Button>
        </form>
      ) : null}
    </Box>
  );
}
