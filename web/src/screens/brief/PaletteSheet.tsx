import { Box, Flex } from '@chakra-ui/react';
import { PALETTE_ROLES, oklchOf, paletteFields, type Palette } from '@kavrell/core/look';
import { usePlanned } from '../../app/production.tsx';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { FieldEdit } from '../../ui/FieldEdit.tsx';
import { Part } from '../../ui/parts.tsx';
import { ROLE_WORDS } from './PaletteCard.tsx';
import { Swatches } from '../../shared/look/Swatches.tsx';

/** A palette’s colours one by one, its reason, and what it is bound to. */
export function PaletteSheet({ palette }: { palette: Palette }) {
  const { production, rows } = usePlanned();
  const save = (label: string) => (values: Record<string, unknown>) =>
    void change(production.id, `${palette.name}: ${label}`, [
      { op: 'update', table: 'palettes', row: palette, values },
    ]);
  const setSwatch = (index: number, hex: string) =>
    save('a colour')({ swatches: palette.swatches.map((s, i) => (i === index ? { ...s, hex } : s)) });
  return (
    <>
      <Part>
        <h2 style={{ overflowWrap: 'anywhere' }}>{palette.name}</h2>
        <Swatches swatches={palette.swatches} height={44} />
      </Part>
      <Part title="Colours">
        {palette.swatches.map((s, i) => {
          const { l, c, h } = oklchOf(s.hex);
          return (
            <Flex key={`${i}${s.hex}`} gap={2} align="center" mb={1}>
              <input
                type="color"
                aria-label={`Colour ${i + 1}`}
                value={s.hex}
                onChange={(e) => setSwatch(i, e.target.value)}
                style={{ width: 36, height: 28, padding: 0 }}
              />
              <span className="mono">{s.hex}</span>
              <Box color="soft" fontSize="s" flex="1" title="Lightness, chroma, hue in OKLCH">
                {Math.round(l * 100)} · {c.toFixed(2)} · {Math.round(h)}°
                {s.share ? ` · ${Math.round(s.share * 100)}\u00a0%` : ''}
              </Box>
              <Button
                size="small"
                look="quiet"
                aria-label={`Colour ${i + 1} away`}
                onClick={() => save('a colour away')({ swatches: palette.swatches.filter((_, k) => k !== i) })}
              >
                away
              </Button>
            </Flex>
          );
        })}
        <Button
          size="small"
          disabled={palette.swatches.length >= 12}
          onClick={() =>
            save('a colour more')({
              swatches: [...palette.swatches, { hex: palette.swatches.at(-1)?.hex ?? '#808080', share: 0 }],
            })
          }
        >
          Another colour
        </Button>
      </Part>
      <Part title="Bound to scenes">
        <Flex gap={1} wrap="wrap">
          {rows.scenes.map((s) => {
            const on = palette.sceneIds.includes(s.id);
            return (
              <Button
                key={s.id}
                size="small"
                aria-pressed={on}
                look={on ? 'on' : 'plain'}
                title={s.title}
                onClick={() =>
                  save(`scene ${s.number}`)({
                    sceneIds: on ? palette.sceneIds.filter((id) => id !== s.id) : [...palette.sceneIds, s.id],
                  })
                }
              >
                {s.number}
              </Button>
            );
          })}
        </Flex>
      </Part>
      <PaletteFields palette={palette} save={save} />
    </>
  );
}

/** All fields of a palette, and the way to be rid of it. */
function PaletteFields({
  palette,
  save,
}: {
  palette: Palette;
  save: (label: string) => (values: Record<string, unknown>) => undefined;
}) {
  const { production, rows } = usePlanned();
  const states = [...new Set(rows.scenes.map((s) => s.storyState).filter(Boolean))];
  return (
    <Part title="All of it">
      <FieldEdit
        label="Name"
        value={palette.name}
        fields={paletteFields}
        set={(v) => ({ name: v })}
        save={save('name')}
      />
      <FieldEdit
        label="Of"
        value={palette.role}
        fields={paletteFields}
        set={(v) => ({ role: v })}
        save={save('what it is of')}
        options={PALETTE_ROLES.map((r) => [r, ROLE_WORDS[r]] as const)}
      />
      <FieldEdit
        label="Reason"
        value={palette.reason}
        fields={paletteFields}
        set={(v) => ({ reason: v })}
        save={save('reason')}
      />
      <FieldEdit
        label="Story state"
        hint={states.length ? `Scenes know: ${states.join(', ')}` : 'Say it of scenes first'}
        value={palette.storyState}
        fields={paletteFields}
        set={(v) => ({ storyState: v })}
        save={save('story state')}
      />
      <Button
        onClick={() =>
          void change(production.id, `Deleted the palette ${palette.name}`.slice(0, 160), [
            { op: 'delete', table: 'palettes', row: palette },
          ])
        }
      >
        Delete the palette
      </Button>
    </Part>
  );
}
