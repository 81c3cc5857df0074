import { defineSlotRecipe } from '@chakra-ui/react';
import { pressed, reversed, ring } from './shapes.ts';

/** Parts with which one of several things is chosen, or a thing is switched, slid or unfolded. */
export const choiceRecipes = {
  tabs: defineSlotRecipe({
    slots: ['root', 'list', 'trigger'],
    base: {
      root: { minW: 0 },
      list: { display: 'flex', flexWrap: 'wrap', gap: 1 },
      trigger: { ...pressed, maxW: '100%', overflow: 'hidden', textOverflow: 'ellipsis', _selected: reversed },
    },
    variants: {
      variant: {
        plain: {},
        line: {
          list: { maxH: '116px', overflowY: 'auto' },
          trigger: {
            minH: '36px',
            border: 0,
            borderRadius: 0,
            borderBottomWidth: '2px',
            borderBottomStyle: 'solid',
            borderBottomColor: 'hairline',
            bg: 'transparent',
            fontSize: 'm',
            fontWeight: 400,
            _selected: {
              bg: 'raised',
              color: 'text',
              borderBottomColor: 'text',
              fontWeight: 700,
              _hover: { bg: 'raised' },
            },
          },
        },
        outline: {
          list: {
            display: 'grid',
            gap: 0,
            gridTemplateColumns: 'repeat(auto-fill, minmax(270px, 1fr))',
            maxH: '208px',
            overflowY: 'auto',
            border: '1px solid',
            borderColor: 'hairline',
          },
          trigger: {
            display: 'grid',
            gridTemplateColumns: '64px minmax(0, 1fr) auto',
            justifyContent: 'stretch',
            minH: { base: '44px', md: '32px' },
            border: 0,
            borderRadius: 0,
            bg: 'transparent',
            fontSize: 'm',
            fontWeight: 400,
            _selected: { bg: 'raised', color: 'text', fontWeight: 700, _hover: { bg: 'raised' } },
          },
        },
      },
      size: { md: {}, lg: { trigger: { minH: '44px' } } },
    },
    defaultVariants: { variant: 'plain', size: 'md' },
  }),
  segmentGroup: defineSlotRecipe({
    slots: ['root', 'item', 'itemText'],
    base: {
      root: { display: 'flex', flexWrap: 'wrap', gap: 2 },
      item: { ...pressed, position: 'relative', minH: '36px', px: 3, _checked: reversed, _focusVisible: ring },
    },
  }),
  radioCard: defineSlotRecipe({
    slots: ['root', 'item', 'itemControl', 'itemContent', 'itemText', 'itemDescription'],
    base: {
      root: { display: 'grid', gap: 3 },
      item: {
        position: 'relative',
        p: 4,
        bg: 'panel',
        border: '2px solid',
        borderColor: 'hairline',
        borderRadius: 'r',
        cursor: 'pointer',
        _checked: { borderColor: 'text' },
        _focusVisible: ring,
      },
      itemText: { fontSize: 'l', fontWeight: 700 },
      itemDescription: { color: 'soft' },
    },
  }),
  checkbox: defineSlotRecipe({
    slots: ['root', 'control', 'label', 'indicator'],
    base: {
      root: {
        display: 'inline-flex',
        alignItems: 'center',
        gap: 2,
        minH: '28px',
        cursor: 'pointer',
        position: 'relative',
      },
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
        _focusVisible: ring,
      },
      label: { userSelect: 'none' },
    },
  }),
  slider: defineSlotRecipe({
    slots: ['root', 'control', 'track', 'range', 'thumb'],
    base: {
      root: { flex: 1, minW: 0 },
      control: { display: 'flex', alignItems: 'center', minH: '44px', position: 'relative', cursor: 'pointer' },
      track: { flex: 1, h: '4px', bg: 'hairline', borderRadius: '2px', overflow: 'hidden' },
      range: { h: '100%', bg: 'text' },
      thumb: {
        w: '22px',
        h: '22px',
        borderRadius: '50%',
        bg: 'raised',
        border: '2px solid',
        borderColor: 'text',
        outline: 'none',
        _focusVisible: ring,
      },
    },
  }),
  collapsible: defineSlotRecipe({
    slots: ['root', 'trigger', 'content'],
    base: {
      trigger: {
        display: 'inline-flex',
        alignItems: 'center',
        gap: 2,
        minH: '36px',
        color: 'soft',
        '& svg': { transition: 'transform 100ms' },
        _open: { '& svg': { transform: 'rotate(90deg)' } },
      },
    },
  }),
};
