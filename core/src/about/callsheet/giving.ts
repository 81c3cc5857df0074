import type { Message } from './frozen.ts';

/** Whether an address opens on this machine only: nobody else may be sent it. */
export function isLoopback(hostname: string): boolean {
  const name = hostname.toLowerCase().replace(/^\[|\]$/g, '');
  return name === 'localhost' || name.endsWith('.localhost') || name === '::1' || /^127(\.\d{1,3}){3}$/.test(name);
}

/** A mail with its text ready, for the device’s own mail program; whatever link the text held becomes `url`. */
export function mailTo(message: Pick<Message, 'recipient' | 'subject' | 'body'>, url: string): string {
  const body = message.body.replace(/https?:\/\/\S+\/s\/\S+/g, url).replace(/\r?\n/g, '\r\n');
  return `mailto:${encodeURIComponent(message.recipient).replace('%40', '@')}?subject=${encodeURIComponent(message.subject)}&body=${encodeURIComponent(body)}`;
}
