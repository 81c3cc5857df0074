import { describe, expect, it } from 'vitest';
import { Away } from '../api.ts';
import { FORM, translated, type ChangesEntry, type Entry } from './entry.ts';
import { Outbox, SENT_KEPT_MS } from './outbox.ts';
import { ME, MIRKO, device, refuse, server, clock, nextId, edit, take, open, state } from './testing.ts';

describe('what is done on this device', () => {
  it('is kept first, then sent in order, and remembered for a week', async () => {
    const { box, log, held, time } = await open();
    const [one, two] = [edit({ lens: '35' }, { lens: '50' }), take()];
    await box.post(one);
    await box.post(two);
    expect(log).toEqual([one.id, two.id]);
    expect(held.entries.size).toBe(0);
    expect([...held.sent.keys()]).toEqual([one.id, two.id]);
    time.pass(SENT_KEPT_MS + 1);
    await box.tidy();
    expect(held.sent.size).toBe(0);
  });
  it('waits while nobody answers, and goes out in the same order when somebody does, with longer and longer waits', async () => {
    const { box, log, fail, time, held } = await open();
    fail.next = [() => new Away(), () => new Away()];
    const one = edit({ lens: '35' }, { lens: '50' });
    await box.post(one);
    expect(state(box)).toMatchObject({ online: false, offlineSinceMs: 1_000_000, entries: [{ id: one.id }] });
    expect(held.entries.size).toBe(1);
    expect(time.waits).toEqual([500]);
    time.pass(500);
    await box.flush();
    expect(time.waits).toEqual([1000]);
    time.pass(1000);
    await box.flush();
    expect(log).toEqual([one.id]);
    expect(state(box)).toMatchObject({ online: true, offlineSinceMs: null, entries: [] });
  });
  it('sent again after an answer that was lost changes nothing', async () => {
    const { box, rows, fail } = await open();
    const one = edit({ lens: '35' }, { lens: '50' });
    await box.post(one);
    fail.next = [];
    await box.post({ ...one });
    expect(rows.get('a')).toMatchObject({ lens: '35', version: 2 });
  });
});

describe('what is not taken', () => {
  it('stays on the device with its reason, through reloads, until it is let go', async () => {
    const first = await open();
    first.fail.next = [() => refuse(400, 'input')];
    const bad = edit({ lens: 5 }, { lens: '50' });
    await first.box.post(bad);
    expect(state(first.box).refused).toMatchObject([{ entry: { id: bad.id }, problem: { code: 'input' } }]);
    const again = await open({ refused: [...first.held.refused.values()] });
    expect(state(again.box).refused).toHaveLength(1);
    await again.box.dismiss(state(again.box).refused[0]!);
    expect(again.held.refused.size).toBe(0);
  });
  it('is mended in its fields and sent as a change of its own', async () => {
    const { box, rows, fail, held, made } = await open();
    fail.next = [() => refuse(400, 'input')];
    const bad = edit({ lens: 'fifty', side: 'right' }, { lens: '50', side: 'left' });
    await box.post(bad);
    await box.mend(state(box).refused[0]!, { '0 lens': '50mm' });
    expect(rows.get('a')).toMatchObject({ lens: '50mm', side: 'right' });
    expect(state(box).refused).toEqual([]);
    expect(held.refused.size).toBe(0);
    expect(made[0]!.id).not.toBe(bad.id);
  });
  it('does not hold up the rest, be it refused or a fault of the server’s', async () => {
    const { box, log, fail, time } = await open();
    const [bad, good] = [edit({ lens: 'x' }, { lens: '50' }), take()];
    fail.next = Array.from({ length: 3 }, () => () => refuse(500, 'fault'));
    void box.post(bad);
    await box.post(good);
    for (let tries = 0; tries < 3; tries += 1) {
      time.pass(10_000);
      await box.flush();
    }
    expect(log).toEqual([good.id]);
    expect(state(box)).toMatchObject({ entries: [], refused: [{ entry: { id: bad.id } }] });
  });
  it('a server that can’t just now, or a session that ended, is no reason to set anything aside', async () => {
    const { box, fail, time, log } = await open();
    fail.next = [() => refuse(503, 'database'), () => refuse(507, 'full'), () => refuse(429, 'often')];
    const one = take();
    await box.post(one);
    for (let tries = 0; tries < 3; tries += 1) {
      time.pass(10_000);
      await box.flush();
    }
    expect(log).toEqual([one.id]);
    fail.next = [() => refuse(401, 'signIn')];
    const two = take();
    await box.post(two);
    expect(state(box)).toMatchObject({ signedOut: true, entries: [{ id: two.id }], refused: [] });
    expect(time.waits).toEqual([]);
    box.signedIn(ME);
    await box.flush();
    expect(state(box)).toMatchObject({ signedOut: false, entries: [] });
  });
});

