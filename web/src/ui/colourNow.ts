/** A colour of the theme as it is drawn now, for what does not read style sheets: charts, three-dimensional pictures. */
export const colourNow = (name: string): string =>
  getComputedStyle(document.documentElement).getPropertyValue(`--chakra-colors-${name}`).trim();
