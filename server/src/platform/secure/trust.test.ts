import express from 'express';
import { mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import request from 'supertest';
import { afterAll, describe, expect, it } from 'vitest';
import type { Config } from '../config.ts';
import { isOpen, openSecure, ownAddresses, serveTrust } from './index.ts';
import { trustPage } from './trust.ts';

const dataRoot = mkdtempSync(path.join(os.tmpdir(), 'kavrell-trust-'));
afterAll(() => rmSync(dataRoot, { recursive: true, force: true }));
const config = (host: string) => ({ host, dataRoot, securePort: 4643 }) as Config;

describe('a server that is opened to others', () => {
  it('is one that listens beyond this machine; what is not opened has no page, no certificate and no second port', async () => {
    expect(['127.0.0.1', 'localhost', '0.0.0.0', '192.168.1.7'].map((host) => isOpen({ host }))).toEqual([
      false,
      false,
      true,
      true,
    ]);
    const app = express();
    serveTrust(app, config('127.0.0.1'));
    await request(app).get('/trust').expect(404);
    await request(app).get('/trust/kavrell.crt').expect(404);
    expect(openSecure(config('127.0.0.1'), app)).toBeNull();
  });
  it('gives its authority to anybody, never its key', async () => {
    const app = express();
    serveTrust(app, config('0.0.0.0'));
    const { text } = await request(app).get('/trust').expect(200);
    expect(text).toContain('Trust Kavrell on this device');
    const crt = await request(app)
      .get('/trust/kavrell.crt')
      .buffer(true)
      .parse((res, done) => {
        let all = '';
        res.setEncoding('utf8');
        res.on('data', (part: string) => (all += part));
        res.on('end', () => done(null, all));
      });
    expect(crt.body).toContain('BEGIN CERTIFICATE');
    expect(crt.body).not.toContain('PRIVATE KEY');
  });
  it('leads to each address of this machine, with a code to hold a phone to', async () => {
    const interfaces = {
      lo: [{ address: '127.0.0.1', family: 'IPv4', internal: true }],
      eth0: [
        { address: '192.168.1.7', family: 'IPv4', internal: false },
        { address: 'fe80::1', family: 'IPv6', internal: false },
      ],
    } as unknown as ReturnType<typeof os.networkInterfaces>;
    const addresses = ownAddresses(interfaces);
    expect(addresses).toEqual(['192.168.1.7']);
    const html = await trustPage(addresses, 4643);
    expect(html).toContain('https://192.168.1.7:4643/');
    expect(html.match(/<svg/g)).toHaveLength(1);
    expect(await trustPage([], 4643)).toContain('on no network');
  });
});
