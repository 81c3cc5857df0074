import { defineSlotRecipe } from '@chakra-ui/react';

/** How Chakra’s own parts look here: its behaviour, our tokens. Only parts that are used have one. */
export const slotRecipes = {
  popover: defineSlotRecipe({
    slots: ['content', 'body'],
    base: {
      content: {
        display: 'flex',
        flexDirection: 'column',
        bg: 'panel',
        color: 'text',
        border: '1px solid',
        borderColor: 'edge',
        borderRadius: 'r',
        boxShadow: '0 6px 24px rgba(0, 0, 0, 0.3)',
        zIndex: 20,
        outline: 'none',
      },
      body: { overflow: 'auto', p: 2 },
    },
  }),
  checkbox: defineSlotRecipe({
    slots: ['root', 'control', 'label', 'indicator'],
    base: {
      root: { display: 'inline-flex', alignItems: 'center', gap: 2, minH: '28px', cursor: 'pointer' },
      control: {
        display: 'inline-flex',
        alignItems: 'center',
        justifyContent: 'center',
        w: '18px',
        h: '18px',
        flexShrink: 0,
        border: '1px solid',
        borderColor: 'edge',
        borderRadius: '2px',
        bg: 'raised',
        _checked: { bg: 'text', color: 'page', borderColor: 'text' },
        _focusVisible: { outline: '2px solid', outlineColor: 'accent', outlineOffset: '2px' },
      },
      label: { userSelect: 'none' },
    },
  }),
};
