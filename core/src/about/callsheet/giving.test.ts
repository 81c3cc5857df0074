import { describe, expect, it } from 'vitest';
import { isLoopback, mailTo } from './index.ts';

describe('giving somebody their link', () => {
  it.each(['127.0.0.1', '127.1.2.3', 'localhost', 'LOCALHOST', 'kavrell.localhost', '[::1]', '::1'])(
    '%s opens here only',
    (host) => expect(isLoopback(host)).toBe(true),
  );
  it.each(['192.168.1.7', '10.0.0.2', 'set-laptop.local', '128.0.0.1', 'example.org'])(
    '%s opens elsewhere too',
    (host) => expect(isLoopback(host)).toBe(false),
  );
  it('a mail has its text ready, with the link as it opens from elsewhere', () => {
    const mail = mailTo(
      {
        recipient: 'oda@harbour.example',
        subject: 'Sheet & call, 06:30',
        body: 'Your call: 06:30.\n\nhttp://127.0.0.1:4600/s/abc.def\n',
      },
      'https://192.168.1.7:4600/s/abc.def',
    );
    const url = new URL(mail);
    expect(url.pathname).toBe('oda@harbour.example');
    expect(url.searchParams.get('subject')).toBe('Sheet & call, 06:30');
    expect(url.searchParams.get('body')).toBe('Your call: 06:30.\r\n\r\nhttps://192.168.1.7:4600/s/abc.def\r\n');
  });
});
