import { Box, Flex, Kbd } from '@chakra-ui/react';
import { useState, type KeyboardEvent } from 'react';
import {
  COMMAND_IDS,
  declared,
  keyHolder,
  keyWords,
  keysOf,
  readKeyPress,
  type CommandId,
} from '../../platform/commands.ts';
import { useKeyHelp, useRunning } from '../../platform/keys.ts';
import { usePreferences } from '../../platform/preferences.ts';
import { Button } from '../../ui/Button.tsx';
import { Part } from '../../ui/parts.tsx';
import { Problem } from '../../ui/Problem.tsx';
import { Unfold } from '../../ui/Unfold.tsx';
import { hold } from '../../ui/sheet.tsx';

/** All keys: of this screen and everywhere first, then of the other screens; each may be changed but for those one must always find. */
export function Keys() {
  const lists = useKeyHelp((s) => s.lists);
  const running = useRunning((s) => s.commands);
  const { keys: chosen, set } = usePreferences();
  const screens = [...new Set(COMMAND_IDS.map((id) => declared(id).screen))];
  const here = new Set([
    ...lists.keys(),
    'Everywhere',
    ...COMMAND_IDS.filter((id) => running.has(id)).map((id) => declared(id).screen),
  ]);
  const changed = Object.keys(chosen).length;
  const part = (screen: string) => (
    <Part key={screen} title={screen}>
      <Box as="dl" display="grid" gridTemplateColumns="auto 1fr" columnGap={3} rowGap={1} alignItems="center">
        {COMMAND_IDS.filter((id) => declared(id).screen === screen).map((id) => (
          <KeyRow key={id} id={id} />
        ))}
        {(lists.get(screen) ?? []).map((k) => (
          <Box key={k.keys} display="contents">
            <dt>
              <Kbd>{k.keys}</Kbd>
            </dt>
            <dd>{k.does}</dd>
          </Box>
        ))}
      </Box>
    </Part>
  );
  return (
    <>
      <Part>
        <Flex gap={2} wrap="wrap">
          <Button size="small" onClick={() => hold('trust')}>
            How far to trust this
          </Button>
          {changed ? (
            <Button size="small" onClick={() => set({ keys: {} })}>
              All keys as they came
            </Button>
          ) : null}
        </Flex>
        <Box color="soft" fontSize="s" mt={2}>
          Press a key here to choose another for it; kept on this device.
        </Box>
      </Part>
      {[...lists.keys()].filter((s) => !screens.includes(s)).map(part)}
      {screens.filter((s) => here.has(s) && s !== 'Everywhere').map(part)}
      {part('Everywhere')}
      <Unfold words="Keys of the other screens">{screens.filter((s) => !here.has(s)).map(part)}</Unfold>
    </>
  );
}

function KeyRow({ id }: { id: CommandId }) {
  const { keys: chosen, set } = usePreferences();
  const [listening, setListening] = useState(false);
  const [problem, setProblem] = useState('');
  const { does, fixed, keys: own } = declared(id);
  const words = keyWords(keysOf(id, chosen));

  const choose = (keys: string) => {
    const { [id]: _, ...others } = chosen;
    set({ keys: keys === own ? others : { ...others, [id]: keys } });
    setListening(false);
    setProblem('');
  };
  const onKeyDown = (event: KeyboardEvent) => {
    if (!listening || event.key === 'Tab') return;
    event.preventDefault();
    event.stopPropagation();
    // The screen’s keys listen further out than this page does.
    event.nativeEvent.stopImmediatePropagation();
    if (event.key === 'Escape') return setListening(false);
    if (event.key === 'Backspace') return choose(own);
    const read = readKeyPress(event.nativeEvent);
    if (!read) return;
    if ('problem' in read) return setProblem(read.problem);
    const holder = keyHolder(id, read.keys, chosen);
    if (holder) return setProblem(`${keyWords(read.keys)} is taken: ${declared(holder).does}.`);
    choose(read.keys);
  };
  return (
    <>
      <dt>
        {fixed ? (
          <Kbd>{words}</Kbd>
        ) : (
          <Button
            size="small"
            look={listening ? 'on' : 'quiet'}
            aria-label={listening ? `New key for: ${does}` : `${words}: ${does}. Choose another key`}
            px={1}
            onClick={() => setListening(!listening)}
            onBlur={() => setListening(false)}
            onKeyDown={onKeyDown}
          >
            {listening ? 'press' : <Kbd>{words}</Kbd>}
          </Button>
        )}
      </dt>
      <dd>
        {does}
        {listening && !problem ? (
          <Box as="span" color="soft" fontSize="s" display="block">
            Backspace: as it came. Esc: leave it.
          </Box>
        ) : null}
        {problem ? <Problem mt={1}>{problem}</Problem> : null}
      </dd>
    </>
  );
}
