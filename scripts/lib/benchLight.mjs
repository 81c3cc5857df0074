import { median, quantile, report } from './measure.mjs';
import { loadSource } from './source.mjs';

const ROUNDS = 40;

/** A room with 20 sources, 6 faces, 8 flags, 4 cameras, a frame and a mirror. */
async function crowdedPlan() {
  const t = await loadSource('core/src/rooms/light/testing.ts');
  const light = await loadSource('core/src/rooms/light/index.ts');
  const around = (i, n, r) => ({
    xM: 6 + r * Math.cos((2 * Math.PI * i) / n),
    yM: 4.5 + r * Math.sin((2 * Math.PI * i) / n),
    turnDeg: (360 * i) / n - 90,
  });
  const many = (n, make) => Array.from({ length: n }, (_, i) => make(i));
  const onStand = { standKey: 'stand-junior', ballastKg: 11 };
  const plan = t.aPlan([
    ...many(20, (i) =>
      t.aSource({
        ...around(i, 20, 3.6),
        ...onStand,
        id: `lamp-${i}`,
        zM: 2 + (i % 3) * 0.4,
        tiltDeg: -15,
        role: ['key', 'fill', 'back', 'effect'][i % 4],
        fixtureKey: ['cob-300', 'panel-2x1', 'tube-4', 'cob-600'][i % 4],
        circuitId: t.CIRCUIT,
      }),
    ),
    ...many(6, (i) => t.aPerson({ ...around(i, 6, 1.2), id: `face-${i}`, spectacles: i % 2 === 0 })),
    ...many(8, (i) => t.aFlag({ ...around(i, 8, 2.2), ...onStand, id: `flag-${i}` })),
    ...many(4, (i) => t.aCamera({ ...around(i, 4, 4.2), id: `cam-${i}`, letter: 'ABCD'[i], focalMm: 35 + 10 * i })),
    t.aFrame({ ...around(1, 9, 2.8), ...onStand }),
    { ...t.aFlag({ id: 'glass', xM: 11.8, yM: 4 }), kind: 'mirror' },
  ]);
  const room = t.aRoom({ widthM: 12, depthM: 9, heightM: 4 });
  const s = t.surroundings(plan, {
    room,
    circuits: [t.aCircuit()],
    cameras: [...'ABCD'].map((letter) => ({ letter, sensorWidthMm: 35.9, sensorHeightMm: 20.2 })),
  });
  return { light, plan, s, scene: { plan, room, catalogue: s.catalogue, daylight: null } };
}

const timed = (work, rounds = ROUNDS) => {
  for (let i = 0; i < 8; i += 1) work(i);
  return Array.from({ length: rounds }, (_, i) => {
    const at = performance.now();
    work(i);
    return performance.now() - at;
  });
};

/** What core does while a lamp is dragged. */
export async function benchLight() {
  const { light, plan, s, scene } = await crowdedPlan();
  const moved = (i) => ({
    ...plan,
    items: plan.items.map((x, n) => (n === 0 ? { ...x, xM: x.xM + 0.01 * (i % 50) } : x)),
  });
  const step = timed((i) => {
    const next = moved(i);
    const lights = light.lightsOf({ ...scene, plan: next });
    light.readPlan(lights, next, s.settings);
    light.checkPlan({ ...s, plan: next });
  });
  report(`a lamp moved: 20 sources, 6 faces, 8 flags, median of ${ROUNDS}`, median(step), 8, 'ms');
  report('the same, 95 of 100', quantile(step, 0.95), 8, 'ms');
  const lights = light.lightsOf(scene);
  const asked = timed(() => light.lightField(lights, 12, 9, 1.5, 48));
  report(`light over the floor, 48 × 36, 20 sources, median of ${ROUNDS}`, median(asked), 16, 'ms');
  const field = timed(() => light.lightField(lights, 12, 9, 1.5));
  report(`the same on the grid that is drawn, 160 × 120, median of ${ROUNDS}`, median(field), 33, 'ms');
  // A mirror is what the kernel does not know.
  const known = { ...scene, plan: { ...plan, items: plan.items.filter((i) => i.kind !== 'mirror') } };
  const exact = timed(() => light.exactField(known, 12, 9, 1.5), 8);
  report('the same by the light kernel, 64 × 48 places, median of 8', median(exact), 400, 'ms');
  const few = { ...known, plan: { ...known.plan, items: known.plan.items.filter((_, i) => i % 5 === 0) } };
  const usual = timed(() => light.exactField(few, 12, 9, 1.5), 8);
  report('by the light kernel, four lamps, two flags, in that room, median of 8', median(usual), 100, 'ms');
  // The page waits 200 ms for the hand to rest: with that it is 400.
  const close = timed(() => light.readExactly(known, known.plan, s.settings, 'close'), 8);
  report('six faces read closely, 20 sources, median of 8', median(close), 200, 'ms');
  const faces = timed(() => light.readExactly(known, known.plan, s.settings), 8);
  report('the same read exactly, a moment later, median of 8', median(faces), 1500, 'ms');
  const day = timed(() => Array.from({ length: 12 }, () => light.checkPlan(s)), 15);
  report('all checks of a day of 12 such setups, median of 15', median(day), 100, 'ms');
}

/** Frames of the page while a lamp is dragged over that plan. */
export async function benchLightPage(page, request, makeLarge) {
  const id = await makeLarge(request, { shots: 60, takes: 20 });
  const { plan } = await crowdedPlan();
  const { setups } = await (await request.get(`/api/productions/${id}/rows/setups`)).json();
  const first = setups.find((s) => s.code === 'L1');
  const items = plan.items.map((i) => ('circuitId' in i ? { ...i, circuitId: null, battery: true } : i));
  const op = {
    op: 'update',
    table: 'setups',
    id: first.id,
    version: first.version,
    values: { plan: { ...plan, items } },
  };
  const reply = await request.post(`/api/productions/${id}/changes`, {
    data: { id: crypto.randomUUID(), label: 'crowded', ops: [op] },
  });
  if (!reply.ok()) throw new Error(await reply.text());
  await page.goto(`/p/${id}/1/light#${first.id}`);
  const lamp = page.locator('[data-item="lamp-0"]');
  await lamp.waitFor();
  await page.waitForTimeout(2500);
  const box = await lamp.boundingBox();
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.evaluate(() => {
    window.frameTimes = [];
    let before = performance.now();
    const tick = (now) => {
      window.frameTimes.push(now - before);
      before = now;
      window.frameTick = requestAnimationFrame(tick);
    };
    window.frameTick = requestAnimationFrame(tick);
  });
  for (let i = 0; i < 150; i += 1) await page.mouse.move(x - i, y + (i % 20));
  const frames = await page.evaluate(() => {
    cancelAnimationFrame(window.frameTick);
    return window.frameTimes.slice(2);
  });
  await page.mouse.up();
  report(`frames while a lamp is dragged, median of ${frames.length}`, median(frames), 16.7, 'ms');
  report('the same, 95 of 100', quantile(frames, 0.95), 33.4, 'ms');
}