describe('two at one row', () => {
  it('my own edits follow each other without asking', async () => {
    const { box, fail, rows } = await open();
    fail.next = [() => new Away()];
    await box.post(edit({ lens: '35' }, { lens: '50' }));
    await box.post(edit({ lens: '24' }, { lens: '35' }));
    await box.post(edit({ side: 'right' }, { side: 'left' }));
    await box.flush();
    expect(rows.get('a')).toMatchObject({ lens: '24', side: 'right', version: 4 });
    expect(state(box).refused).toEqual([]);
  });
  it('somebody else’s change of another field stands beside mine', async () => {
    const { box, rows, other } = await open();
    other({ side: 'right' });
    await box.post(edit({ lens: '35' }, { lens: '50' }));
    expect(rows.get('a')).toMatchObject({ lens: '35', side: 'right' });
  });
  it('somebody else’s change of the same field is asked about, however many of mine waited in between', async () => {
    const { box, fail, rows, other } = await open();
    fail.next = [() => new Away(), () => new Away()];
    await box.post(edit({ lens: '35' }, { lens: '50' }));
    await box.post(edit({ lens: '24' }, { lens: '35' }));
    other({ lens: '85' });
    await box.flush();
    expect(rows.get('a')).toMatchObject({ lens: '85' });
    expect(state(box).refused.map((r) => r.problem.current)).toMatchObject([{ lens: '85' }, { lens: '85' }]);
    await box.insist(state(box).refused[1]!);
    expect(rows.get('a')).toMatchObject({ lens: '24' });
  });
  it('between two edits of mine too: what I saw of the row is what counts', async () => {
    const { box, rows, other } = await open();
    await box.post(edit({ lens: '35' }, { lens: '50' }));
    other({ lens: '85' });
    await box.post(edit({ lens: '24' }, { lens: '35' }));
    expect(rows.get('a')).toMatchObject({ lens: '85' });
    expect(state(box).refused).toHaveLength(1);
  });
});

describe('several people at one device', () => {
  const left = (): ChangesEntry => ({ ...(edit({ lens: '35' }, { lens: '50' }) as ChangesEntry), form: 2, by: MIRKO });
  it('nothing of one goes out in the session of another, and nothing of it is dropped', async () => {
    const entry = left();
    const { box, log, held } = await open({ entries: [entry] });
    expect(log).toEqual([]);
    expect(state(box)).toMatchObject({ entries: [], held: [{ id: entry.id }] });
    expect(held.entries.size).toBe(1);
    box.signedIn(MIRKO);
    await box.flush();
    expect(log).toEqual([entry.id]);
  });
  it('until it is known who is signed in nothing goes', async () => {
    const kavrell = server();
    const box = new Outbox(kavrell.sender, clock(), nextId);
    await box.open(device({ entries: [left()] }).store);
    await box.flush();
    expect(kavrell.log).toEqual([]);
    expect(state(box).entries).toHaveLength(1);
  });
  it('the owner sends it under its maker’s name', async () => {
    const entry = left();
    const { box, made } = await open({ entries: [entry] });
    await box.sendHeld(state(box).held[0]!);
    expect(made).toMatchObject([{ id: entry.id, madeBy: 'Mirko' }]);
    expect(state(box).held).toEqual([]);
  });
});

describe('what another version of the app kept', () => {
  it('of before is taken up, of later waits untouched', async () => {
    const { form: _form, ...older } = { ...(take() as Entry), form: 0 };
    const newer = { ...(take() as Entry), form: 9, by: ME };
    const { box, log, held } = await open({ entries: [older, newer] });
    expect(log).toEqual([older.id]);
    expect(state(box).held).toMatchObject([{ id: newer.id, form: 9 }]);
    expect(held.entries.get(newer.id)).toBe(newer);
  });
});

