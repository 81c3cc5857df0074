/** How a setting is typed and compared. */
export type SettingKind = 'rate' | 'number' | 'choice' | 'text';

/** One thing that a camera can be set to, what it harms when it differs from the job, and where that is mended. */
export interface Setting {
  key: string;
  label: string;
  unit: string;
  kind: SettingKind;
  options?: readonly string[];
  /** 3: the material can’t be used as planned; 2: hours of mending; 1: a nuisance. */
  harm: 1 | 2 | 3;
  why: string;
  mend: string;
}

/* oxlint-disable max-params -- rows of a table: what stands in which column is seen where they stand below one another. */
const choice = (
  key: string,
  label: string,
  options: readonly string[],
  harm: Setting['harm'],
  why: string,
  mend: string,
): Setting => ({ key, label, unit: '', kind: 'choice', options, harm, why, mend });
const text = (key: string, label: string, harm: Setting['harm'], why: string, mend: string): Setting => ({
  key,
  label,
  unit: '',
  kind: 'text',
  harm,
  why,
  mend,
});
const number = (
  key: string,
  label: string,
  unit: string,
  harm: Setting['harm'],
  why: string,
  mend: string,
): Setting => ({ key, label, unit, kind: 'number', harm, why, mend });

/* oxlint-enable max-params */

/** The settings sheet in the order in which one walks through a camera’s menus. */
export const SETTINGS = [
  {
    key: 'rate',
    label: 'Frame rate',
    unit: 'frames a second',
    kind: 'rate',
    harm: 3,
    why: 'Its clips drift from the others and must be converted frame by frame.',
    mend: 'Recording menu, project or system rate; some bodies restart.',
  },
  choice(
    'timecodeMode',
    'Timecode runs',
    ['free run', 'record run', 'time of day', 'external'],
    3,
    'Record run stands still between clips: nothing lines up by timecode.',
    'Timecode menu, run mode.',
  ),
  text(
    'timecodeSource',
    'Timecode from',
    2,
    'A camera that nobody jams runs off on its own.',
    'Timecode menu, input; then jam it on Clocks.',
  ),
  text(
    'sensorMode',
    'Sensor mode',
    2,
    'Another part of the sensor frames differently with the same lens.',
    'Sensor or image area menu.',
  ),
  text(
    'pictureSize',
    'Picture size',
    3,
    'Fewer pixels than delivery asks for can’t be made up.',
    'Recording menu, resolution.',
  ),
  text(
    'codec',
    'Codec',
    2,
    'Another codec grades and plays differently, and fills cards at another rate.',
    'Recording menu, codec.',
  ),
  number(
    'rateMbps',
    'Data rate',
    'Mb/s',
    1,
    'Cards last longer or shorter than planned.',
    'Recording menu, codec or quality.',
  ),
  text(
    'gamma',
    'Gamma or log',
    3,
    'A baked-in picture can’t be graded like the others.',
    'Picture menu, gamma or profile.',
  ),
  number('ei', 'EI', '', 2, 'Exposure by the job’s meter comes out wrong.', 'Exposure menu; or the EI button.'),
  number(
    'whiteK',
    'White balance',
    'K',
    2,
    'Its picture is warmer or cooler than what it cuts with.',
    'White balance menu; automatic off.',
  ),
  text('lut', 'Look-up table', 1, 'Its monitor shows another picture than the others.', 'Monitoring menu, look.'),
  choice(
    'lutRecorded',
    'The table is',
    ['shown only', 'recorded', 'none'],
    3,
    'A look that is recorded can’t be taken out again.',
    'Monitoring menu: record look off.',
  ),
  number(
    'shutterDeg',
    'Shutter',
    '°',
    2,
    'Movement looks different, and mains light may ripple.',
    'Exposure menu; as an angle, not a speed.',
  ),
  text(
    'audioInputs',
    'Sound inputs',
    2,
    'Scratch sound comes from the wrong socket, or not at all.',
    'Audio menu, input of each channel.',
  ),
  text(
    'audioLevels',
    'Sound levels',
    1,
    'Automatic levels breathe; the wrong line level clips.',
    'Audio menu: manual, and the level of the source.',
  ),
  text(
    'timeZone',
    'Time zone',
    2,
    'Its clips carry hours that nobody was there.',
    'System menu, clock: zone and summer time.',
  ),
  text(
    'clipNaming',
    'Clip names',
    1,
    'Two cameras with the same names overwrite each other in an edit.',
    'Media menu: camera letter and reel.',
  ),
  text('nextCard', 'Next card', 2, 'A label used twice makes two cards one.', 'Media menu: reel counter.'),
  text('nd', 'ND', 2, 'Cameras that cut together blur their backgrounds differently.', 'Filter wheel or matte box.'),
  text(
    'diffusion',
    'Diffusion',
    2,
    'Highlights bloom in one picture and not in the other.',
    'Matte box; the same glass on both.',
  ),
  text(
    'polariser',
    'Polariser',
    2,
    'Sky and skin shine in one and not in the other; it takes about 1.5 stops.',
    'Matte box; the same turn on both.',
  ),
  number('filterThread', 'Filter thread', 'mm', 1, 'Filters don’t screw on.', 'A step ring; see Lenses.'),
] as const satisfies readonly Setting[];
export type SettingKey = (typeof SETTINGS)[number]['key'];
export const SETTING_KEYS = SETTINGS.map((s) => s.key) as [SettingKey, ...SettingKey[]];
export const settingOf = (key: SettingKey): Setting => SETTINGS.find((s) => s.key === key) as Setting;
