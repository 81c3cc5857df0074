export { PRODUCTION_DEFAULTS } from '@kavrell/core/brief';
export { DAY_DEFAULTS } from '@kavrell/core/day';
export { SCENE_DEFAULTS, SHOT_DEFAULTS } from '@kavrell/core/scenes';
