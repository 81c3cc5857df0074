import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { build } from 'esbuild';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startTestServer, type TestServer } from '../testing/harness.ts';

/** Core’s rooms by the names they are imported by, as its package says. */
const CORE = new URL('../../../core/', import.meta.url);
const { exports } = JSON.parse(readFileSync(new URL('package.json', CORE), 'utf8')) as {
  exports: Record<string, string>;
};
const CORE_ROOMS = Object.fromEntries(
  Object.entries(exports).map(([name, file]) => [`@kavrell/core${name.slice(1)}`, fileURLToPath(new URL(file, CORE))]),
);

describe('computations over the API', () => {
  let server: TestServer;
  let owner: Awaited<ReturnType<TestServer['owner']>>;
  beforeAll(async () => {
    server = await startTestServer();
    owner = await server.owner();
  });
  afterAll(() => server.stop());

  it('answers as the command line does: one, many, and each bad one in its place', async () => {
    const one = await owner.post('/api/calc/timecode.frames').send({ label: '01:00:00;00', rate: '29.97df' });
    expect([one.status, one.body]).toEqual([200, { frames: 107892 }]);
    const many = await owner
      .post('/api/calc/power.current')
      .send([{ watts: 1840, volts: 230, powerFactor: 0.8 }, { watts: -1 }]);
    expect(many.status).toBe(200);
    expect(many.body).toEqual([
      { amps: 10 },
      { error: { code: 'input.range', message: 'The load must be 0 W or more.', path: ['watts'] } },
    ]);
  });
  it('refuses in our words, though it is a child process that refuses', async () => {
    const { body } = await owner.post('/api/calc/light.readings').send({ sources: {} });
    expect(body.error).toEqual({ code: 'input.type', message: 'This is to be a list.', path: ['sources'] });
  });
  it('refuses an unknown name in words', async () => {
    const unknown = await owner.post('/api/calc/power.curent').send({});
    expect(unknown.status).toBe(400);
    expect(unknown.body.detail).toMatch(/power.current/);
  });
  it('computes nothing in the process that answers: as many items as fit the budget, each in a child', async () => {
    const before = server.context.pool.done;
    const { body } = await owner
      .post('/api/calc/clock.drift')
      .send(Array.from({ length: 10_001 }, () => ({ ppm: 1, seconds: 1 })))
      .expect(200);
    expect(body).toHaveLength(10_001);
    expect(server.context.pool.done).toBe(before + 1);
    // What is not in the server's bundle can't run in it.
    const { metafile } = await build({
      entryPoints: [fileURLToPath(new URL('../main.ts', import.meta.url))],
      bundle: true,
      write: false,
      metafile: true,
      format: 'esm',
      platform: 'node',
      packages: 'external',
      alias: CORE_ROOMS,
    });
    const inputs = Object.keys(metafile.inputs);
    expect(inputs).toContain('server/src/app.ts');
    expect(inputs.filter((name) => name.includes('core/src/registry') || name.endsWith('/calc.ts'))).toEqual([]);
  });
  it('lists them all', async () => {
    const { body } = await owner.get('/api/calc');
    expect((body as { name: string }[]).map((c) => c.name)).toContain('rigging.wind');
  });
});
