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