describe('a row that an older app made', () => {
  it('has what rows lacked then as it was: a card’s place unsaid, a camera’s restart usual', () => {
    const insert = (table: string, values: object) => ({ op: 'insert', table, id: 'x', values });
    const made = translated({
      ...{ id: 'e', productionId: 'p', kind: 'changes', label: 'x', form: 3, by: null, at: 1 },
      set: { id: 'e', label: 'x', ops: [insert('cards', { label: 'A001' }), insert('cameras', { walkMin: 4 })] },
    }) as ChangesEntry;
    expect(made.set.ops).toMatchObject([
      { values: { label: 'A001', whereabouts: '', station: '' } },
      { values: { walkMin: 4, restartGapS: 10, lookEveryMin: null } },
    ]);
    expect(made.form).toBe(FORM);
  });
});

describe('what is only in memory for a moment', () => {
  it('is not called kept before the device said that it holds it', async () => {
    const { box, store, fail } = await open();
    fail.next = [() => new Away()];
    let written = () => undefined as void;
    const put = store.put;
    store.put = async (entry) => {
      await new Promise<void>((done) => (written = done));
      await put(entry);
    };
    const posted = box.post(take());
    expect(state(box)).toMatchObject({ unwritten: 1, kept: true });
    written();
    await posted;
    expect(state(box)).toMatchObject({ unwritten: 0, entries: [{}] });
  });
  it('with nothing yet to send it by it is kept and nothing is tried; then all of it goes, in order', async () => {
    const kavrell = server();
    const { store, held } = device();
    const time = clock();
    const box = new Outbox(null, time, nextId);
    await box.open(store);
    box.signedIn(ME);
    const [one, two] = [take(), take()];
    await box.post(one);
    await box.post(two);
    expect(state(box)).toMatchObject({ entries: [{ id: one.id }, { id: two.id }], online: true, unwritten: 0 });
    expect([...held.entries.keys()]).toEqual([one.id, two.id]);
    expect(time.waits).toEqual([]);
    box.sendBy(kavrell.sender);
    await box.flush();
    expect(kavrell.log).toEqual([one.id, two.id]);
    expect(state(box).entries).toEqual([]);
  });
  it('what was done before the device’s database was open is written when it is', async () => {
    const kavrell = server();
    const { store, held } = device();
    const box = new Outbox(kavrell.sender, clock(), nextId);
    const early = take();
    await box.post(early);
    expect(state(box).unwritten).toBe(1);
    expect(held.entries.size).toBe(0);
    await box.open(store);
    expect(state(box).unwritten).toBe(0);
    expect([...held.entries.keys()]).toEqual([early.id]);
  });
});

describe('a device without room', () => {
  it('says so at once, goes on in memory, and sends', async () => {
    const { box, held, log, fail } = await open();
    held.full = true;
    fail.next = [() => new Away()];
    const one = take();
    await box.post(one);
    expect(state(box)).toMatchObject({ kept: false, entries: [{ id: one.id }] });
    await box.flush();
    expect(log).toEqual([one.id]);
    expect(state(box).entries).toEqual([]);
  });
  it('a browser that keeps nothing works all the same', async () => {
    const kavrell = server();
    const box = new Outbox(kavrell.sender, clock(), nextId);
    await box.open(null);
    box.signedIn(ME);
    await box.post(take());
    expect(kavrell.log).toHaveLength(1);
    expect(state(box).kept).toBe(false);
  });
});

describe('a server that was set back to an older state', () => {
  it('gets once more what was acknowledged in the last days, in order, and nothing twice', async () => {
    const first = await open();
    await first.box.post(edit({ lens: '35' }, { lens: '50' }));
    await first.box.post(edit({ lens: '24' }, { lens: '35' }, 2));
    first.rows.set('a', { id: 'a', version: 1, lens: '50', side: 'left' });
    const restored = server();
    const box = new Outbox(restored.sender, clock(), nextId);
    await box.open(first.store);
    box.signedIn(ME);
    expect(await box.sendAgain()).toBe(2);
    expect(restored.rows.get('a')).toMatchObject({ lens: '24', version: 3 });
    expect(await box.sendAgain()).toBe(2);
    expect(restored.rows.get('a')).toMatchObject({ lens: '24', version: 3 });
  });
});
