import { VERSION } from '@kavrell/contract';

/** A fault as a text to be copied: what, where, when, with which browser. Nothing of what was typed, and no names of the job. */
export function reportOf(
  error: unknown,
  where: string,
  at: { now: Date; userAgent: string; address: string } = {
    now: new Date(),
    userAgent: navigator.userAgent,
    address: window.location.pathname,
  },
): string {
  const fault = error instanceof Error ? error : new Error(String(error));
  return [
    `Kavrell ${VERSION}, a fault of the interface`,
    `Where: ${where} (${at.address.replace(/[0-9a-f]{8}-[0-9a-f-]{27}/g, '…')})`,
    `When: ${at.now.toISOString()}`,
    `Browser: ${at.userAgent}`,
    `What: ${fault.name}: ${fault.message}`,
    ...(fault.stack ?? '').split('\n').slice(1, 12),
  ].join('\n');
}
