import { mkdir, mkdtemp, rm, symlink, writeFile } from 'node:fs/promises';
import os from 'node:os';
import path from 'node:path';
import type { Agent } from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { MediaFound, MediaRoot } from '@kavrell/contract';
import type { DemoPlan } from '@kavrell/demo';
import { newMark, writeMark } from '@kavrell/copies';
import { startTestServer, storeNinthBell, type TestServer } from '../testing/harness.ts';
import { mediaFolder } from './paths.ts';

let server: TestServer;
let owner: Agent;
let plan: DemoPlan;
let outside = '';
beforeAll(async () => {
  server = await startTestServer();
  owner = await server.owner();
  plan = await storeNinthBell(server);
  outside = await mkdtemp(path.join(os.tmpdir(), 'kavrell-outside-'));
});
afterAll(async () => {
  await server.stop();
  await rm(outside, { recursive: true, force: true });
});
const at = (...names: string[]) => path.join(server.media, ...names);
const set = (...roots: string[]) => owner.post('/api/media-roots').send({ roots });

describe('folders for media', () => {
  it('are set by the owner inside what is allowed, and used at once', async () => {
    server.context.config.mediaAllowed.push(path.join(outside, 'bay'));
    await mkdir(path.join(outside, 'bay', 'A001'), { recursive: true });
    await expect(mediaFolder(server.context, path.join(outside, 'bay', 'A001'))).rejects.toThrow(/outside the folders/);
    const { body } = await set(path.join(outside, 'bay')).expect(200);
    expect((body.roots as MediaRoot[]).map((r) => [r.fixed, r.trouble])).toEqual([
      [true, null],
      [false, null],
    ]);
    await expect(mediaFolder(server.context, path.join(outside, 'bay', 'A001'))).resolves.toBe(
      path.join(outside, 'bay', 'A001'),
    );
  });
  it.each([
    ['elsewhere', () => outside, /lies outside .*KAVRELL_MEDIA_ALLOWED/],
    ['not there', () => at('nowhere'), /is not there just now/],
    ['no folder', () => at('file'), /is no folder/],
  ])('that are %s are refused in words, and nothing is changed', async (_, root, words) => {
    await writeFile(at('file'), 'x');
    const before = (await owner.get('/api/media-roots').expect(200)).body;
    expect((await set(root()).expect(400)).body.detail).toMatch(words);
    expect((await owner.get('/api/media-roots').expect(200)).body).toEqual(before);
  });
  it('a link does not lead out of what is allowed', async () => {
    await symlink(outside, at('way-out'));
    expect((await set(at('way-out')).expect(400)).body.detail).toMatch(/lies outside/);
  });
});

describe('what is plugged in', () => {
  it('is found with what is in it, and known by what it is known as', async () => {
    await mkdir(at('CARD7', 'CLIPS'), { recursive: true });
    await writeFile(at('CARD7', 'CLIPS', 'a.bin'), 'x'.repeat(500));
    await mkdir(at('disk'));
    await writeMark(at('disk'), newMark(server.context.config.secret, new Date()));
    await server.context.models.cards.update({ path: at('CARD7') }, { where: { id: plan.cards[0]!.id } });
    await mkdir(at('NEW'));
    const found = (await owner.get(`/api/productions/${plan.production.id}/media`).expect(200)).body
      .found as MediaFound[];
    const of = (name: string) => found.find((f) => f.name === name);
    expect(of('CARD7')).toMatchObject({ files: 1, sizeBytes: 500, more: false, knownAs: 'card A001', isDrive: false });
    expect(of('disk')).toMatchObject({ knownAs: null, isDrive: true });
    expect(of('NEW')).toMatchObject({ knownAs: null, files: 0 });
  });
});
