import { median, report } from './measure.mjs';
import { loadSource } from './source.mjs';

const ROUNDS = 15;
const timed = (work) =>
  Array.from({ length: ROUNDS + 3 }, () => {
    const at = performance.now();
    work();
    return performance.now() - at;
  }).slice(3);

/** What core does for Camera: the fit of the whole plan, and a clean radio set. */
export async function benchCamera() {
  const { CAMERA_DEFAULTS, LENS_CLASSES, fitPlan } = await loadSource('core/src/rooms/camera/index.ts');
  const { SHOT_DEFAULTS } = await loadSource('core/src/rooms/scenes/index.ts');
  const { cleanSet, radioClashes } = await loadSource('core/src/rooms/sound/index.ts');
  const row = (id) => ({ id, productionId: 'p', version: 1, deletedAt: null });
  const cameras = [...'ABCDEF'].map((letter) => ({ ...row(letter), ...CAMERA_DEFAULTS, letter }));
  const lenses = LENS_CLASSES.map((l, i) => ({ ...row(`l${i}`), ...l, count: 6, position: i }));
  const shots = Array.from({ length: 300 }, (_, i) => ({
    ...row(`s${i}`),
    ...SHOT_DEFAULTS,
    sceneId: 's',
    code: `${i}A`,
    position: i,
    size: ['ws', 'ms', 'mcu', 'cu', 'insert'][i % 5],
    lens: ['24 mm', '50 mm', '85 mm', '100 mm macro', '150 mm'][i % 5],
    cameras: [...'ABCDEF'],
    support: ['sticks', 'gimbal', 'slider'][i % 3],
    setupId: `L${i % 12}`,
    fps: i % 7 === 0 ? 100 : null,
  }));
  const light = new Map(
    Array.from({ length: 12 }, (_, i) => [
      `L${i}`,
      { keyLux: 20 * 2 ** (i % 9), wantedT: 4, rippling: i % 3 === 0, roomM: 9 },
    ]),
  );
  const job = {
    fps: 25,
    ei: 800,
    shutterDeg: 180,
    mainsHz: 50,
    shutterSchool: 'angle',
    eiSchool: 'last',
    filterThreadMm: 82,
    deliveryRatio: 1.778,
  };
  let found = 0;
  const fit = timed(() => {
    found = fitPlan({ job, shots, cameras, lenses, light }).findings.length;
  });
  report(`fit and exposure of 300 shots on 6 cameras (${found} found), median`, median(fit), 50, 'ms');
  const wish = { count: 24, lowMhz: 606, highMhz: 646, stepKhz: 25, guardKhz: 50, fixedMhz: [], seed: 1, tries: 2500 };
  for (const spacingKhz of [75, 300]) {
    const at = performance.now();
    const set = cleanSet({ ...wish, spacingKhz });
    const ms = performance.now() - at;
    const said = set ? `clean, ${radioClashes(set, 50).length} clashes` : 'none found in the tries given';
    report(`24 carriers in 40 MHz, ${spacingKhz} kHz apart: ${said}`, ms, 1000, 'ms');
  }
}
