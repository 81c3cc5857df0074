import { defineSlotRecipe } from '@chakra-ui/react';
import { pressed, raised } from './shapes.ts';

/** Parts that lie over the page. */
export const layerRecipes = {
  popover: defineSlotRecipe({
    slots: ['content', 'body'],
    base: {
      content: { ...raised, display: 'flex', flexDirection: 'column', zIndex: 20 },
      body: { overflow: 'auto', p: 2 },
    },
  }),
  dialog: defineSlotRecipe({
    slots: ['backdrop', 'positioner', 'content', 'body', 'title', 'closeTrigger'],
    base: {
      backdrop: {
        position: 'fixed',
        inset: 0,
        zIndex: 20,
        bg: 'color-mix(in srgb, var(--chakra-colors-page) 60%, transparent)',
      },
      positioner: {
        position: 'fixed',
        inset: 0,
        zIndex: 21,
        display: 'flex',
        justifyContent: 'center',
        alignItems: 'flex-start',
        overflow: 'auto',
        pt: { base: 3, md: '72px' },
        px: 3,
      },
      content: { ...raised, bg: 'raised', w: '100%', maxW: '560px', p: 3 },
    },
    variants: {
      /** Nothing else is to be seen: a slate, a prompter. */
      size: {
        md: {},
        full: {
          positioner: { p: 0, alignItems: 'stretch' },
          content: { maxW: 'none', border: 0, borderRadius: 0, p: 0 },
        },
      },
    },
    defaultVariants: { size: 'md' },
  }),
  /** On the phone the side sheet is drawn up over the screen. */
  drawer: defineSlotRecipe({
    slots: ['backdrop', 'positioner', 'content'],
    base: {
      backdrop: {
        position: 'fixed',
        inset: 0,
        zIndex: 12,
        bg: 'color-mix(in srgb, var(--chakra-colors-page) 60%, transparent)',
      },
      // It is there while it is away, too: presses go through it then.
      positioner: { position: 'fixed', inset: '20% 0 0 0', zIndex: 13, display: 'flex', pointerEvents: 'none' },
      content: {
        flex: 1,
        minW: 0,
        pointerEvents: 'auto',
        bg: 'panel',
        borderTop: '1px solid',
        borderColor: 'edge',
        p: 4,
        overflowY: 'auto',
        overflowWrap: 'anywhere',
        overscrollBehavior: 'contain',
      },
    },
  }),
  /** A month to pick a day from. */
  datePicker: defineSlotRecipe({
    slots: [
      'root',
      'view',
      'viewControl',
      'viewTrigger',
      'prevTrigger',
      'nextTrigger',
      'rangeText',
      'table',
      'tableHeader',
      'tableCell',
      'tableCellTrigger',
    ],
    base: {
      viewControl: { display: 'flex', alignItems: 'center', gap: 1, mb: 2 },
      viewTrigger: { ...pressed, flex: 1, minH: '36px' },
      prevTrigger: { ...pressed, minH: '36px', minW: '36px' },
      nextTrigger: { ...pressed, minH: '36px', minW: '36px' },
      table: { borderCollapse: 'collapse', w: '100%' },
      tableHeader: { color: 'soft', fontWeight: 400, fontSize: 's', h: '28px', w: '38px' },
      tableCell: { p: 0, textAlign: 'center' },
      tableCellTrigger: {
        display: 'grid',
        placeItems: 'center',
        minW: '38px',
        minH: '38px',
        px: 1,
        cursor: 'pointer',
        borderRadius: 'r',
        border: '1px solid transparent',
        _hover: { borderColor: 'edge' },
        '&[data-outside-range]': { color: 'soft' },
        '&[data-today]': { textDecoration: 'underline' },
        '&[data-selected]': { bg: 'text', color: 'page' },
        '&[data-focus]': { outline: '2px solid', outlineColor: 'accent', outlineOffset: '1px' },
      },
    },
  }),
  menu: defineSlotRecipe({
    slots: ['content', 'item', 'itemText', 'itemCommand', 'separator'],
    base: {
      content: { ...raised, zIndex: 20, minW: '220px', maxW: '92vw', p: 1, display: 'flex', flexDirection: 'column' },
      item: {
        display: 'flex',
        alignItems: 'center',
        gap: 3,
        px: 3,
        minH: { base: '44px', md: '34px' },
        cursor: 'pointer',
        borderRadius: 'r',
        '&[data-highlighted]': { bg: 'text', color: 'page' },
        '&[data-disabled]': { color: 'soft', cursor: 'default' },
      },
      itemCommand: { ml: 'auto', fontSize: 's', color: 'inherit' },
      separator: { borderTop: '1px solid', borderColor: 'hairline', my: 1 },
    },
  }),
  toast: defineSlotRecipe({
    slots: ['root', 'title', 'description', 'actionTrigger', 'closeTrigger'],
    base: {
      root: {
        display: 'flex',
        alignItems: 'center',
        gap: 4,
        bg: 'raised',
        color: 'text',
        border: '1px solid',
        borderColor: 'edge',
        borderRadius: 'r',
        px: 4,
        py: 2,
        maxW: '92vw',
        translate: 'var(--x) var(--y)',
        scale: 'var(--scale)',
        opacity: 'var(--opacity)',
        zIndex: 'var(--z-index)',
        height: 'var(--height)',
        willChange: 'translate, opacity, scale',
        transition: 'translate 150ms, scale 150ms, opacity 150ms, height 150ms',
      },
      actionTrigger: pressed,
    },
  }),
};
