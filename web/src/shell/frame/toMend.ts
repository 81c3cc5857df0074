// Alone in a file, so that the rail fetches these checks apart from the first screen.
export { matchKit } from '@kavrell/core/kitNeeds';
export { kitOf, openLightFindings } from '@kavrell/core/productions';
