import { defineSlotRecipe } from '@chakra-ui/react';
import { typed } from './shapes.ts';

/** Parts in which something is typed or picked. */
export const fieldRecipes = {
  field: defineSlotRecipe({
    slots: ['root', 'label', 'helperText', 'errorText'],
    base: {
      root: { mb: 4, minW: 0 },
      helperText: { fontSize: 's', color: 'soft' },
      errorText: { fontSize: 's', color: 'look' },
    },
  }),
  nativeSelect: defineSlotRecipe({
    slots: ['root', 'field', 'indicator'],
    base: {
      root: { position: 'relative', display: 'flex', w: '100%' },
      field: { ...typed, appearance: 'none', pr: '28px', textOverflow: 'ellipsis' },
      indicator: {
        position: 'absolute',
        right: 2,
        top: 0,
        bottom: 0,
        display: 'flex',
        alignItems: 'center',
        pointerEvents: 'none',
        color: 'soft',
        '& svg': { w: '16px', h: '16px' },
      },
    },
  }),
  combobox: defineSlotRecipe({
    slots: ['root', 'control', 'input', 'content', 'item', 'itemText', 'empty'],
    base: {
      input: typed,
      content: { mt: 2, outline: 'none' },
      item: {
        display: 'flex',
        gap: 3,
        px: 2,
        py: 1,
        minH: { base: '44px', md: '30px' },
        alignItems: 'center',
        cursor: 'pointer',
        _highlighted: { bg: 'panel', boxShadow: 'inset 2px 0 0 var(--chakra-colors-text)' },
      },
      itemText: { overflow: 'hidden', textOverflow: 'ellipsis', whiteSpace: 'nowrap' },
      empty: { color: 'soft', px: 2, py: 1 },
    },
  }),
};
