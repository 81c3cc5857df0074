/** Each colour by what it is for: in daylight for sun, on a stage, and on a dark set at night (dim, and nothing blue in it). */
export const COLOURS = {
  page: ['#efefef', '#121212', '#0a0705'],
  panel: ['#fafafa', '#1a1a1a', '#120c08'],
  raised: ['#ffffff', '#242424', '#1c130c'],
  hairline: ['#cfcfcf', '#333333', '#33241a'],
  /** Borders of things that can be used: 3:1 against what is around them. */
  edge: ['#858585', '#6e6e6e', '#7a5d45'],
  text: ['#111111', '#e8e8e8', '#d2a982'],
  soft: ['#4a4a4a', '#a6a6a6', '#a5815f'],
  accent: ['#56700a', '#d3ee4e', '#e0b060'],
  onAccent: ['#ffffff', '#15190a', '#140d06'],
  look: ['#8a4b00', '#f0b04e', '#f0a050'],
  rolling: ['#b3180a', '#ff6a5c', '#ff8a66'],
  tape: ['#111111', '#e8e6df', '#d2a982'],
  onTape: ['#ffffff', '#161616', '#140d06'],
} as const;
