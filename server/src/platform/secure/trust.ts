import type { Express } from 'express';
import { toString as codeOf } from 'qrcode';
import type { Config } from '../config.ts';
import { plainPage } from '../documents/plainPage.ts';
import { certificateFolder, isOpen, ownAddresses, ownNames } from './own.ts';
import { certificatesFor } from './authority.ts';

const TITLE = 'Trust Kavrell on this device';

/** The page that tells how to trust this server on a phone: what to fetch, where to switch it on, and where to go then. Plain HTML for anybody; what it gives is public. */
export async function trustPage(addresses: readonly string[], securePort: number): Promise<string> {
  const links = await Promise.all(
    addresses.map(async (address) => {
      const url = `https://${address}:${securePort}/`;
      return `<li><a href="${url}">${url}</a>${await codeOf(url, { type: 'svg', margin: 1 })}</li>`;
    }),
  );
  return plainPage(
    TITLE,
    `<h1>${TITLE}</h1>
<p>Kavrell on this machine has its own authority, made here and known to nobody else. Trusted once, this phone reads and logs with no network too.</p>
<ol>
<li><a class="b" href="/trust/kavrell.crt" download>Fetch the certificate</a></li>
<li>Install it; phones differ in where. Some: Settings, <em>Profile downloaded</em>, Install; then General, About, Certificate trust settings, and switch Kavrell on. Others: Settings, Security, Encryption and credentials, Install a certificate, CA certificate. On a computer: open the file and trust it for web sites.</li>
<li>Then open Kavrell here:<ul>${links.join('') || '<li>This machine is on no network just now.</li>'}</ul></li>
</ol>
<p>Only trust it when you know whose machine this is. To take it back, remove “Kavrell on this machine” where you switched it on.</p>`,
  );
}

/** Serves that page and the authority’s certificate, while this server is opened to others. */
export function serveTrust(app: Express, config: Config): void {
  if (!isOpen(config)) return;
  app.get('/trust', (_req, res, next) => {
    trustPage(ownAddresses(), config.securePort).then((html) => res.type('html').send(html), next);
  });
  app.get('/trust/kavrell.crt', (_req, res) => {
    const { authority } = certificatesFor(certificateFolder(config), ownNames());
    res.type('application/x-x509-ca-cert').attachment('kavrell.crt').send(authority);
  });
}
