// Alone in a file, so that the rail fetches these checks apart from the first screen.
export { openLightFindings } from '@kavrell/core/productions';
