import { defineRecipe, defineSlotRecipe } from '@chakra-ui/react';

/**
 * How Chakra’s own parts look here: its behaviour, our tokens. Only parts that are used have one. Shape says what a
 * thing is (a frame can be typed in, a reversal is switched on); the accent stays for the one thing to do.
 */

const raised = {
  bg: 'panel',
  color: 'text',
  border: '1px solid',
  borderColor: 'edge',
  borderRadius: 'r',
  boxShadow: '0 6px 24px rgba(0, 0, 0, 0.3)',
  outline: 'none',
} as const;

const typed = {
  w: '100%',
  bg: 'raised',
  border: '1px solid',
  borderColor: 'edge',
  borderRadius: 'r',
  px: 2,
  py: '6px',
  minH: '36px',
  '&[aria-invalid=true]': { borderColor: 'look' },
} as const;

const pressed = {
  display: 'inline-flex',
  alignItems: 'center',
  justifyContent: 'center',
  gap: 2,
  minH: '28px',
  px: 2,
  border: '1px solid',
  borderColor: 'edge',
  borderRadius: 'r',
  bg: 'panel',
  fontWeight: 600,
  fontSize: 's',
  whiteSpace: 'nowrap',
  cursor: 'pointer',
  _hover: { bg: 'raised' },
} as const;

const reversed = { bg: 'text', color: 'page', borderColor: 'text', _hover: { bg: 'text' } } as const;
const ring = { outline: '2px solid', outlineColor: 'accent', outlineOffset: '2px' } as const;

export const recipes = {
  input: defineRecipe({ base: typed }),
  textarea: defineRecipe({ base: typed }),
  kbd: defineRecipe({
    base: {
      fontFamily: 'mono',
      fontSize: 's',
      px: '6px',
      border: '1px solid',
      borderBottomWidth: '2px',
      borderColor: 'edge',
      borderRadius: 'r',
      bg: 'raised',
      whiteSpace: 'nowrap',
    },
  }),
  skeleton: defineRecipe({
    base: { bg: 'hairline', borderRadius: 'r', opacity: 0.5, animation: 'pulse', animationDuration: '1.6s' },
  }),
};

export const slotRecipes = {
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
  tooltip: defineSlotRecipe({
    slots: ['content'],
    base: {
      content: {
        ...raised,
        bg: 'tape',
        color: 'onTape',
        border: 0,
        fontSize: 's',
        px: 3,
        py: 2,
        maxW: '280px',
        zIndex: 30,
      },
    },
  }),
  menu: defineSlotRecipe({
    slots: ['content', 'item', 'itemCommand', 'separator'],
    base: {
      content: { ...raised, minW: '180px', maxH: '60dvh', overflowY: 'auto', py: 1, zIndex: 20 },
      item: {
        display: 'flex',
        alignItems: 'center',
        gap: 2,
        minH: '36px',
        px: 3,
        cursor: 'pointer',
        userSelect: 'none',
        _highlighted: { bg: 'raised' },
        _disabled: { color: 'soft', cursor: 'default' },
      },
      itemCommand: { ml: 'auto', color: 'soft', fontFamily: 'mono', fontSize: 's' },
      separator: { h: '1px', bg: 'hairline', my: 1 },
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
            borderBottom: '2px solid',
            borderColor: 'hairline',
            bg: 'transparent',
            fontSize: 'm',
            fontWeight: 400,
            _selected: { bg: 'raised', color: 'text', borderColor: 'text', fontWeight: 700, _hover: { bg: 'raised' } },
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
      item: { ...pressed, minH: '36px', px: 3, _checked: reversed, _focusVisible: ring },
    },
  }),
  radioCard: defineSlotRecipe({
    slots: ['root', 'item', 'itemControl', 'itemContent', 'itemText', 'itemDescription'],
    base: {
      root: { display: 'grid', gap: 3 },
      item: {
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
  field: defineSlotRecipe({
    slots: ['root', 'label', 'helperText', 'errorText'],
    base: {
      root: { mb: 4, minW: 0 },
      helperText: { fontSize: 's', color: 'soft' },
      errorText: { fontSize: 's', color: 'look' },
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
  switch: defineSlotRecipe({
    slots: ['root', 'control', 'thumb', 'label'],
    base: {
      root: {
        display: 'inline-flex',
        alignItems: 'center',
        gap: 2,
        minH: '36px',
        cursor: 'pointer',
        position: 'relative',
      },
      control: {
        w: '40px',
        h: '22px',
        p: '2px',
        flexShrink: 0,
        border: '1px solid',
        borderColor: 'edge',
        borderRadius: '11px',
        bg: 'panel',
        _checked: { bg: 'text', borderColor: 'text' },
        _focusVisible: ring,
      },
      thumb: {
        display: 'block',
        w: '16px',
        h: '16px',
        borderRadius: '50%',
        bg: 'edge',
        _checked: { bg: 'page', transform: 'translateX(18px)' },
      },
    },
  }),
  progress: defineSlotRecipe({
    slots: ['root', 'track', 'range'],
    base: {
      track: { position: 'relative', h: '8px', border: '1px solid', borderColor: 'edge', overflow: 'hidden' },
      range: { h: '100%', bg: 'text' },
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
  splitter: defineSlotRecipe({
    slots: ['root', 'panel', 'resizeTrigger'],
    base: {
      resizeTrigger: { w: '9px', cursor: 'col-resize', _focusVisible: ring },
    },
  }),
  avatar: defineSlotRecipe({
    slots: ['root', 'fallback', 'image'],
    base: {
      root: {
        display: 'inline-grid',
        placeItems: 'center',
        w: '28px',
        h: '28px',
        flex: 'none',
        overflow: 'hidden',
        borderRadius: '50%',
        border: '1px solid',
        borderColor: 'edge',
        fontSize: '12px',
        fontWeight: 700,
      },
      image: { w: '100%', h: '100%', objectFit: 'cover' },
    },
  }),
};
