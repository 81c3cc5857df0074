import { median, quantile, report, timed } from './measure.mjs';
import { loadSource } from './source.mjs';

const ROUNDS = 7;

/** A script of about `pages` pages: a heading, two actions and eight speeches to a page. */
function madeScript(pages) {
  const words = 'the bell rings over slow water and nobody moves until the ladle turns'.split(' ');
  const line = (n, at) => Array.from({ length: n }, (_, i) => words[(at + i) % words.length]).join(' ');
  return Array.from({ length: pages }, (_, page) =>
    [
      `INT. PLACE ${page % 40} - DAY #${page + 1}#`,
      `${line(40, page)}.`,
      ...Array.from({ length: 8 }, (_, i) => `${i % 2 ? 'ILSE' : 'DOV'}\n${line(14, page + i)}.`),
      `${line(30, page + 3)}.`,
    ].join('\n\n'),
  ).join('\n\n');
}

/** What core does for Brief and Scenes, in processor time. */
export async function benchScenes() {
  const { readFountain } = await loadSource('core/src/rooms/script/index.ts');
  const { sceneCoverage, shotsByScene, SCENE_DEFAULTS, SHOT_DEFAULTS } = await loadSource(
    'core/src/rooms/scenes/index.ts',
  );
  const { staleMarks, leansOf } = await loadSource('core/src/about/stale/index.ts');
  const script = madeScript(200);
  let eighths = 0;
  const reads = timed(() => {
    eighths = readFountain(script).scenes.reduce((t, s) => t + s.eighths, 0);
  });
  report(`a script of ${Math.round(eighths / 8)} pages read, median of ${ROUNDS}`, median(reads), 1000, 'ms');

  const base = { productionId: 'p', version: 1, deletedAt: null };
  const people = Array.from({ length: 20 }, (_, i) => ({
    id: `p${i}`,
    name: `P ${i}`,
    shortName: `P${i}`,
    kind: 'talent',
  }));
  const scenes = Array.from({ length: 60 }, (_, i) => ({
    ...base,
    ...SCENE_DEFAULTS,
    id: `s${i}`,
    number: `${i + 1}`,
    title: 'x',
    position: i,
    personIds: [`p${i % 20}`, `p${(i + 7) % 20}`],
  }));
  const shots = Array.from({ length: 1000 }, (_, i) => ({
    ...base,
    ...SHOT_DEFAULTS,
    id: `x${i}`,
    sceneId: `s${i % 60}`,
    code: `${(i % 60) + 1}A${i}`,
    position: i,
    size: ['ws', 'ms', 'mcu', 'cu', 'insert'][i % 5],
    side: ['left', 'right', ''][i % 3],
    personIds: [`p${i % 20}`],
    faceNeeded: i % 2 === 0,
    takeLengthMin: (i % 4) + 0.5,
  }));
  const one = timed(() => sceneCoverage(scenes[3], shots, people));
  report(`suggestions of the scene edited, 1,000 shots, median of ${ROUNDS}`, median(one), 20, 'ms');
  const all = timed(() => {
    const own = shotsByScene(shots);
    scenes.forEach((s) => sceneCoverage(s, own.get(s.id) ?? [], people));
  });
  report(`suggestions of all 60 scenes, median of ${ROUNDS}`, median(all), 20, 'ms');
  const changes = Array.from({ length: 500 }, (_, i) => ({
    table: 'scenes',
    entityId: `s${i % 60}`,
    facet: 'text',
    field: 'script',
    atMs: i,
    was: `${i}`,
    now: `${i + 1}`,
    wasKey: `${i}`,
    nowKey: `${i + 60}`,
    by: '',
  }));
  const marks = timed(() =>
    staleMarks({
      leans: leansOf({
        production: { id: 'p' },
        scenes,
        shots,
        palettes: [],
        pins: [],
        setups: [],
        frozenSheets: [],
        soundSources: [],
        prompts: [],
      }),
      changes,
      looks: [],
      births: {},
    }),
  );
  report(`stale marks of 1,000 shots after 500 changes, median of ${ROUNDS}`, median(marks), 20, 'ms');
}

