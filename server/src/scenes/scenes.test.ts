import { randomUUID } from 'node:crypto';
import { readdir } from 'node:fs/promises';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type request from 'supertest';
import { finalBoard, lifeboat, type DemoPlan } from '@kavrell/demo';
import { gatesOf, sceneCoverage } from '@kavrell/core/scenes';
import { keyScreen } from '@kavrell/core/look';
import { staleMarks, leansOf, type FacetChange } from '@kavrell/core/stale';
import { newId } from '../platform/ids.ts';
import { loadRows } from '../productions/load.ts';
import { rowsOf, startTestServer, store, storeNinthBell, type TestServer } from '../testing/harness.ts';

let server: TestServer;
let owner: request.Agent;
let plan: DemoPlan;
const url = (path: string, id = plan.production.id) => `/api/productions/${id}/${path}`;
const write = (ops: unknown[], id = plan.production.id) =>
  owner.post(url('changes', id)).send({ id: randomUUID(), label: 'test', ops });
const bytes = (req: request.Test) =>
  req.buffer(true).parse((res, done) => {
    const parts: Buffer[] = [];
    res.on('data', (part: Buffer) => parts.push(part));
    res.on('end', () => done(null, Buffer.concat(parts)));
  });
/** The smallest JPEG there is: one grey pixel. */
const JPEG = Buffer.from(
  '/9j/4AAQSkZJRgABAQEASABIAAD/2wBDAAMCAgICAgMCAgIDAwMDBAYEBAQEBAgGBgUGCQgKCgkICQkKDA8MCgsOCwkJDRENDg8QEBEQCgwSExIQEw8QEBD/wAALCAABAAEBAREA/8QAFAABAAAAAAAAAAAAAAAAAAAACf/EABQQAQAAAAAAAAAAAAAAAAAAAAD/2gAIAQEAAD8AVN//2Q==',
  'base64',
);

beforeAll(async () => {
  server = await startTestServer();
  owner = await server.owner();
  plan = await storeNinthBell(server);
});
afterAll(() => server.stop());

const upload = (body: Buffer, id = plan.production.id) =>
  owner.post(url('files', id)).set('content-type', 'application/octet-stream').send(body);

describe('stored files', () => {
  it('are kept once by content, told by their bytes, and served as what they are', async () => {
    const first = await upload(JPEG).expect(200);
    expect(first.body).toMatchObject({ sizeBytes: JPEG.length, mediaType: 'image/jpeg' });
    expect((await upload(JPEG).expect(200)).body.hash).toBe(first.body.hash);
    const back = await bytes(owner.get(url(`files/${first.body.hash}`)));
    expect(back.headers['content-type']).toBe('image/jpeg');
    expect(back.headers['x-content-type-options']).toBe('nosniff');
    expect((back.body as Buffer).equals(JPEG)).toBe(true);
  });
  it('what is neither picture nor sound is refused in words, whatever it says it is, and leaves nothing behind', async () => {
    const page = await owner
      .post(url('files'))
      .set('content-type', 'image/jpeg')
      .send(Buffer.from('<script>alert(1)</script>'))
      .expect(400);
    expect(page.body.detail).toMatch(/neither a picture .* nor a sound/);
    await upload(Buffer.alloc(0)).expect(400);
    expect((await readdir(server.context.config.filesRoot)).filter((f) => f.endsWith('.part'))).toEqual([]);
  });
  it('of another production are not there, and can’t be named', async () => {
    const other = await storeNinthBell(server);
    const { hash } = (await upload(Buffer.concat([JPEG, Buffer.from('other')]))).body;
    await owner.get(url(`files/${hash}`, other.production.id)).expect(404);
    const named = await write(
      [
        {
          op: 'insert',
          table: 'pictures',
          id: randomUUID(),
          values: {
            role: 'look',
            shotId: null,
            fileHash: hash,
            strokes: [],
            caption: '',
            widthPx: 1,
            heightPx: 1,
            position: 1,
          },
        },
      ],
      other.production.id,
    ).expect(400);
    expect(named.body.detail).toBe('This points to something that is not in this production.');
    await owner.get(url('files/../../etc')).expect(404);
    await owner.get(url(`files/${'0'.repeat(64)}`)).expect(404);
  });
});

