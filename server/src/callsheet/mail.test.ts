import type { AddressInfo } from 'node:net';
import { SMTPServer } from 'smtp-server';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { mailer } from './mail.ts';

/** A mail server on this machine that takes mails, but not for one address. */
const taken: { to: string; text: string }[] = [];
const server = new SMTPServer({
  authOptional: true,
  disabledCommands: ['STARTTLS'],
  onRcptTo: ({ address }, _session, done) =>
    done(address === 'nobody@set.example' ? new Error('No such mailbox.') : null),
  onData(stream, session, done) {
    const parts: Buffer[] = [];
    stream.on('data', (part: Buffer) => parts.push(part));
    stream.on('end', () => {
      const to = session.envelope.rcptTo.map((r) => r.address).join();
      taken.push({ to, text: Buffer.concat(parts).toString() });
      done();
    });
  },
});
let url = '';
beforeAll(
  () =>
    new Promise<void>((ready) => {
      const listening = server.listen(0, '127.0.0.1', () => {
        url = `smtp://127.0.0.1:${(listening.address() as AddressInfo).port}`;
        ready();
      });
    }),
);
afterAll(() => new Promise<void>((done) => server.close(() => done())));

it('hands mails to the server that is named, with text and sender; one that it refuses is said, the others go', async () => {
  const send = mailer({ smtpUrl: url, mailFrom: 'Kavrell <kavrell@set.example>' })!;
  expect(await send({ to: 'oda@set.example', subject: 'Your call 06:30', text: 'Your call: 06:30.' })).toBeNull();
  expect(await send({ to: 'nobody@set.example', subject: 'x', text: 'x' })).toContain('No such mailbox');
  expect(await send({ to: 'piet@set.example', subject: 'y', text: 'y' })).toBeNull();
  expect(taken.map((m) => m.to)).toEqual(['oda@set.example', 'piet@set.example']);
  expect(taken[0]!.text).toContain('From: Kavrell <kavrell@set.example>');
  expect(taken[0]!.text).toContain('Subject: Your call 06:30');
  expect(taken[0]!.text).toContain('Your call: 06:30.');
});
it('without a server there is none to send', () => {
  expect(mailer({ smtpUrl: null, mailFrom: 'x' })).toBeNull();
});
it('a server that is not there is said, and nothing is called sent', async () => {
  const send = mailer({ smtpUrl: 'smtp://127.0.0.1:1', mailFrom: 'x@set.example' })!;
  expect(await send({ to: 'oda@set.example', subject: 'x', text: 'x' })).toMatch(/ECONNREFUSED|connect/);
});
