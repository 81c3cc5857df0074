import { randomUUID } from 'node:crypto';
import { setTimeout as sleep } from 'node:timers/promises';
import { Browser } from './client.mjs';

const PAUSE_MS = 25;
const AGAIN_MS = 150;

/** Sends one thing until it is acknowledged; answers the acknowledgement. What is refused for what it is, is a fault of the trial. */
async function untilTaken(send) {
  for (;;) {
    try {
      const { status, body } = await send();
      if (status === 200) return body;
      if (status < 500 && status !== 429) throw new Refused(`refused with ${status}: ${JSON.stringify(body)}`);
    } catch (error) {
      if (error instanceof Refused) throw error;
    }
    await sleep(AGAIN_MS);
  }
}
class Refused extends Error {}

/** Logs takes one after the other, and keeps an independent ledger of what was acknowledged. */
export function startLogger(cablePort, { token, productionId, dayId, shotIds, name }) {
  const ledger = new Map();
  let going = true;
  const run = async () => {
    const browser = new Browser(cablePort);
    await untilTaken(() => browser.ask('POST', '/api/auth/enter', { token }));
    for (let n = 0; going; n += 1) {
      const takeId = randomUUID();
      const base = { takeId, atMs: Date.now(), seq: n, clientId: name, device: 'trial' };
      const rolled = {
        kind: 'rolled',
        shotId: shotIds[n % shotIds.length],
        dayId,
        number: 1 + (n % 9000),
        wild: false,
        cameras: [],
        timecode: '',
      };
      const events = [
        { ...base, id: randomUUID(), payload: rolled },
        { ...base, id: randomUUID(), payload: { kind: 'noted', text: `${name} ${n}` } },
      ];
      await untilTaken(() => browser.ask('POST', `/api/productions/${productionId}/take-events`, { events }));
      for (const event of events) ledger.set(event.id, JSON.stringify(event.payload));
      // Now and then it is sent twice, as after an answer that was lost.
      if (n % 7 === 0)
        await untilTaken(() => browser.ask('POST', `/api/productions/${productionId}/take-events`, { events }));
      await sleep(PAUSE_MS);
    }
  };
  const done = run();
  return {
    ledger,
    async stop() {
      going = false;
      await done;
    },
  };
}

/** Changes one row again and again; the last acknowledged value must stand. */
export function startEditor(cablePort, { token, productionId, shotId }) {
  let going = true;
  let last = null;
  const run = async () => {
    const browser = new Browser(cablePort);
    await untilTaken(() => browser.ask('POST', '/api/auth/enter', { token }));
    let version = null;
    for (let n = 0; going; n += 1) {
      while (version === null) {
        const rows = await browser.get(`/api/productions/${productionId}/rows/shots`).catch(() => null);
        version = rows?.shots.find((s) => s.id === shotId)?.version ?? null;
        if (version === null) await sleep(AGAIN_MS);
      }
      const value = `edit ${n}`;
      const set = {
        id: randomUUID(),
        label: value,
        ops: [{ op: 'update', table: 'shots', id: shotId, version, values: { description: value } }],
      };
      const body = await untilTaken(() => browser.ask('POST', `/api/productions/${productionId}/changes`, set));
      version = body.versions[shotId];
      last = value;
      await sleep(4 * PAUSE_MS);
    }
  };
  const done = run();
  return {
    last: () => last,
    async stop() {
      going = false;
      await done;
    },
  };
}

/** A window that reads: all rows when its stream opens, tables again when it hears that they changed. */
export function startWindow(cablePort, { token, productionId, tables }) {
  const rows = {};
  let going = true;
  let leave = () => {};
  const run = async () => {
    const browser = new Browser(cablePort);
    await untilTaken(() => browser.ask('POST', '/api/auth/enter', { token }));
    let reading = Promise.resolve();
    const read = (names) => {
      reading = reading.then(async () => {
        for (let got = null; got === null && going;) {
          got = await browser.get(`/api/productions/${productionId}/rows/${names.join(',')}`).catch(() => null);
          if (got) Object.assign(rows, got);
          else await sleep(AGAIN_MS);
        }
      });
    };
    while (going) {
      await browser.listen(
        `/api/productions/${productionId}/live`,
        (close) => {
          leave = close;
          read(tables);
        },
        (changes) => {
          const heard = new Set(changes.map((c) => c.table));
          // Files of a copy job are not told one by one: they move when their job does.
          if (heard.has('copyJobs')) heard.add('copyFiles').add('clips');
          const names = tables.filter((t) => heard.has(t));
          if (names.length > 0) read(names);
        },
      );
      await sleep(AGAIN_MS);
    }
    await reading;
  };
  const done = run();
  return {
    rows,
    async stop() {
      going = false;
      leave();
      await done;
    },
  };
}
