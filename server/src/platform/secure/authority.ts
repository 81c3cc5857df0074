import { createPrivateKey, generateKeyPairSync, randomBytes, X509Certificate } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import forge from 'node-forge';

const DAY_MS = 86_400_000;
/** Phones refuse certificates that hold for longer than this. */
const LEAF_DAYS = 397;
const AUTHORITY_DAYS = 3650;
/** A certificate is made anew so long before it runs out. */
const RENEW_DAYS = 30;
const NAME = 'Kavrell on this machine';

export interface Certificates {
  /** PEM of this server’s key and certificate, and of the authority that signed it. */
  key: string;
  cert: string;
  authority: string;
}

function keyPair(): { privatePem: string; publicPem: string } {
  const { privateKey, publicKey } = generateKeyPairSync('rsa', {
    modulusLength: 2048,
    privateKeyEncoding: { type: 'pkcs8', format: 'pem' },
    publicKeyEncoding: { type: 'spki', format: 'pem' },
  });
  return { privatePem: privateKey, publicPem: publicKey };
}

/** A serial number as hex: positive and with no byte too many, whatever chance gives. One that began with two zeros could not be read back. */
export const serialOf = (random: Buffer): string => `01${random.toString('hex')}`;

function unsigned(publicPem: string, commonName: string, nowMs: number, days: number) {
  const cert = forge.pki.createCertificate();
  cert.publicKey = forge.pki.publicKeyFromPem(publicPem);
  cert.serialNumber = serialOf(randomBytes(15));
  // A phone’s clock may be a little behind.
  cert.validity.notBefore = new Date(nowMs - DAY_MS);
  cert.validity.notAfter = new Date(nowMs + days * DAY_MS);
  cert.setSubject([{ name: 'commonName', value: commonName }]);
  return cert;
}

function makeAuthority(nowMs: number): { keyPem: string; certPem: string } {
  const { privatePem, publicPem } = keyPair();
  const cert = unsigned(publicPem, NAME, nowMs, AUTHORITY_DAYS);
  cert.setIssuer(cert.subject.attributes);
  cert.setExtensions([
    { name: 'basicConstraints', cA: true, pathLenConstraint: 0, critical: true },
    { name: 'keyUsage', keyCertSign: true, cRLSign: true, critical: true },
    { name: 'subjectKeyIdentifier' },
  ]);
  cert.sign(forge.pki.privateKeyFromPem(privatePem), forge.md.sha256.create());
  return { keyPem: privatePem, certPem: forge.pki.certificateToPem(cert) };
}

const isAddress = (name: string) => /^[\d.]+$/.test(name) || name.includes(':');

function makeLeaf(authority: { keyPem: string; certPem: string }, names: readonly string[], nowMs: number) {
  const { privatePem, publicPem } = keyPair();
  const cert = unsigned(publicPem, names[0] ?? 'kavrell', nowMs, LEAF_DAYS);
  cert.setIssuer(forge.pki.certificateFromPem(authority.certPem).subject.attributes);
  cert.setExtensions([
    { name: 'basicConstraints', cA: false },
    { name: 'keyUsage', digitalSignature: true, keyEncipherment: true, critical: true },
    { name: 'extKeyUsage', serverAuth: true },
    {
      name: 'subjectAltName',
      altNames: names.map((name) => (isAddress(name) ? { type: 7, ip: name } : { type: 2, value: name })),
    },
  ]);
  cert.sign(forge.pki.privateKeyFromPem(authority.keyPem), forge.md.sha256.create());
  return { key: privatePem, cert: forge.pki.certificateToPem(cert) };
}

/** Whether a certificate still holds for a while, for all of these names, under this authority and with this key. */
function holds(
  certPem: string,
  keyPem: string,
  authorityPem: string,
  names: readonly string[],
  nowMs: number,
): boolean {
  const cert = new X509Certificate(certPem);
  return (
    Date.parse(cert.validTo) > nowMs + RENEW_DAYS * DAY_MS &&
    cert.checkIssued(new X509Certificate(authorityPem)) &&
    cert.checkPrivateKey(createPrivateKey(keyPem)) &&
    names.every((name) => (isAddress(name) ? cert.checkIP(name) : cert.checkHost(name)) !== undefined)
  );
}

/**
 * The certificates of this server for these names and addresses, kept in a folder: an authority of its own, made at the first use and then the
 * same for ten years, so that a phone trusts it once; and a certificate under it, made anew when names change or it runs out.
 */
export function certificatesFor(folder: string, names: readonly string[], nowMs = Date.now()): Certificates {
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const file = (name: string) => path.join(folder, name);
  const read = (name: string) => (existsSync(file(name)) ? readFileSync(file(name), 'utf8') : null);
  const keep = (name: string, text: string) => writeFileSync(file(name), text, { mode: 0o600 });

  let [authorityKey, authority] = [read('authority.key'), read('authority.crt')];
  if (!authorityKey || !authority || Date.parse(new X509Certificate(authority).validTo) < nowMs + LEAF_DAYS * DAY_MS) {
    const made = makeAuthority(nowMs);
    [authorityKey, authority] = [made.keyPem, made.certPem];
    keep('authority.key', authorityKey);
    keep('authority.crt', authority);
  }
  const [key, cert] = [read('server.key'), read('server.crt')];
  if (key && cert && holds(cert, key, authority, names, nowMs)) return { key, cert, authority };
  const leaf = makeLeaf({ keyPem: authorityKey, certPem: authority }, names, nowMs);
  keep('server.key', leaf.key);
  keep('server.crt', leaf.cert);
  return { ...leaf, authority };
}