describe('numbers that change places', () => {
  it('may, within one change-set, and back by undo; twice the same is refused in words', async () => {
    const [a, b] = ['3A', '3B'].map((code) => plan.shots.find((s) => s.code === code) as (typeof plan.shots)[number]);
    const set = randomUUID();
    const swap = (one: string, other: string) => [
      { op: 'update', table: 'shots', id: a?.id, version: 1, values: { code: one } },
      { op: 'update', table: 'shots', id: b?.id, version: 1, values: { code: other } },
    ];
    await owner
      .post(url('changes'))
      .send({ id: set, label: 'Renumbered', ops: swap('3B', '3A') })
      .expect(200);
    const codes = async () =>
      (await rowsOf(owner, plan.production.id, 'shots'))
        .filter((s) => s.id === a?.id || s.id === b?.id)
        .map((s) => s.code);
    expect(await codes()).toEqual(['3B', '3A']);
    await owner
      .post(url(`changes/${set}/undo`))
      .send({ id: randomUUID() })
      .expect(200);
    expect(await codes()).toEqual(['3A', '3B']);
    const twice = await write([{ op: 'update', table: 'shots', id: a?.id, version: 3, values: { code: '3C' } }]).expect(
      409,
    );
    expect(twice.body.detail).toBe('There is a shot of that number already.');
  });
});

describe('ids of another production', () => {
  it.each([
    ['deliverableIds', 'deliverables', 'deliverable'],
    ['markIds', 'asks', 'mark'],
  ] as const)('in %s are refused in words', async (field, table, one) => {
    const other = await storeNinthBell(server);
    const shot = plan.shots[5];
    const reply = await write([
      { op: 'update', table: 'shots', id: shot?.id, version: 1, values: { [field]: [other[table][0]?.id] } },
    ]).expect(400);
    expect(reply.body.detail).toBe(`This names a ${one} that is not in this production.`);
  });
  it('as gate, operator, person of a scene or scene of a palette too', async () => {
    const other = await storeNinthBell(server);
    const shot = plan.shots.find((s) => s.code === '4A');
    for (const values of [{ beforeSceneId: other.scenes[0]?.id }, { operatorId: other.people[0]?.id }])
      await write([{ op: 'update', table: 'shots', id: shot?.id, version: 1, values }]).expect(400);
    await write([
      {
        op: 'update',
        table: 'scenes',
        id: plan.scenes[0]?.id,
        version: 1,
        values: { personIds: [other.people[0]?.id] },
      },
    ]).expect(400);
    await write([
      {
        op: 'update',
        table: 'palettes',
        id: plan.palettes[0]?.id,
        version: 1,
        values: { sceneIds: [other.scenes[0]?.id] },
      },
    ]).expect(400);
  });
});

describe('what is stale', () => {
  const changes = async () =>
    (await owner.get(url('facet-changes')).expect(200)).body as {
      changes: FacetChange[];
      births: Record<string, number>;
    };
  const marks = async () => {
    const rows = await loadRows(server.context, plan.production.id);
    const told = await changes();
    return staleMarks({ leans: leansOf(rows), ...told, looks: rows.looks });
  };
  it('follows from what the database recorded: shots of a changed scene, then the sheet they are on; until looked at', async () => {
    const scene = plan.scenes.find((s) => s.number === '5') as (typeof plan.scenes)[number];
    const shots = plan.shots.filter((s) => s.sceneId === scene.id);
    expect((await marks()).size).toBe(0);
    const sheet = randomUUID();
    await write([
      {
        op: 'insert',
        table: 'frozenSheets',
        id: sheet,
        values: {
          dayId: plan.days[0]?.id,
          revision: 1,
          frozenAtMs: Date.now(),
          note: '',
          shots: shots.map((s) => ({ shotId: s.id, code: s.code })),
          content: null,
        },
      },
    ]).expect(200);
    await write([
      { op: 'update', table: 'scenes', id: scene.id, version: 1, values: { props: 'a smaller iron', position: 77 } },
    ]).expect(200);
    const found = await marks();
    expect([...found.keys()].sort()).toEqual([...shots.map((s) => s.id), sheet].sort());
    expect(found.get(sheet)?.because).toMatchObject([
      { sourceId: scene.id, facet: 'props', was: scene.props, now: 'a smaller iron' },
    ]);

    // A shot added after the change knew it.
    const late = randomUUID();
    const { id: _id, productionId: _p, version: _v, deletedAt: _d, ...fields } = shots[0] as (typeof shots)[number];
    await write([{ op: 'insert', table: 'shots', id: late, values: { ...fields, code: '5Z', position: 900 } }]).expect(
      200,
    );
    expect((await marks()).has(late)).toBe(false);

    // Looked at: one of them is clean. Changed back: all are.
    await write([
      {
        op: 'insert',
        table: 'looks',
        id: randomUUID(),
        values: { table: 'shots', entityId: shots[0]?.id, atMs: Date.now() + 5 },
      },
    ]).expect(200);
    expect((await marks()).has(shots[0]?.id ?? '')).toBe(false);
    expect((await marks()).has(shots[1]?.id ?? '')).toBe(true);
    await write([{ op: 'update', table: 'scenes', id: scene.id, version: 2, values: { props: scene.props } }]).expect(
      200,
    );
    // Only the late one, made from the change itself, has to be looked at now; the first was looked at before it went back.
    expect(new Set((await marks()).keys())).toEqual(new Set([late, shots[0]?.id]));
  });
  it('shots are watched only once a sheet has gone out, and nobody but the owner reads it', async () => {
    const other = await storeNinthBell(server);
    const shot = other.shots[0];
    await write(
      [{ op: 'update', table: 'shots', id: shot?.id, version: 1, values: { lens: '18 mm' } }],
      other.production.id,
    ).expect(200);
    expect((await owner.get(url('facet-changes', other.production.id))).body.changes).toEqual([]);
    await server.agent().get(url('facet-changes')).expect(401);
  });
  it('is read with four queries, however long the history', async () => {
    const { queries } = await server.countQueries(() => owner.get(url('facet-changes')).expect(200));
    expect(queries.length).toBeLessThanOrEqual(4);
  });
});

