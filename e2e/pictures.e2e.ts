import { randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync, truncateSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { expect, test } from '@playwright/test';
import { cell, freshProduction, ninthBell, open, rowsOf, saved } from './kavrell.ts';

test('a picture gives a palette beside the page; what is none, or far too large, is refused in words @deep', async ({
  page,
  request,
}) => {
  const id = await freshProduction(request, `Look ${randomUUID().slice(0, 6)}`);
  await open(page, id, 'brief');
  await page.getByRole('tab', { name: 'Look' }).click();
  const png = await page.evaluate(() => {
    const canvas = document.createElement('canvas');
    canvas.width = 300;
    canvas.height = 100;
    const c = canvas.getContext('2d');
    ['#d9772b', '#1c1512', '#6f7f8c'].forEach((colour, i) => {
      if (!c) return;
      c.fillStyle = colour;
      c.fillRect(i * 100, 0, 100, 100);
    });
    return canvas.toDataURL('image/png').split(',')[1] ?? '';
  });
  const drop = page.getByLabel('Drop pictures: each gives a palette');
  await drop.setInputFiles({ name: 'pour.png', mimeType: 'image/png', buffer: Buffer.from(png, 'base64') });
  await expect(page.getByRole('heading', { name: 'pour' })).toBeVisible();
  await saved(page);
  const [palette] = await rowsOf(request, id, 'palettes');
  expect(palette?.swatches).toHaveLength(3);
  expect((await rowsOf(request, id, 'pictures'))[0]).toMatchObject({ role: 'look', widthPx: 300, heightPx: 100 });
  await drop.setInputFiles({ name: 'notes.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('not a picture at all') });
  await expect(page.getByRole('alert')).toContainText('can’t be read as a picture');
  const dir = mkdtempSync(path.join(os.tmpdir(), 'kavrell-big-'));
  const big = path.join(dir, 'big.jpg');
  writeFileSync(big, '');
  truncateSync(big, 200_000_000);
  await drop.setInputFiles(big);
  await expect(page.getByRole('alert')).toContainText(
    '“big.jpg” has 200 MB; 100 MB is the most that is read. Nothing was changed',
  );
  rmSync(dir, { recursive: true });
  expect(await rowsOf(request, id, 'palettes')).toHaveLength(1);
});

test('a voice-over is dropped, shots hang on its seconds, gaps show @deep', async ({ page, request }) => {
  const id = await freshProduction(request, `Track ${randomUUID().slice(0, 6)}`);
  await open(page, id, 'scenes');
  await page.getByLabel('Text to bring in').fill('scene\tshot\twhat\n1\tA\tone\n1\tB\ttwo');
  await page.getByRole('button', { name: /^Take 2/ }).click();
  await page.getByRole('tab', { name: 'Track' }).click();
  const drop = page.getByLabel('Drop a song or a voice-over');
  await drop.setInputFiles({ name: 'voice.wav', mimeType: 'audio/wav', buffer: tone(4) });
  await expect(page.getByRole('heading', { name: 'voice' })).toBeVisible();
  const hang = page.getByLabel('Hang a shot on this track');
  for (const line of ['1A 0-1.5', '1B 2-4']) {
    await hang.fill(line);
    await hang.press('Enter');
  }
  await expect(page.getByText('1 gap: 0:01.5–0:02.0.')).toBeVisible();
  await hang.fill('9Z');
  await hang.press('Enter');
  await expect(page.getByRole('alert')).toContainText('There is no shot 9Z.');
  await saved(page);
  const [track] = await rowsOf(request, id, 'tracks');
  expect(track).toMatchObject({ durationS: 4 });
  expect(Math.max(...(track?.peaks as number[]))).toBeGreaterThan(100);
  await drop.setInputFiles({ name: 'voice.mp3', mimeType: 'audio/mpeg', buffer: Buffer.from('ID3 not a sound') });
  await expect(page.getByRole('alert').filter({ hasText: 'can’t be read as sound' })).toBeVisible();
});

test('a board is scribbled, kept, and on paper', async ({ page, request }) => {
  const id = await ninthBell(request);
  await open(page, id, 'scenes');
  await page.getByRole('tab', { name: /^2/ }).click();
  await cell(page, '2A', 'code').click();
  const sheet = page.getByRole('complementary');
  await sheet.getByRole('button', { name: 'Scribble' }).click();
  const frame = page.locator('[data-board="2A"]');
  await frame.scrollIntoViewIfNeeded();
  const box = await frame.boundingBox();
  if (!box) throw new Error('no frame to draw in');
  await page.mouse.move(box.x + 20, box.y + 20);
  await page.mouse.down();
  await page.mouse.move(box.x + 120, box.y + 60, { steps: 5 });
  await page.mouse.up();
  await sheet.getByRole('button', { name: 'Keep it' }).click();
  await saved(page);
  const shot = (await rowsOf(request, id, 'shots')).find((s) => s.code === '2A');
  const board = (await rowsOf(request, id, 'pictures')).find((p) => p.shotId === shot?.id);
  expect((board?.strokes as { points: number[] }[] | undefined)?.[0]?.points.length).toBeGreaterThan(6);
  await page.getByRole('tab', { name: 'Boards' }).click();
  await expect(page.getByRole('img', { name: /Board of 2A/ }).first()).toBeVisible();
  const pdf = await request.get(`/api/productions/${id}/boards.pdf`);
  expect(pdf.headers()['content-type']).toBe('application/pdf');
});

/** Seconds of a 440 Hz tone as a WAV file: 16 bits, mono, 8 kHz. */
function tone(seconds: number): Buffer {
  const rate = 8000;
  const data = Buffer.alloc(seconds * rate * 2);
  for (let i = 0; i < seconds * rate; i += 1)
    data.writeInt16LE(Math.round(20000 * Math.sin((2 * Math.PI * 440 * i) / rate)), i * 2);
  const head = Buffer.alloc(44);
  head.write('RIFF', 0);
  head.writeUInt32LE(36 + data.length, 4);
  head.write('WAVEfmt ', 8);
  head.writeUInt32LE(16, 16);
  head.writeUInt16LE(1, 20);
  head.writeUInt16LE(1, 22);
  head.writeUInt32LE(rate, 24);
  head.writeUInt32LE(rate * 2, 28);
  head.writeUInt16LE(2, 32);
  head.writeUInt16LE(16, 34);
  head.write('data', 36);
  head.writeUInt32LE(data.length, 40);
  return Buffer.concat([head, data]);
}
