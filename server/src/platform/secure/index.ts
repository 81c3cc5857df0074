import { createServer, type Server } from 'node:https';
import type { IncomingMessage, ServerResponse } from 'node:http';
import os from 'node:os';
import path from 'node:path';
import { isLoopback } from '@kavrell/core/callsheet';
import type { Config } from '../config.ts';
import { certificatesFor } from './authority.ts';

export { serveTrust } from './trust.ts';

/** Addresses by which others on the network reach this machine. */
export const ownAddresses = (interfaces = os.networkInterfaces()): string[] =>
  Object.values(interfaces).flatMap((list) =>
    (list ?? []).filter((a) => a.family === 'IPv4' && !a.internal).map((a) => a.address),
  );

/** Whether this server was opened to others by `KAVRELL_HOST`. */
export const isOpen = (config: Pick<Config, 'host'>): boolean => !isLoopback(config.host);

/** The names that certificates are for: this machine’s addresses, its name, and itself. */
export const ownNames = (): string[] => [...new Set([...ownAddresses(), os.hostname(), 'localhost', '127.0.0.1'])];

export const certificateFolder = (config: Pick<Config, 'dataRoot'>): string => path.join(config.dataRoot, 'tls');

/** The same app once more, encrypted, for others on the network; null while it is not opened to them. */
export function openSecure(config: Config, app: (req: IncomingMessage, res: ServerResponse) => void): Server | null {
  if (!isOpen(config)) return null;
  const { key, cert } = certificatesFor(certificateFolder(config), ownNames());
  return createServer({ key, cert }, app).listen(config.securePort, config.host);
}
