import { defineSlotRecipe } from '@chakra-ui/react';

/** Parts that only say or show something. */
export const saidRecipes = {
  // Black on white in every theme: phones read nothing else.
  qrCode: defineSlotRecipe({
    slots: ['root', 'frame', 'pattern'],
    base: {
      root: { bg: 'white', p: '18px', w: '196px' },
      frame: { width: '160px', height: '160px' },
      pattern: { fill: 'black', stroke: 'black' },
    },
  }),
  alert: defineSlotRecipe({
    slots: ['root', 'indicator', 'content', 'title'],
    base: {
      root: { display: 'flex', gap: 2, alignItems: 'flex-start', minW: 0 },
      indicator: { flex: 'none', mt: '3px' },
      content: { minW: 0, flex: 1, overflowWrap: 'anywhere' },
      title: { fontWeight: 700 },
    },
    variants: {
      status: { info: {}, warning: { root: { color: 'look' } } },
      /** A frame around it: the screen can’t go on as if nothing were. */
      variant: { line: {}, framed: { root: { border: '1px solid', borderColor: 'look', borderRadius: 'r', p: 4 } } },
    },
    defaultVariants: { status: 'info', variant: 'line' },
  }),
  emptyState: defineSlotRecipe({
    slots: ['root', 'content', 'title', 'description'],
    base: {
      root: { border: '1px dashed', borderColor: 'edge', borderRadius: 'r', p: 6, maxW: '560px', my: 6 },
      title: { fontSize: 'l', fontWeight: 700, mb: 2 },
      description: { color: 'soft', _notLast: { mb: 4 } },
    },
  }),
  tag: defineSlotRecipe({
    slots: ['root', 'label'],
    base: {
      root: {
        border: '1px solid',
        borderColor: 'edge',
        borderRadius: 'r',
        px: 2,
        fontSize: 's',
        lineHeight: '20px',
        whiteSpace: 'nowrap',
        display: 'inline-block',
      },
    },
  }),
  table: defineSlotRecipe({
    slots: ['root', 'header', 'body', 'row', 'columnHeader', 'cell'],
    base: {
      root: { w: '100%', borderCollapse: 'collapse' },
      columnHeader: { textAlign: 'start', color: 'soft', fontSize: 's', fontWeight: 400, py: 1, pr: 3 },
      cell: { py: 1, pr: 3, verticalAlign: 'top', borderTop: '1px solid', borderColor: 'hairline' },
    },
  }),
  progress: defineSlotRecipe({
    slots: ['root', 'track', 'range'],
    base: {
      track: { position: 'relative', h: '8px', border: '1px solid', borderColor: 'edge', overflow: 'hidden' },
      range: { h: '100%', bg: 'text' },
    },
  }),
};
