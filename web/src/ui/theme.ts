import { createSystem, defaultBaseConfig, defineConfig } from '@chakra-ui/react';
import { COLOURS } from './colours.ts';
import { coverageCss } from './coverageCss.ts';
import { lanesCss } from './lanesCss.ts';
import { recipes, slotRecipes } from './recipes/index.ts';

const TEXT = '"Atkinson Hyperlegible Next Variable", system-ui, sans-serif';
const MONO = '"Atkinson Hyperlegible Mono Variable", ui-monospace, monospace';

const config = defineConfig({
  conditions: {
    stage: '[data-theme=stage] &, &[data-theme=stage]',
    night: '[data-theme=night] &, &[data-theme=night]',
  },
  theme: {
    recipes,
    slotRecipes,
    // `md` is where rail and side sheet appear (see app/frame/wide.ts).
    breakpoints: { sm: '480px', md: '900px', lg: '1024px', xl: '1200px' },
    tokens: {
      fonts: { body: { value: TEXT }, heading: { value: TEXT }, mono: { value: MONO } },
      fontSizes: {
        s: { value: '13px' },
        m: { value: '15px' },
        l: { value: '18px' },
        xl: { value: '24px' },
        xxl: { value: '40px' },
      },
      radii: { r: { value: '3px' } },
      spacing: Object.fromEntries([1, 2, 3, 4, 5, 6, 8, 10, 12, 16].map((n) => [n, { value: `${n * 4}px` }])),
    },
    semanticTokens: {
      colors: Object.fromEntries(
        Object.entries(COLOURS).map(([name, [base, stage, night]]) => [
          name,
          { value: { base, _stage: stage, _night: night } },
        ]),
      ),
    },
  },
  globalCss: {
    '*, *::before, *::after': {
      boxSizing: 'border-box',
      _motionReduce: { transition: 'none !important', animation: 'none !important' },
    },
    'html, body, #root': { height: '100%' },
    // Native pop-ups (lists of choices, scroll bars) follow the chosen theme, not the machine's.
    html: { colorScheme: 'light', '--notices-bottom': '48px', mdDown: { '--notices-bottom': '206px' } },
    'html[data-theme=stage], html[data-theme=night]': { colorScheme: 'dark', background: 'page' },
    body: {
      margin: 0,
      background: 'page',
      color: 'text',
      fontFamily: 'body',
      fontSize: '15px',
      lineHeight: 1.4,
      fontVariantNumeric: 'tabular-nums',
      textSizeAdjust: '100%',
    },
    'h1, h2, h3, p, ul, ol, dl, dd': { margin: 0, padding: 0 },
    'h1, h2, h3': { textWrap: 'balance', fontWeight: 700 },
    'ul, ol': { listStyle: 'none' },
    'button, input, select, textarea': { font: 'inherit', color: 'inherit' },
    button: { background: 'none', border: 0, padding: 0, cursor: 'pointer', textAlign: 'inherit' },
    'button:disabled': { cursor: 'default' },
    a: { color: 'inherit' },
    ':focus-visible': { outline: '2px solid', outlineColor: 'accent', outlineOffset: '1px' },
    '::selection': { background: 'accent', color: 'onAccent' },
    // On paper a screen is whole: nothing that scrolls is cut, and what only steers is left out.
    'html, body, #root, #root > *, main, main *': {
      _print: {
        height: 'auto !important',
        maxHeight: 'none !important',
        overflow: 'visible !important',
        position: 'static !important',
      },
    },
    '#root > div': { _print: { display: 'block !important' } },
    'nav, aside, header, [role=tablist], main button:not(.table-head *), main select, main [aria-label^=Filter], [data-status], [data-scope=toast]':
      {
        _print: { display: 'none !important' },
      },
    '.mono': { fontFamily: 'mono' },
    // Of ticks and choices the input itself lies under the finger and the pointer, unseen over what is drawn for it.
    'label[data-scope] > input[type=checkbox], label[data-scope] > input[type=radio]': {
      inset: 0,
      width: '100% !important',
      height: '100% !important',
      margin: '0 !important',
      clip: 'auto !important',
      opacity: 0,
      cursor: 'pointer',
    },
    '.unseen': {
      position: 'absolute',
      width: '1px',
      height: '1px',
      overflow: 'hidden',
      clipPath: 'inset(50%)',
      whiteSpace: 'nowrap',
    },

    // Tables: plain classes, because a table of a thousand cells should cost no style computation in JavaScript.
    '.table': { overflow: 'auto', position: 'relative', outlineOffset: '-2px', overscrollBehavior: 'contain' },
    '.table-row': {
      display: 'grid',
      alignItems: 'stretch',
      borderBottom: '1px solid',
      borderColor: 'hairline',
      minHeight: '32px',
    },
    '.table-head': { position: 'sticky', top: 0, zIndex: 1, background: 'page', color: 'soft', fontSize: '13px' },
    '.table-body .table-row:hover': { background: 'panel' },
    '.table-row[aria-selected=true]': { background: 'raised' },
    '.table-group': {
      display: 'flex',
      alignItems: 'center',
      gap: '12px',
      padding: '0 6px',
      background: 'panel',
      borderBottom: '1px solid',
      borderColor: 'hairline',
      fontSize: '13px',
      '& span': { color: 'soft' },
    },
    '.table-cell': {
      padding: '5px 6px',
      overflow: 'hidden',
      textOverflow: 'ellipsis',
      whiteSpace: 'nowrap',
      display: 'flex',
      alignItems: 'center',
      gap: '6px',
      minWidth: 0,
      lineHeight: '22px',
    },
    '.table-cell > span': { overflow: 'hidden', textOverflow: 'ellipsis' },
    // What a sentence says is read whole; on paper every cell is.
    '.table.tall .table-cell, .table.tall .table-cell > span': { whiteSpace: 'normal', overflowWrap: 'anywhere' },
    '.table .table-cell, .table .table-cell > span': { _print: { whiteSpace: 'normal !important' as 'normal' } },
    '.table .mono': { fontSize: '13px' },
    '.table-head .table-cell': { position: 'relative' },
    '.table-edge': {
      position: 'absolute',
      top: 0,
      bottom: 0,
      right: 0,
      width: '9px',
      cursor: 'col-resize',
      touchAction: 'none',
      _hover: { borderRight: '2px solid', borderColor: 'accent' },
    },
    '.table-cell[aria-selected=true]': { background: 'raised', boxShadow: 'inset 0 0 0 1px var(--chakra-colors-edge)' },
    '.table-cell.end': { justifyContent: 'flex-end' },
    '.table-cell[tabindex="0"]:focus': { outline: '2px solid', outlineColor: 'accent', outlineOffset: '-2px' },
    '.table-cell input, .table-cell select': {
      width: '100%',
      background: 'raised',
      border: '1px solid',
      borderColor: 'accent',
      padding: '0 4px',
      height: '24px',
      borderRadius: '2px',
    },
    '.table-cell .grip': { cursor: 'grab', color: 'soft', touchAction: 'none' },

    '.day-line, .day-side': {
      display: 'grid',
      gridTemplateColumns: '64px minmax(0, 1fr) 44px 104px 72px',
      alignItems: 'center',
      columnGap: '8px',
      padding: '0 10px',
      borderBottom: '1px solid',
      borderColor: 'hairline',
      mdDown: { gridTemplateColumns: '52px minmax(0, 1fr) 64px', '& > span:empty': { display: 'none' } },
    },
    // Lines out of view cost no layout: a long day has a hundred.
    '.day-item': { contentVisibility: 'auto', containIntrinsicSize: 'auto 66px' },
    '.day-side': { color: 'soft', minHeight: '26px', fontSize: '13px' },
    '.day-line': {
      minHeight: '38px',
      borderLeft: '2px solid',
      borderLeftColor: 'transparent',
      cursor: 'grab',
      touchAction: 'manipulation',
    },
    '.day-line.programme': { borderLeftColor: 'tape' },
    '.day-line.present': { borderTop: '2px solid', borderTopColor: 'accent' },
    '.day-line:hover': { background: 'panel' },
    '.day-line[aria-selected=true]': { background: 'raised', borderLeftColor: 'text' },
    '.day-line .what': { display: 'flex', alignItems: 'center', gap: '8px', minWidth: 0 },
    '.day-line .what > .words': {
      overflow: 'hidden',
      textOverflow: 'ellipsis',
      whiteSpace: 'nowrap',
      mdDown: { whiteSpace: 'normal' },
    },
    '.day-line .start': { fontWeight: 600 },
    '.day-line .end, .day-side .end': { textAlign: 'right', whiteSpace: 'nowrap' },
    '.day-line .end': { fontWeight: 600 },
    '.severity': { fontWeight: 600, color: 'look' },
    '.severity[data-level=note]': { color: 'text', fontWeight: 400 },
    '.severity[data-level=danger]': {
      color: 'rolling',
    },
    '[data-theme=night] .severity[data-level=danger]': {
      background: 'text',
      color: 'page',
      padding: '0 6px',
      boxDecorationBreak: 'clone',
    },
    '.look': { color: 'look' },
    '.soft': { color: 'soft' },
    // Drawn by its attribute, so that it is no part of the name it stands beside.
    '.initials': { flex: 'none', display: 'inline-grid', placeItems: 'center', width: '24px', height: '24px' },
    '.face': { flex: 'none', width: '28px', height: '28px', borderRadius: '50%', objectFit: 'cover' },
    '.initials::before': {
      content: 'attr(data-initials)',
      display: 'grid',
      placeItems: 'center',
      width: '24px',
      height: '24px',
      borderRadius: '50%',
      border: '1px solid',
      borderColor: 'edge',
      fontSize: '11px',
      fontWeight: 700,
    },
    '.tag': {
      border: '1px solid',
      borderColor: 'edge',
      borderRadius: '3px',
      padding: '0 8px',
      fontSize: '13px',
      lineHeight: '20px',
      whiteSpace: 'nowrap',
      display: 'inline-block',
    },
    '.text-editor': {
      display: 'grid',
      border: '1px solid',
      borderColor: 'edge',
      borderRadius: 'r',
      overflow: 'auto',
      maxHeight: '70vh',
    },
    '.text-editor:focus-within': { outline: '2px solid', outlineColor: 'accent' },
    '.text-editor .cm-editor.cm-focused': { outline: 'none' },
    '.text-editor.script .cm-content': { fontFamily: 'mono' },
    '.script-heading': { fontWeight: 700 },
    '.script-who': { fontWeight: 700, paddingLeft: '9em !important' },
    '.script-aside': { color: 'soft', paddingLeft: '7em !important' },
    '.script-said': { paddingLeft: '4em !important', paddingRight: '4em !important' },
    '.thumb': { width: '44px', height: '28px', flex: 'none', display: 'inline-block', marginRight: '8px' },
    ...lanesCss,
    ...coverageCss,
    '.narrow-off': { mdDown: { display: 'none' } },
  },
});

/** Kavrell's look on Chakra's engine: its parts with our recipes, tokens and global rules, none of its ready-made styles. */
export const system = createSystem(defaultBaseConfig, config);