/** A JPEG of 24 megapixels, made in the page. */
const bigPicture = (page) =>
  page.evaluate(async () => {
    const canvas = new OffscreenCanvas(6000, 4000);
    const c = canvas.getContext('2d');
    for (let i = 0; i < 900; i += 1) {
      c.fillStyle = `hsl(${(i * 47) % 360} ${30 + (i % 60)}% ${20 + (i % 50)}%)`;
      c.fillRect((i * 631) % 6000, (i * 397) % 4000, 700, 500);
    }
    // Grain, as of a camera: without it the file would be small and quick to read.
    const tile = new ImageData(512, 512);
    for (let at = 0; at < tile.data.length; at += 65536) crypto.getRandomValues(tile.data.subarray(at, at + 65536));
    for (let at = 3; at < tile.data.length; at += 4) tile.data[at] = 60;
    const grain = await createImageBitmap(tile);
    for (let x = 0; x < 6000; x += 512) for (let y = 0; y < 4000; y += 512) c.drawImage(grain, x, y);
    const blob = await canvas.convertToBlob({ type: 'image/jpeg', quality: 0.9 });
    const bytes = new Uint8Array(await blob.arrayBuffer());
    let text = '';
    for (let i = 0; i < bytes.length; i += 8192) text += String.fromCharCode(...bytes.subarray(i, i + 8192));
    return btoa(text);
  });

/** Brief and Scenes in the browser, on a production of 1,000 shots. */
export async function benchScenesPage(page, request, makeLarge) {
  const id = await makeLarge(request, { shots: 1000, takes: 300 });
  await page.goto(`/p/${id}/1/brief`);
  await page.locator('main h1').first().waitFor();
  await page.waitForTimeout(2500);

  const opens = [];
  for (let i = 0; i < 7; i += 1) {
    await page.evaluate(() => document.querySelector('a[href$="/brief"]').click());
    await page.waitForTimeout(400);
    opens.push(
      await page.evaluate(
        () =>
          new Promise((done) => {
            const at = performance.now();
            document.querySelector('a[href$="/scenes"]').click();
            const look = () => {
              if (document.querySelector('.table-body .table-row'))
                requestAnimationFrame(() => done(performance.now() - at));
              else requestAnimationFrame(look);
            };
            look();
          }),
      ),
    );
  }
  report('Scenes opens, 1,000 shots, median of 7', quantile(opens, 0.5), 300, 'ms');

  await page.getByRole('button', { name: 'All shots' }).click();
  await page.locator('.table-body .table-row').nth(5).waitFor();
  const filters = [];
  for (const text of ['9A', '', 'happens in 3', '', '7', '']) {
    filters.push(
      await page.evaluate(
        (value) =>
          new Promise((done) => {
            const field = document.querySelector('input[type=search]');
            const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set;
            const grid = document.querySelector('[role=grid]');
            const before = grid.getAttribute('aria-rowcount');
            const at = performance.now();
            set.call(field, value);
            field.dispatchEvent(new Event('input', { bubbles: true }));
            // Until the rows that match stand there, not only the letter typed.
            const look = () => {
              if (grid.getAttribute('aria-rowcount') !== before) setTimeout(() => done(performance.now() - at));
              else requestAnimationFrame(look);
            };
            look();
          }),
        text,
      ),
    );
    await page.waitForTimeout(200);
  }
  report('1,000 shots filtered, until the rows stand, median of 6', quantile(filters, 0.5), 50, 'ms');

  await page.goto(`/p/${id}/1/brief`);
  await page.getByRole('tab', { name: 'Look' }).click();
  const drop = page.getByLabel('Drop pictures: each gives a palette');
  const buffer = Buffer.from(await bigPicture(page), 'base64');
  const runs = [];
  let worstFrame = 0;
  for (let i = 0; i < 4; i += 1) {
    await page.evaluate(() => {
      window.frames24 = [];
      let last = performance.now();
      window.stop24 = false;
      const beat = () => {
        const now = performance.now();
        window.frames24.push(now - last);
        last = now;
        if (!window.stop24) requestAnimationFrame(beat);
      };
      requestAnimationFrame(beat);
    });
    const before = await page.locator('main section[aria-label=Palettes] button img').count();
    // From the moment the page has the file: handing 10 MB to the browser is the test's own cost.
    const started = page.evaluate(
      () =>
        new Promise((done) =>
          document.querySelector('input[type=file]').addEventListener(
            'change',
            () => {
              window.frames24 = [];
              done(performance.now());
            },
            { once: true, capture: true },
          ),
        ),
    );
    await drop.setInputFiles({ name: `big${i}.jpg`, mimeType: 'image/jpeg', buffer });
    const at = await started;
    await page.waitForFunction(
      (n) => document.querySelectorAll('main section[aria-label=Palettes] button img').length > n,
      before,
    );
    const end = await page.evaluate(() => {
      window.stop24 = true;
      return performance.now();
    });
    // The first warms the worker up.
    if (i > 0) {
      runs.push(end - at);
      worstFrame = Math.max(worstFrame, ...(await page.evaluate(() => window.frames24.slice(1))));
    }
  }
  report(
    `palette of a JPEG of 24 MP (${(buffer.length / 1e6).toFixed(1)} MB) and its storing, median of 3`,
    quantile(runs, 0.5),
    1500,
    'ms',
  );
  report('longest frame of the page meanwhile', worstFrame, 50, 'ms');
}
