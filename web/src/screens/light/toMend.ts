export { openLightFindings } from '@kavrell/core/productions';
