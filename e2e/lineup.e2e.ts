import { randomUUID } from 'node:crypto';
import { mkdir, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { expect, test, type APIRequestContext } from '@playwright/test';
import { ROOM_RATE, roomSound, type DemoPlan } from '@kavrell/demo';
import { packSamples, wavHead } from '@kavrell/core/formats';
import { formatLabel, parseRate, timeOfDayFrames } from '@kavrell/core/timecode';
import { cameraHears, recorderHears, recordMov, recordWav } from '../server/src/devices/record.ts';
import { insert, ninthBell, open, ownNinthBell, rowsOf, saved, unzip, write } from './kavrell.ts';

const POUR = Date.parse('2027-03-18T11:05:00Z');
const MIDNIGHT = Date.parse('2027-03-18T00:00:00Z');
const LENGTH_S = 30;
const LETTERS = ['A', 'B', 'C', 'D'] as const;
/** What is wrong with each camera: B counts another rate, C stands in another zone, D was set by hand; each began at its own moment. */
const CAMERAS = {
  A: { rate: '25', aheadMs: 0, beganMs: 200 },
  B: { rate: '24000/1001', aheadMs: 0, beganMs: 450 },
  C: { rate: '25', aheadMs: 3_600_000, beganMs: 900 },
  D: { rate: '25', aheadMs: 7300, beganMs: 700 },
} as const;

/** The pour as logged, and its media on drives: four cameras, the recorder, a pocket recorder without a clock, and something that was recorded elsewhere. */
async function pour(request: APIRequestContext): Promise<{ id: string; plan: DemoPlan; takeId: string }> {
  const [first] = await rowsOf(request, await ninthBell(request), 'drives');
  const { id, plan } = await ownNinthBell(request);
  const root = path.join(path.dirname(String(first!.path)), `pour-${id.slice(0, 8)}`);
  const day = plan.days[0]!;
  const cards = ['A001', 'B001', 'C001', 'D001', 'S001', 'P001'].map((label) => ({
    ...{ id: randomUUID(), label, path: path.join(root, label), unloaded: true, whereabouts: '', faults: null },
    ...{ station: '', cameraId: plan.cameras.find((c) => c.letter === label[0])?.id ?? null },
  }));
  const drive = { id: randomUUID(), name: 'Pour 1', kind: 'ssd', path: path.join(root, 'drive') };
  await mkdir(drive.path, { recursive: true });
  await write(request, id, [
    ...cards.map(({ id: cardId, ...card }) => insert('cards', card, cardId)),
    insert(
      'drives',
      { ...drive, id: undefined, whereabouts: '', keepUntil: null, faults: null, station: '' },
      drive.id,
    ),
  ]);
  const takeId = randomUUID();
  const event = (seq: number, atMs: number, payload: object) => ({
    ...{ id: randomUUID(), takeId, seq, atMs, productionAtMs: atMs, clientId: 'pour', device: 'logger', payload },
  });
  const rolled = {
    ...{ kind: 'rolled', shotId: plan.shots.find((s) => s.code === '7C')!.id, dayId: day.id, number: 1, wild: false },
    ...{ timecode: '11:05:00:00' },
    cameras: LETTERS.map((letter) => ({
      ...{ letter, cameraId: plan.cameras.find((c) => c.letter === letter)!.id, evidence: 'reports' },
      ...{ card: `${letter}001`, clip: `${letter}001_C001` },
    })),
  };
  const logged = await request.post(`/api/productions/${id}/take-events`, {
    data: {
      events: [
        event(1, POUR, rolled),
        event(2, POUR + 12_000, { kind: 'starred', timecode: '11:05:12:00' }),
        event(3, POUR + LENGTH_S * 1000, { kind: 'cut', timecode: '11:05:30:00' }),
        event(4, POUR + 40_000, { kind: 'marked', verdict: 'good' }),
      ],
    },
  });
  expect(logged.status(), await logged.text()).toBe(200);
  const at = (label: string, name: string) => path.join(root, label, name);
  const durationMs = LENGTH_S * 1000;
  for (const letter of LETTERS) {
    const { rate, aheadMs, beganMs } = CAMERAS[letter];
    const startMs = POUR + beganMs;
    const label = formatLabel(timeOfDayFrames(startMs + aheadMs - MIDNIGHT, parseRate(rate)), parseRate(rate));
    await recordMov(at(`${letter}001`, `${letter}001_C001.mov`), {
      ...{ timecode: label, rate, durationMs, hears: cameraHears(letter, startMs, letter === 'D' ? 26 : 3) },
    });
  }
  await recordWav(at('S001', 'S001_C001.wav'), {
    ...{ startS: (POUR - 1000 - MIDNIGHT) / 1000, durationMs: durationMs + 2000, hears: recorderHears(POUR - 1000) },
  });
  // The pocket recorder knows no time, and holds one thing that was recorded far away.
  const plain = (name: string, startMs: number) => {
    const heard = roomSound({ startMs, durationS: LENGTH_S, ppm: -20, distanceM: 3, snrDb: 12, seed: 99 });
    const format = { encoding: 'pcm', bits: 16, channels: 1, sampleRate: ROOM_RATE } as const;
    return writeFile(at('P001', name), Buffer.concat([wavHead(format, heard.length), packSamples(format, [heard])]));
  };
  await mkdir(path.join(root, 'P001'), { recursive: true });
  await plain('pocket.wav', POUR - 2500);
  await plain('elsewhere.wav', POUR + 7_200_000);
  for (const card of cards) {
    const reply = await request.post(`/api/productions/${id}/copy-jobs`, {
      data: { id: randomUUID(), cardId: card.id, driveIds: [drive.id] },
    });
    expect(reply.status(), await reply.text()).toBe(200);
  }
  await expect
    .poll(async () => (await rowsOf(request, id, 'copyJobs')).filter((j) => j.state === 'verified').length, {
      timeout: 120_000,
    })
    .toBe(cards.length);
  return { id, plan, takeId };
}

test('the pour is lined up from nothing to exports: stopped and taken up, a stranger refused, one clip by hand @deep', async ({
  page,
  request,
}) => {
  test.slow();
  const { id, plan, takeId } = await pour(request);
  await open(page, id, 'line-up');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('5 of 7 clips on one line');
  await expect(page.locator('[data-notes]')).toContainText('C: Its clock is 1 h ahead: another zone, taken off.');
  await page.getByRole('button', { name: 'Line up by sound' }).click();
  await page.getByRole('button', { name: 'Stop for now' }).click();
  await expect(page.locator('[data-run]')).toHaveAttribute('data-run', 'paused');
  await page.reload();
  await page.getByRole('button', { name: 'Go on' }).click();
  await expect(page.locator('[data-run]')).toHaveCount(0, { timeout: 120_000 });
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('6 of 7 clips on one line');
  await expect(page.locator('[data-notes]')).toContainText('7.3 s ahead');
  await page.locator('[data-clip][aria-label^="pocket.wav"]').click();
  const sheet = page.getByRole('complementary');
  await expect(sheet).toContainText('Placed by sound against S001_C001.wav.');
  await expect(sheet.locator('[data-curve]')).toBeVisible();

  // Against the truth: all began when they did, but for the way of the sound to each.
  const otio = (await (
    await request.get(`/api/productions/${id}/days/${plan.days[0]!.id}/line/json/take/${takeId}`)
  ).json()) as { devices: { file: string; offsetMs: number }[] };
  const began = new Map(otio.devices.map((d) => [d.file.split('/').at(-1)!, d.offsetMs]));
  const beside = (name: string, afterMs: number) => began.get(name)! - began.get('S001_C001.wav')! - (afterMs + 1000);
  for (const letter of LETTERS)
    expect(Math.abs(beside(`${letter}001_C001.mov`, CAMERAS[letter].beganMs))).toBeLessThan(21);

  await page.getByRole('tab', { name: 'Not placed 1' }).click();
  await page.getByRole('row', { name: /elsewhere.wav/ }).click();
  await expect(sheet).toContainText('no common sound');
  await sheet.getByRole('button', { name: 'Hear both, nudge' }).click();
  await page.getByLabel('Against').selectOption({ label: 'A001_C001.mov' });
  await page.getByRole('button', { name: '+1 s', exact: true }).click();
  await page.locator('[data-moved]').press('ArrowLeft');
  await expect(page.locator('[data-offset]')).toHaveText(/^\+1\.0400\ss$/);
  await page.getByRole('button', { name: 'It is here' }).click();
  await saved(page);
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('7 of 7 clips on one line');
  await expect(page.locator('main')).toContainText('1 by hand');
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('6 of 7 clips on one line');

  await page.getByRole('tab', { name: 'Export' }).click();
  await page.getByLabel('What to export').selectOption(`take ${takeId}`);
  const href = async (name: string) => (await page.getByRole('link', { name }).getAttribute('href'))!;
  const line: unknown = await (await request.get(await href('OpenTimelineIO'))).json();
  expect(checkOtio(line)).toEqual({ tracks: 6, clips: 6, markers: 6 });
  const lists = unzip(await (await request.get(await href('Edit lists, CMX3600'))).body());
  expect([...lists.keys()].filter((n) => n.endsWith('.edl'))).toHaveLength(6);
  for (const [name, text] of lists) if (name.endsWith('.edl')) checkEdl(text);
  expect((await request.get(await href('Offsets, CSV'))).status()).toBe(200);
  const sound = unzip(await (await request.get(await href('WAV a channel, as recorded'))).body());
  expect([...sound.keys()]).toContain('line.csv');
  expect([...sound.keys()].filter((n) => n.endsWith('.wav'))).toHaveLength(2);
});

interface Otio extends Record<string, unknown> {
  OTIO_SCHEMA: string;
}
/** What each schema of the specification must have. */
const SCHEMAS: Readonly<Record<string, readonly string[]>> = {
  'Timeline.1': ['name', 'tracks', 'metadata', 'global_start_time'],
  'Stack.1': ['name', 'children', 'source_range', 'effects', 'markers', 'metadata'],
  'Track.1': ['name', 'kind', 'children', 'source_range', 'effects', 'markers', 'metadata'],
  'Gap.1': ['source_range', 'effects', 'markers', 'metadata'],
  'Clip.2': ['name', 'source_range', 'media_references', 'active_media_reference_key', 'effects', 'markers'],
  'ExternalReference.1': ['target_url', 'available_range', 'metadata'],
  'Marker.2': ['name', 'color', 'marked_range', 'metadata'],
  'TimeRange.1': ['start_time', 'duration'],
  'RationalTime.1': ['rate', 'value'],
};
/** Goes through a line: every object is of a schema that there is and whole, tracks have nothing but gaps and clips, of whole frames; answers what is in it. */
function checkOtio(line: unknown): { tracks: number; clips: number; markers: number } {
  const counts = { tracks: 0, clips: 0, markers: 0 };
  const walk = (value: unknown): void => {
    if (Array.isArray(value)) return value.forEach(walk);
    if (typeof value !== 'object' || value === null) return;
    const object = value as Otio;
    if (object.OTIO_SCHEMA !== undefined) {
      const needed = SCHEMAS[object.OTIO_SCHEMA];
      expect(needed, object.OTIO_SCHEMA).toBeDefined();
      for (const key of needed!) expect(object, object.OTIO_SCHEMA).toHaveProperty(key);
      if (object.OTIO_SCHEMA === 'RationalTime.1') expect(Number.isInteger(object.value)).toBe(true);
      if (object.OTIO_SCHEMA === 'Clip.2') counts.clips += 1;
      if (object.OTIO_SCHEMA === 'Marker.2') counts.markers += 1;
      if (object.OTIO_SCHEMA === 'Track.1') {
        counts.tracks += 1;
        expect(['Video', 'Audio']).toContain(object.kind);
        for (const child of object.children as Otio[]) expect(['Gap.1', 'Clip.2']).toContain(child.OTIO_SCHEMA);
      }
    }
    Object.values(object).forEach(walk);
  };
  walk(line);
  return counts;
}

/** Every event of a list has reel names of eight and four times of one rate, source and record as long as each other. */
function checkEdl(text: string): void {
  expect(text).toMatch(/^TITLE: .+\r\nFCM: (NON-)?DROP FRAME\r\n/);
  const events = text.split('\r\n').filter((l) => /^\d{3} /.test(l));
  expect(events.length).toBeGreaterThan(0);
  for (const event of events) {
    expect(event).toMatch(/^\d{3} {2}[A-Z0-9_ ]{8} [VA] {5}C {8}(\d\d:\d\d:\d\d[:;]\d\d ?){4}$/);
    const frames = [...event.matchAll(/(\d\d):(\d\d):(\d\d)[:;](\d\d)/g)].map(
      ([, h, m, s, f]) => ((Number(h) * 60 + Number(m)) * 60 + Number(s)) * 25 + Number(f),
    );
    expect(frames[1]! - frames[0]!).toBe(frames[3]! - frames[2]!);
  }
}
