import { Box } from '@chakra-ui/react';
import { useEffect, useMemo, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { screenLink } from '../../app/links.ts';
import { usePlanned } from '../../app/production.tsx';
import { SCREENS } from '../screens.ts';

interface Found {
  key: string;
  kind: string;
  text: string;
  to: string;
}

const MOST = 12;

/** `/`: find a screen, scene, shot, person or place by any part of its name. */
export function Finder({ close }: { close: () => void }) {
  const { rows, production, day, me } = usePlanned();
  const navigate = useNavigate();
  const [text, setText] = useState('');
  const [at, setAt] = useState(0);
  const input = useRef<HTMLInputElement>(null);
  useEffect(() => input.current?.focus(), []);

  const all = useMemo<Found[]>(() => {
    const to = (path: string) => screenLink(production.id, day?.number ?? null, path);
    const screens = SCREENS.filter((s) => s.roles.includes(me.role)).map((s) => ({
      key: s.path,
      kind: 'screen',
      text: s.title,
      to: to(s.path),
    }));
    if (me.role !== 'owner') return screens;
    return [
      ...screens,
      ...rows.scenes.map((s) => ({
        key: s.id,
        kind: 'scene',
        text: `${s.number} ${s.title}`,
        to: `${to('scenes')}#${s.id}`,
      })),
      ...rows.shots.map((s) => ({
        key: s.id,
        kind: 'shot',
        text: `${s.code} ${s.description}`,
        to: `${to('scenes')}#${s.id}`,
      })),
      ...rows.people.map((p) => ({
        key: p.id,
        kind: 'person',
        text: `${p.name}, ${p.role}`,
        to: `${to('people')}#${p.id}`,
      })),
      ...rows.places.map((p) => ({ key: p.id, kind: 'place', text: p.name, to: `${to('places')}#${p.id}` })),
      ...rows.setups.map((s) => ({
        key: s.id,
        kind: 'light',
        text: `${s.code} ${s.name}`,
        to: `${to('light')}#${s.id}`,
      })),
    ];
  }, [rows, production.id, day, me.role]);

  const found = useMemo(() => {
    const words = text.toLowerCase().split(/\s+/).filter(Boolean);
    const hits = all.filter((f) => words.every((w) => f.text.toLowerCase().includes(w)));
    const first = words[0] ?? '';
    return hits
      .sort((a, b) => Number(b.text.toLowerCase().startsWith(first)) - Number(a.text.toLowerCase().startsWith(first)))
      .slice(0, MOST);
  }, [all, text]);

  const go = (f: Found | undefined) => {
    if (!f) return;
    close();
    void navigate(f.to);
  };
  return (
    <Box
      position="fixed"
      inset="0"
      zIndex={20}
      onClick={close}
      bg="color-mix(in srgb, var(--chakra-colors-page) 60%, transparent)"
    >
      <Box
        role="dialog"
        aria-label="Find anything"
        onClick={(e) => e.stopPropagation()}
        maxW="560px"
        mx="auto"
        mt="72px"
        bg="raised"
        border="1px solid"
        borderColor="edge"
        borderRadius="r"
        p={3}
      >
        <input
          ref={input}
          className="field"
          placeholder="Find a screen, scene, shot, person, place"
          aria-label="Find"
          role="combobox"
          aria-expanded="true"
          aria-controls="found"
          value={text}
          onChange={(e) => {
            setText(e.target.value);
            setAt(0);
          }}
          onKeyDown={(e) => {
            if (e.key === 'Escape') close();
            else if (e.key === 'Enter') go(found[at]);
            else if (e.key === 'ArrowDown') setAt((i) => Math.min(found.length - 1, i + 1));
            else if (e.key === 'ArrowUp') setAt((i) => Math.max(0, i - 1));
            else return;
            e.preventDefault();
            e.stopPropagation();
          }}
        />
        <Box as="ul" id="found" role="listbox" mt={2}>
          {found.map((f, i) => (
            <Box
              as="li"
              key={f.key}
              role="option"
              aria-selected={i === at}
              display="flex"
              gap={3}
              px={2}
              py={1}
              cursor="pointer"
              bg={i === at ? 'panel' : 'transparent'}
              onPointerEnter={() => setAt(i)}
              onClick={() => go(f)}
            >
              <Box as="span" color="soft" w="56px" flex="none">
                {f.kind}
              </Box>
              <Box as="span" overflow="hidden" textOverflow="ellipsis" whiteSpace="nowrap">
                {f.text}
              </Box>
            </Box>
          ))}
          {found.length === 0 ? <Box color="soft">Nothing by that name. Try fewer letters.</Box> : null}
        </Box>
      </Box>
    </Box>
  );
}
