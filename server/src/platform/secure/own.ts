import os from 'node:os';
import path from 'node:path';
import { isLoopback } from '@kavrell/core/callsheet';
import type { Config } from '../config.ts';

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
