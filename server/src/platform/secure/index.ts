import { createServer, type Server } from 'node:https';
import type { IncomingMessage, ServerResponse } from 'node:http';
import type { Config } from '../config.ts';
import { certificatesFor } from './authority.ts';
import { certificateFolder, isOpen, ownNames } from './own.ts';

export { serveTrust } from './trust.ts';
export { isOpen, ownAddresses } from './own.ts';

/** PEM of this house’s authority; null while it is not opened to others. */
export const certificateFor = (config: Config): string | null =>
  isOpen(config) ? certificatesFor(certificateFolder(config), ownNames()).authority : null;

/** The same app once more, encrypted, for others on the network; null while it is not opened to them. */
export function openSecure(config: Config, app: (req: IncomingMessage, res: ServerResponse) => void): Server | null {
  if (!isOpen(config)) return null;
  const { key, cert } = certificatesFor(certificateFolder(config), ownNames());
  return createServer({ key, cert }, app).listen(config.securePort, config.host);
}
