import { median, report, timed } from './measure.mjs';
import { loadSource } from './source.mjs';

/** 60 moments, 12 sources, 40 things: each source needs four of its own and one that several share. */
function madeCover() {
  const things = Array.from({ length: 40 }, (_, i) => ({ id: `t${i}`, kind: 'thing' }));
  const sources = Array.from({ length: 12 }, (_, i) => ({
    ...{ id: `s${i}`, kind: i < 9 ? 'picture' : 'sound', view: i < 9 ? ['wide', 'tight', 'face'][i % 3] : null },
    ...{ clean: i >= 9, needs: [`t${i * 3}`, `t${i * 3 + 1}`, `t${i * 3 + 2}`, `t${36 + (i % 4)}`] },
  }));
  const moments = Array.from({ length: 60 }, (_, m) => ({
    ...{ id: `m${m}`, picture_any_of: m % 2 ? ['wide'] : ['wide', 'tight', 'face'], clean_sound: m % 3 === 0 },
    sources: sources.filter((_s, i) => (i + m) % 4 !== 0).map((s) => s.id),
  }));
  return { things, sources, moments };
}

/** What core does for Cover, in processor time. */
export async function benchCover() {
  const { coverCuts, coverRestarts } = await loadSource('core/src/rooms/cover/index.ts');
  const plan = madeCover();
  report('what loses 60 moments, 12 sources, 40 things', median(timed(() => coverCuts(plan))), 50, 'ms');
  const cameras = Array.from({ length: 8 }, (_, i) => ({
    ...{ id: `c${i}`, clip_limit_s: 870 + 30 * i, gap_s: 8 + i, rolling_since_s: 40 * i },
    may_stop: i % 2 ? null : Array.from({ length: 12 }, (_s, k) => [k * 600 + 100, k * 600 + 220]),
  }));
  const restarts = () => coverRestarts({ cameras, window: [0, 5400], end_s: 5400 });
  report('restarts of eight cameras over 90 min', median(timed(restarts)), 1000, 'ms');
}

/** How soon a cue that is called on one window is on another, and how soon Cover opens on 60 moments with 12 sources. */
export async function benchCoverPages(context, address) {
  const post = async (path, data) => {
    const reply = await context.request.post(`${address}${path}`, { data });
    if (!reply.ok()) throw new Error(`${path}: ${reply.status()} ${await reply.text()}`);
  };
  const { PRODUCTION_DEFAULTS } = await loadSource('core/src/about/brief/index.ts');
  const { CAMERA_DEFAULTS } = await loadSource('core/src/rooms/camera/index.ts');
  const { SCENE_DEFAULTS, SHOT_DEFAULTS } = await loadSource('core/src/rooms/scenes/index.ts');
  const { DAY_DEFAULTS } = await loadSource('core/src/plan/day/index.ts');
  const { CUE_DEFAULTS } = await loadSource('core/src/rooms/cover/index.ts');
  const { randomUUID: newId } = await import('node:crypto');
  const [id, dayId, callId] = [newId(), newId(), newId()];
  await post('/api/productions', { ...PRODUCTION_DEFAULTS, id, title: 'Sixty moments' });
  const insert = (table, values, rowId = newId()) => ({ op: 'insert', table, id: rowId, values });
  const scenes = Array.from({ length: 60 }, () => newId());
  const day = { ...DAY_DEFAULTS, number: 1, date: '2027-06-12', timeZone: 'Europe/London', basePlaceId: null };
  const rows = [
    insert('days', { ...day, callMin: 400 }, dayId),
    ...[...'ABCDEFGHJKLM'].map((letter) => insert('cameras', { ...CAMERA_DEFAULTS, letter, clipLimitMin: 29 })),
    ...scenes.map((sceneId, i) =>
      insert(
        'scenes',
        {
          ...{ ...SCENE_DEFAULTS, number: `${i + 1}`, title: `Moment ${i + 1}`, kind: 'moment', dayId, position: i },
          ...{ plannedMin: 420 + i * 12, lengthMin: 10, eighths: 0 },
        },
        sceneId,
      ),
    ),
    ...scenes.flatMap((sceneId, i) =>
      [...'ABCDEFGHJKLM'].map((letter, k) =>
        insert('shots', {
          ...{ ...SHOT_DEFAULTS, sceneId, code: `${i + 1}${letter}`, position: i * 20 + k, cameras: [letter] },
          ...{ size: ['ws', 'ms', 'cu'][k % 3], priority: k < 3 ? 'must' : 'should' },
        }),
      ),
    ),
    insert('cues', { ...CUE_DEFAULTS, dayId, words: 'First', position: 1 }, callId),
    insert('cues', { ...CUE_DEFAULTS, dayId, words: 'Second', position: 2 }),
  ];
  for (let at = 0; at < rows.length; at += 200)
    await post(`/api/productions/${id}/changes`, { id: newId(), label: 'Bench', ops: rows.slice(at, at + 200) });
  const [one, two] = [await context.newPage(), await context.newPage()];
  for (const page of [one, two]) {
    await page.goto(`${address}/p/${id}/1/cover`);
    await page.locator('[data-cover-band]').waitFor();
  }
  const opened = [];
  for (let i = 0; i < 7; i += 1) {
    await one.getByRole('link', { name: 'Clocks' }).first().click();
    await one.getByRole('heading', { level: 1, name: /Clocks|clock/i }).waitFor();
    opened.push(
      await one.evaluate(async () => {
        const link = [...document.querySelectorAll('a')].find((a) => a.textContent === 'Cover');
        const at = performance.now();
        link.click();
        while (!document.querySelector('[data-cover-band]')) await new Promise(requestAnimationFrame);
        return performance.now() - at;
      }),
    );
  }
  report('Cover opens, 60 moments, 12 cameras, 720 shots', median(opened), 300, 'ms');
  for (const page of [one, two]) await page.getByRole('tab', { name: /^Cues/ }).click();
  const seen = two.evaluate(async () => {
    while (!document.querySelector('[data-cue-run]').textContent.includes('Then Second'))
      await new Promise(requestAnimationFrame);
    return Date.now();
  });
  const calledAt = await one.evaluate(() => {
    const at = Date.now();
    [...document.querySelectorAll('[data-cue-run] button')].find((b) => b.textContent.startsWith('Call')).click();
    return at;
  });
  report('a cue called here is on another window', (await seen) - calledAt, 300, 'ms');
  await one.close();
  await two.close();
}
