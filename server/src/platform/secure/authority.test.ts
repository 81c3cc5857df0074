import { X509Certificate } from 'node:crypto';
import { mkdtempSync, rmSync, statSync } from 'node:fs';
import https from 'node:https';
import type { AddressInfo } from 'node:net';
import os from 'node:os';
import path from 'node:path';
import { afterAll, expect, it } from 'vitest';
import { certificatesFor, serialOf } from './authority.ts';

const dir = mkdtempSync(path.join(os.tmpdir(), 'kavrell-tls-'));
afterAll(() => rmSync(dir, { recursive: true, force: true }));
const NAMES = ['127.0.0.1', 'set-laptop.local'];
const DAY_MS = 86_400_000;

/** What a client that trusts the authority gets from a server with these certificates. */
function asked({ key, cert }: { key: string; cert: string }, ca: string): Promise<string> {
  return new Promise((done, fail) => {
    const server = https.createServer({ key, cert }, (_req, res) => res.end('well'));
    server.listen(0, '127.0.0.1', () => {
      const { port } = server.address() as AddressInfo;
      https
        .get({ host: '127.0.0.1', port, ca, agent: false }, (res) => {
          res.setEncoding('utf8').on('data', (text: string) => {
            server.close();
            done(text);
          });
        })
        .on('error', (error) => {
          server.close();
          fail(error);
        });
    });
  });
}

it('who trusts the authority once is answered, under every name; who trusts another is not', async () => {
  const made = certificatesFor(dir, NAMES);
  expect(await asked(made, made.authority)).toBe('well');
  const cert = new X509Certificate(made.cert);
  expect([cert.checkIP('127.0.0.1'), cert.checkHost('set-laptop.local')]).toEqual(NAMES);
  expect(new X509Certificate(made.authority).ca).toBe(true);
  const other = certificatesFor(path.join(dir, 'other'), NAMES);
  await expect(asked(made, other.authority)).rejects.toThrow(/certificate/);
});

it('is the same the next time; only new names or an end that is near make a new certificate, under the same authority', () => {
  const first = certificatesFor(dir, NAMES);
  expect(certificatesFor(dir, NAMES)).toEqual(first);
  const elsewhere = certificatesFor(dir, [...NAMES, '10.0.0.7']);
  expect(elsewhere.authority).toBe(first.authority);
  expect(elsewhere.cert).not.toBe(first.cert);
  const later = certificatesFor(dir, [...NAMES, '10.0.0.7'], Date.now() + 370 * DAY_MS);
  expect(later.authority).toBe(first.authority);
  expect(later.cert).not.toBe(elsewhere.cert);
  // No certificate outlives what phones take.
  const { validFrom, validTo } = new X509Certificate(later.cert);
  expect(Date.parse(validTo) - Date.parse(validFrom)).toBeLessThanOrEqual(398 * DAY_MS);
});

it('keys are for the eyes of who runs it only', () => {
  for (const name of ['authority.key', 'server.key']) expect(statSync(path.join(dir, name)).mode & 0o077).toBe(0);
});

it('a serial number is positive and written no longer than it must be, whatever chance gives', () => {
  for (const first of [0x00, 0x01, 0x7f, 0x80, 0xff])
    for (const second of [0x00, 0x80]) {
      const serial = Buffer.from(serialOf(Buffer.from([first, second, ...Array<number>(13).fill(0)])), 'hex');
      expect(serial).toHaveLength(16);
      // DER: the first byte is not nothing, and its highest bit would say negative.
      expect(serial[0]).toBeGreaterThan(0);
      expect(serial[0]).toBeLessThan(0x80);
    }
});
