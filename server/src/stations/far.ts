import http from 'node:http';
import https from 'node:https';
import { setTimeout as sleep } from 'node:timers/promises';
import type { Desk } from '../copies/desk.ts';
import type { Logger } from '../platform/log.ts';
import type { StationAsk, StationReplies } from './protocol.ts';

/** The house is away for the moment, or the network is: what was said is said again. */
export class HouseAway extends Error {}
/** The house said no, in words. */
export class HouseRefused extends Error {
  readonly status: number;
  constructor(status: number, words: string) {
    super(words);
    this.status = status;
  }
}

export interface House {
  url: string;
  /** PEM of the authority that its certificate must be of; null: plain, on this machine itself. */
  authority: string | null;
  secret: string;
  /** Tells one run of the station from another: a job is held by one of them. */
  run: string;
}

const ANSWER_MS = 30_000;
const AGAIN_MS = 1000;

/** Posts JSON to the house. Throws `HouseAway` where nothing answers, `HouseRefused` with its words where it says no. */
export function post(url: string, body: object, headers: Record<string, string>, ca: string | null): Promise<unknown> {
  const text = JSON.stringify(body);
  const isPlain = url.startsWith('http:');
  return new Promise((settle, fail) => {
    const req = (isPlain ? http : https).request(
      url,
      {
        ...{ method: 'POST', timeout: ANSWER_MS },
        headers: { 'content-type': 'application/json', 'content-length': Buffer.byteLength(text), ...headers },
        ...(isPlain || ca === null ? {} : { ca }),
      },
      (res) => {
        const parts: Buffer[] = [];
        res.on('data', (part: Buffer) => parts.push(part));
        res.on('error', (error) => fail(new HouseAway(error.message)));
        res.on('end', () => {
          const said = Buffer.concat(parts).toString();
          const status = res.statusCode ?? 0;
          if (status >= 500) return fail(new HouseAway(`It answered ${status}.`));
          if (status >= 400) return fail(new HouseRefused(status, detailOf(said) ?? `It answered ${status}.`));
          settle(JSON.parse(said));
        });
      },
    );
    req.on('timeout', () => req.destroy(new Error('It did not answer in time.')));
    req.on('error', (error) => fail(new HouseAway(error.message)));
    req.end(text);
  });
}

function detailOf(said: string): string | null {
  try {
    return (JSON.parse(said) as { detail?: string }).detail ?? null;
  } catch {
    // Not from Kavrell: a proxy’s own page says nothing to us.
    return null;
  }
}

/** What a station asks of its house. */
export class HouseLine {
  private readonly house: House;
  private readonly log: Logger;
  private isStopped = false;
  constructor(house: House, log: Logger) {
    this.house = house;
    this.log = log;
  }

  stop(): void {
    this.isStopped = true;
  }

  /** Asks once. */
  once<A extends StationAsk['ask']>(
    asked: Extract<StationAsk, { ask: A }>,
  ): Promise<A extends keyof StationReplies ? StationReplies[A] : object> {
    const { url, authority, secret, run } = this.house;
    const headers = { authorization: `Station ${secret}`, 'x-kavrell-run': run };
    return post(`${url}/api/stations/ask`, asked, headers, authority) as never;
  }

  /** Asks until the house answers: a network that is away for a while ends no copy. */
  async surely<A extends StationAsk['ask']>(
    asked: Extract<StationAsk, { ask: A }>,
  ): Promise<A extends keyof StationReplies ? StationReplies[A] : object> {
    for (;;) {
      try {
        return await this.once<A>(asked);
      } catch (error) {
        if (!(error instanceof HouseAway) || this.isStopped) throw error;
        this.log.warn({ ask: asked.ask, why: error.message }, 'the house is away, asked again');
        await sleep(AGAIN_MS);
      }
    }
  }

  /** The desk over the network. */
  desk(): Desk {
    const tell = async (asked: StationAsk) => void (await this.surely(asked as never));
    return {
      claim: async () => (await this.once({ ask: 'claim' })).order,
      beat: async (jobId, progress) => (await this.once({ ask: 'beat', jobId, progress })).ours,
      end: (jobId, end) => tell({ ask: 'end', jobId, ...end }),
      takeOn: (driveId, volume) => tell({ ask: 'takeOn', driveId, volume }),
      saveSpace: (driveId, space) => tell({ ask: 'saveSpace', driveId, space }),
      list: (jobId, rows) => tell({ ask: 'list', jobId, rows: [...rows] }),
      listed: (jobId, total) => tell({ ask: 'listed', jobId, ...total }),
      settle: (jobId, rows) => tell({ ask: 'settle', jobId, rows: [...rows] }),
      failDrive: (jobId, driveId, reason) => tell({ ask: 'failDrive', jobId, driveId, reason }),
      dropWaiting: (jobId, driveId) => tell({ ask: 'dropWaiting', jobId, driveId }),
      clipsOf: async (cardId) => (await this.surely({ ask: 'clipsOf', cardId })).clips,
      cardAt: async (cardId) => (await this.surely({ ask: 'cardAt', cardId })).at,
      saveClips: (cardId, rows) => tell({ ask: 'saveClips', cardId, rows: [...rows] }),
      saveCard: (cardId, look) => tell({ ask: 'saveCard', cardId, ...look }),
    };
  }
}
