import { Box, Flex } from '@chakra-ui/react';
import { useMemo, useRef, useState } from 'react';
import { frozenCodes } from '@kavrell/core/callsheet';
import {
  SHOT_DEFAULTS,
  placeShot,
  sceneCoverage,
  shotsByScene,
  type Scene,
  type Suggestion,
} from '@kavrell/core/scenes';
import { formatCount } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { newId } from '../../platform/id.ts';
import { useCommand } from '../../platform/keys.ts';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';

const SHOWN = 60;

/** What the shots don't give yet, one line each: one key adds the shot, another says that it is not needed. */
export function Suggestions({ scenes, onAdded }: { scenes: readonly Scene[]; onAdded: (id: string) => void }) {
  const { production, rows } = usePlanned();
  const list = useRef<HTMLUListElement>(null);
  const [open, setOpen] = useState<string | null>(null);
  const { found, waived } = useMemo(() => {
    const shots = shotsByScene(rows.shots);
    const all = scenes.map((s) => sceneCoverage(s, shots.get(s.id) ?? [], rows.people, rows.waivers));
    return { found: all.flatMap((c) => c.suggestions), waived: all.reduce((t, c) => t + c.waived, 0) };
  }, [scenes, rows.shots, rows.people, rows.waivers]);
  useCommand('scenes.missing', () => list.current?.querySelector<HTMLElement>('[data-suggestion]')?.focus(), {
    enabled: found.length > 0,
  });

  const add = (s: Suggestion) => {
    const scene = rows.scenes.find((x) => x.id === s.sceneId);
    if (!scene) return;
    const own = rows.shots.filter((x) => x.sceneId === scene.id);
    const { code, position } = placeShot(scene, rows.shots, {
      afterId: s.afterId,
      frozen: frozenCodes(rows.frozenSheets),
      school: production.shotNumbers,
    });
    const id = newId();
    void change(production.id, `Added ${code}`, [
      {
        op: 'insert',
        table: 'shots',
        id,
        values: {
          ...SHOT_DEFAULTS,
          cameras: rows.cameras[0] ? [rows.cameras[0].letter] : [],
          setupId: own.at(-1)?.setupId ?? null,
          ...s.add,
          reason: s.words,
          sceneId: scene.id,
          code,
          position,
        },
      },
    ]);
    onAdded(id);
  };
  const waive = (s: Suggestion) =>
    void change(production.id, `Not needed: ${s.words}`, [
      { op: 'insert', table: 'waivers', values: { sceneId: s.sceneId, key: s.key, words: s.words } },
    ]);
  const focusAt = (index: number) =>
    requestAnimationFrame(() => {
      const items = list.current?.querySelectorAll<HTMLElement>('[data-suggestion]');
      items?.[Math.min(index, items.length - 1)]?.focus();
    });

  const back = rows.waivers.filter((w) => scenes.some((s) => s.id === w.sceneId));
  return (
    <section aria-label="What an editor will miss">
      <Flex align="baseline" gap={3} mb={2} wrap="wrap">
        <Box as="h2" fontSize="m">
          What an editor will miss
        </Box>
        <Box color="soft" fontSize="s">
          {found.length === 0 ? 'nothing that Kavrell sees' : formatCount(found.length, 'thing')}
          {waived ? ` · ${waived} not needed` : ''}
        </Box>
        {back.length ? (
          <Button
            size="small"
            onClick={() =>
              void change(
                production.id,
                'Asks again for what was not needed',
                back.map((row) => ({ op: 'delete', table: 'waivers', row })),
              )
            }
          >
            Ask again
          </Button>
        ) : null}
      </Flex>
      <ul ref={list}>
        {found.slice(0, SHOWN).map((s, index) => {
          const key = `${s.sceneId}${s.key}`;
          return (
            <SuggestionLine
              key={key}
              ownKey={key}
              suggestion={s}
              add={add}
              waive={waive}
              focusAt={focusAt}
              index={index}
              setOpen={setOpen}
              open={open}
              scenes={scenes}
            />
          );
        })}
      </ul>
      {found.length > SHOWN ? (
        <Box color="soft" fontSize="s" pt={2}>
          {formatCount(found.length - SHOWN, 'more', 'more')}: open a scene to see its own.
        </Box>
      ) : null}
    </section>
  );
}

/** One thing an editor will miss: added, waived, or asked why. */
function SuggestionLine({
  ownKey,
  suggestion,
  add,
  waive,
  focusAt,
  index,
  setOpen,
  open,
  scenes,
}: {
  ownKey: string;
  suggestion: Suggestion;
  add: (s: Suggestion) => void;
  waive: (s: Suggestion) => undefined;
  focusAt: (index: number) => number;
  index: number;
  setOpen: (next: string | null) => void;
  open: string | null;
  scenes: readonly Scene[];
}) {
  const { rows } = usePlanned();

  return (
    <Flex
      as="li"
      tabIndex={0}
      data-suggestion={suggestion.key}
      gap={3}
      py={1}
      borderBottom="1px solid"
      borderColor="hairline"
      align="center"
      wrap="wrap"
      onKeyDown={(e) => {
        if (e.target !== e.currentTarget) return;
        if (e.key === 'Enter' || e.key === '+') add(suggestion);
        else if (e.key === 'Delete' || e.key === 'Backspace' || e.key === '-') waive(suggestion);
        else if (e.key === 'ArrowDown') focusAt(index + 1);
        else if (e.key === 'ArrowUp') focusAt(Math.max(0, index - 1));
        else if (e.key === ' ') setOpen(open === ownKey ? null : ownKey);
        else return;
        if (!e.key.startsWith('Arrow') && e.key !== ' ') focusAt(index);
        e.preventDefault();
        e.stopPropagation();
      }}
    >
      <Box flex="1 1 240px" minW={0}>
        {scenes.length > 1 ? <strong>{rows.scenes.find((x) => x.id === suggestion.sceneId)?.number} </strong> : null}
        {suggestion.words}
        <Button
          size="small"
          look="quiet"
          ml={2}
          aria-expanded={open === ownKey}
          onClick={() => setOpen(open === ownKey ? null : ownKey)}
        >
          why
        </Button>
        {open === ownKey ? (
          <Box color="soft" fontSize="s">
            {suggestion.why}
          </Box>
        ) : null}
      </Box>
      <Button size="small" onClick={() => add(suggestion)}>
        Add the shot
      </Button>
      <Button size="small" onClick={() => waive(suggestion)}>
        Not needed
      </Button>
    </Flex>
  );
}
