import { Box, Flex, Input } from '@chakra-ui/react';
import { forwardRef, useCallback, useMemo } from 'react';
import { frozenCodes } from '@kavrell/core/callsheet';
import { SHOT_DEFAULTS, parseQuickLine, placeShot, shotFields, type Scene, type Shot } from '@kavrell/core/scenes';
import { usePlanned } from '../../app/production.tsx';
import { useDraft } from '../../platform/draft.ts';
import { newId } from '../../platform/id.ts';
import { change } from '../../platform/rows.ts';
import { Tag } from '../../ui/parts.tsx';

/** One line adds a shot; what it understood stands below it as chips while typing. */
export const QuickLine = forwardRef<
  HTMLInputElement,
  { scene: Scene; after: Shot | null; onAdded: (id: string) => void }
>(function QuickLine({ scene, after, onAdded }, ref) {
  const { production, rows } = usePlanned();
  const [text, setText] = useDraft(`quickline:${production.id}`);
  const context = useMemo(
    () => ({
      sceneNumbers: rows.scenes.map((s) => s.number),
      people: rows.people,
      setups: rows.setups,
      cameras: rows.cameras.map((c) => c.letter),
      deliverables: rows.deliverables,
      marks: rows.asks.filter((a) => a.kind === 'mark'),
    }),
    [rows.scenes, rows.people, rows.setups, rows.cameras, rows.deliverables, rows.asks],
  );
  const line = useMemo(() => parseQuickLine(text, context), [text, context]);
  const target = rows.scenes.find((s) => s.number === line.sceneNumber) ?? scene;
  const { shotNumbers: school } = production;
  const place = useCallback(
    (afterId: string | null) =>
      placeShot(target, rows.shots, { afterId, frozen: frozenCodes(rows.frozenSheets), school }),
    [target, rows.shots, rows.frozenSheets, school],
  );
  const code = useMemo(() => place(null).code, [place]);

  /** At the end of the scene, or right after the chosen shot: there, numbers that are on paper get a digit behind. */
  const add = (here: boolean) => {
    if (text.trim() === '' || line.problems.length) return;
    const own = rows.shots.filter((s) => s.sceneId === target.id);
    const anchor = here && after?.sceneId === target.id ? after : null;
    const before = anchor ?? own.at(-1);
    const { beforeNumber, ...said } = line.fields;
    const { code: ownCode, position } = place(anchor?.id ?? null);
    const values = {
      ...SHOT_DEFAULTS,
      cameras: rows.cameras[0] ? [rows.cameras[0].letter] : [],
      // A shot is most often lit and seen from where the one before it was.
      setupId: before?.setupId ?? null,
      side: before?.side ?? '',
      ...said,
      ...(beforeNumber ? { beforeSceneId: rows.scenes.find((s) => s.number === beforeNumber)?.id ?? null } : {}),
      happensOnce: said.happensOnce ?? target.kind !== 'shots',
      sceneId: target.id,
      code: ownCode,
      position,
    };
    shotFields.parse(values);
    const id = newId();
    void change(production.id, `Added ${ownCode}`, [{ op: 'insert', table: 'shots', id, values }]);
    setText('');
    onAdded(id);
  };

  return (
    <Box mb={3}>
      <Input
        ref={ref}
        aria-label="Add a shot in one line"
        aria-describedby="quickline-note"
        aria-invalid={line.problems.length > 0}
        placeholder={`Add a shot: mcu ilse 50mm slider-in 2t must`}
        value={text}
        onChange={(e) => setText(e.target.value)}
        onKeyDown={(e) => {
          if (e.key !== 'Enter') return;
          e.preventDefault();
          add(e.shiftKey);
        }}
      />
      <Flex
        id="quickline-note"
        gap={2}
        mt={2}
        minH="24px"
        wrap="wrap"
        align="center"
        aria-live="polite"
        data-quickline-chips
      >
        {text.trim() === '' ? (
          <Box color="soft" fontSize="s">
            also 100fps, 12min, a+b, {rows.setups[0]?.code ?? 'L1'}, once, @east, #film, before-7; other words describe
            it
          </Box>
        ) : (
          <>
            <strong>{code}</strong>
            {line.chips.map((c) => (
              <Tag key={`${c.kind}${c.text}`}>{c.text}</Tag>
            ))}
            {line.problems.map((p) => (
              <Box as="span" key={p} color="look" role="alert">
                {p}
              </Box>
            ))}
            {line.warnings.map((w) => (
              <Box as="span" key={w} color="look">
                {w}
              </Box>
            ))}
            {line.problems.length ? null : (
              <Box as="span" color="soft" fontSize="s">
                Enter adds it{after?.sceneId === target.id ? `, Shift Enter after ${after.code}` : ''}
              </Box>
            )}
          </>
        )}
      </Flex>
    </Box>
  );
});
