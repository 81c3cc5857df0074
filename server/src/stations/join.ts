import { createHash, X509Certificate } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import https from 'node:https';
import path from 'node:path';
import { z } from 'zod';
import { post } from './far.ts';
import { stationJoined } from './protocol.ts';

const membership = stationJoined.extend({ url: z.string(), authority: z.string().nullable() });
/** What a station keeps of its house, in a folder that only its user reads. */
export type Membership = z.infer<typeof membership>;

const fileIn = (folder: string) => path.join(folder, 'house.json');

/** The house that this station joined before; null when it joined none. */
export function membershipIn(folder: string): Membership | null {
  if (!existsSync(fileIn(folder))) return null;
  return membership.parse(JSON.parse(readFileSync(fileIn(folder), 'utf8')));
}

/**
 * Joins a house by its address and a token. The house’s authority is fetched and must have the fingerprint that the token carries, before anything is said. An
 * address that is not encrypted is taken on this machine itself only.
 */
export async function join(folder: string, address: string, token: string): Promise<Membership> {
  const url = address.replace(/\/+$/, '');
  const { protocol, hostname } = new URL(url);
  const isLocal = ['127.0.0.1', 'localhost', '[::1]'].includes(hostname);
  if (protocol !== 'https:' && !(protocol === 'http:' && isLocal))
    throw new Error(`${url} is not encrypted: a station joins by https, or on the same machine.`);
  const print = token.split('.')[1] ?? '';
  const authority = protocol === 'https:' ? await authorityOf(url, print) : null;
  const joined = stationJoined.parse(await post(`${url}/api/stations/join`, { token }, {}, authority));
  const kept: Membership = { ...joined, url, authority };
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  writeFileSync(fileIn(folder), `${JSON.stringify(kept)}\n`, { mode: 0o600 });
  return kept;
}

/** The authority of a house, as PEM. Refused when it is not the one that the token was made with. */
async function authorityOf(url: string, print: string): Promise<string> {
  const pem = await fetchText(`${url}/trust/kavrell.crt`);
  const found = createHash('sha256').update(new X509Certificate(pem).raw).digest('base64url');
  if (print === '' || found !== print)
    throw new Error(
      `${url} is not the house that made this token: its certificate is another. Nothing was said to it.`,
    );
  return pem;
}

function fetchText(url: string): Promise<string> {
  return new Promise((settle, fail) => {
    // Not yet trusted: what comes is compared with the token before anything is sent.
    https
      .get(url, { rejectUnauthorized: false, timeout: 15_000 }, (res) => {
        const parts: Buffer[] = [];
        res.on('data', (part: Buffer) => parts.push(part));
        res.on('end', () => settle(Buffer.concat(parts).toString()));
        res.on('error', fail);
      })
      .on('error', fail);
  });
}
