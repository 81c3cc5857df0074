import { Box, Combobox, Dialog, Kbd, Portal, createListCollection } from '@chakra-ui/react';
import { useMemo, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { screenLink } from '../../app/links.ts';
import { usePlanned } from '../../app/production.tsx';
import { SCREENS } from '../screens.ts';
import { actionsFor, pressesOn } from './actions.ts';

interface Found {
  key: string;
  kind: string;
  text: string;
  /** The keys that do the same. */
  keys?: string;
  go: () => void;
}

const MOST = 12;

/** `/`: find a screen, scene, shot, person or place, or what can be done, by any part of its name. */
export function Finder({ close }: { close: () => void }) {
  const { rows, production, day, me } = usePlanned();
  const navigate = useNavigate();
  const [text, setText] = useState('');
  const input = useRef<HTMLInputElement>(null);

  const all = useMemo<Found[]>(() => {
    const to = (path: string) => screenLink(production.id, day?.number ?? null, path);
    const open = (address: string) => () => void navigate(address);
    const screens = SCREENS.filter((s) => s.roles.includes(me.role)).map((s) => ({
      key: s.path,
      kind: 'screen',
      text: s.title,
      go: open(to(s.path)),
    }));
    const page = document.querySelector('main');
    const actions = [...actionsFor(me, production.id), ...(page ? pressesOn(page) : [])];
    if (me.role !== 'owner') return [...screens, ...actions];
    return [
      ...screens,
      ...rows.scenes.map((s) => ({
        key: s.id,
        kind: 'scene',
        text: `${s.number} ${s.title}`,
        go: open(`${to('scenes')}#${s.id}`),
      })),
      ...rows.shots.map((s) => ({
        key: s.id,
        kind: 'shot',
        text: `${s.code} ${s.description}`,
        go: open(`${to('scenes')}#${s.id}`),
      })),
      ...rows.people.map((p) => ({
        key: p.id,
        kind: 'person',
        text: `${p.name}, ${p.role}`,
        go: open(`${to('people')}#${p.id}`),
      })),
      ...rows.places.map((p) => ({ key: p.id, kind: 'place', text: p.name, go: open(`${to('places')}#${p.id}`) })),
      ...actions,
      ...rows.setups.map((s) => ({
        key: s.id,
        kind: 'light',
        text: `${s.code} ${s.name}`,
        go: open(`${to('light')}#${s.id}`),
      })),
    ];
  }, [rows, production.id, day, me, navigate]);

  const found = useMemo(() => {
    const words = text.toLowerCase().split(/\s+/).filter(Boolean);
    const hits = all.filter((f) => words.every((w) => f.text.toLowerCase().includes(w)));
    const first = words[0] ?? '';
    return hits
      .sort((a, b) => Number(b.text.toLowerCase().startsWith(first)) - Number(a.text.toLowerCase().startsWith(first)))
      .slice(0, MOST);
  }, [all, text]);

  const collection = useMemo(
    () => createListCollection({ items: found, itemToValue: (f) => f.key, itemToString: (f) => f.text }),
    [found],
  );
  const go = (f: Found | undefined) => {
    if (!f) return;
    close();
    f.go();
  };
  return (
    <Dialog.Root open onOpenChange={(e) => !e.open && close()} initialFocusEl={() => input.current}>
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content aria-label="Find anything">
            <Combobox.Root
              open
              collection={collection}
              inputBehavior="autohighlight"
              selectionBehavior="preserve"
              inputValue={text}
              onInputValueChange={(e) => setText(e.inputValue)}
              onValueChange={(e) => go(e.items[0])}
              closeOnSelect={false}
              disableLayer
            >
              <Combobox.Control>
                <Combobox.Input
                  ref={input}
                  autoFocus
                  placeholder="Find a screen, scene, shot, person, place, or what to do here"
                  aria-label="Find"
                />
              </Combobox.Control>
              <Combobox.Content>
                {found.map((f) => (
                  <Combobox.Item key={f.key} item={f}>
                    <Box as="span" color="soft" w="56px" flex="none">
                      {f.kind}
                    </Box>
                    <Combobox.ItemText>{f.text}</Combobox.ItemText>
                    {f.keys ? <Kbd ml="auto">{f.keys}</Kbd> : null}
                  </Combobox.Item>
                ))}
                <Combobox.Empty>Nothing by that name. Try fewer letters.</Combobox.Empty>
              </Combobox.Content>
            </Combobox.Root>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}