describe('documents', () => {
  const pages = (pdf: Buffer) => pdf.toString('latin1').match(/\/Type \/Page\b/g)?.length ?? 0;
  it('the shot list, by scene and in the day’s order, with stills and scribbles', async () => {
    const { hash } = (await upload(JPEG)).body;
    const shot = plan.shots.find((s) => s.code === '3A');
    await write([
      {
        op: 'insert',
        table: 'pictures',
        id: randomUUID(),
        values: {
          role: 'board',
          shotId: shot?.id,
          fileHash: hash,
          strokes: [],
          caption: '',
          widthPx: 16,
          heightPx: 9,
          position: 9,
        },
      },
    ]).expect(200);
    for (const [path, name] of [
      ['shot-list.pdf', 'the-ninth-bell-shot-list.pdf'],
      [`days/${plan.days[0]?.id}/shot-list.pdf`, 'the-ninth-bell-day-1-shot-list.pdf'],
      ['boards.pdf', 'the-ninth-bell-boards.pdf'],
    ] as const) {
      const reply = await bytes(owner.get(url(path)));
      expect(reply.headers['content-disposition'], path).toContain(name);
      const pdf = reply.body as Buffer;
      expect(pdf.subarray(0, 5).toString()).toBe('%PDF-');
      expect(pages(pdf)).toBeGreaterThanOrEqual(1);
      // The still is in it.
      expect(pdf.includes('/Subtype /Image'), path).toBe(
        path !== `days/${plan.days[0]?.id}/shot-list.pdf` ||
          plan.dayItems.some((i) => i.dayId === plan.days[0]?.id && i.shotId === shot?.id),
      );
    }
    await owner.get(url(`days/${randomUUID()}/shot-list.pdf`)).expect(404);
  });
  it('of a production without shots say so', async () => {
    const bare = await storeNinthBell(server);
    await server.context.models.shots.update(
      { deletedAt: new Date() },
      { where: { productionId: bare.production.id } },
    );
    for (const path of ['shot-list.pdf', 'boards.pdf'])
      expect(((await bytes(owner.get(url(path, bare.production.id)))).body as Buffer).subarray(0, 5).toString()).toBe(
        '%PDF-',
      );
  });
});

describe('the other demo productions', () => {
  const stored = async (demo: DemoPlan) => {
    await store(server, demo);
    return loadRows(server.context, demo.production.id);
  };
  it('the lifeboat’s portraits are four minutes short, and its launch has tight, wide and a reaction beside it', async () => {
    const rows = await stored(lifeboat(newId));
    const [gate] = gatesOf({
      scenes: rows.scenes,
      shots: rows.shots,
      slots: rows.slots,
      states: new Map(),
      nowMin: null,
    });
    expect(gate?.loads[0]).toMatchObject({ neededMin: 22, availableMin: 18, shortMin: 4 });
    const launch = rows.scenes.find((s) => s.title === 'Launch') as (typeof rows.scenes)[number];
    expect(sceneCoverage(launch, rows.shots, rows.people).suggestions.map((s) => s.key)).toEqual(['reaction']);
  });
  it('the final board has its running order, and a key screen that clears magenta and green', async () => {
    const rows = await stored(finalBoard(newId));
    expect(rows.scenes.map((s) => s.kind)).toEqual(rows.scenes.map(() => 'cue'));
    const brand = rows.palettes.filter((p) => p.role === 'brand').flatMap((p) => p.swatches.map((s) => s.hex));
    expect(keyScreen({ colours: brand, person: true })).toMatchObject({ risky: false });
    expect(
      rows.scenes.flatMap((s) =>
        sceneCoverage(s, rows.shots, rows.people).suggestions.map((x) => `${s.number} ${x.key}`),
      ),
    ).toEqual(['1 second', '2 second', '6 second']);
  });
});
