/** The firm's own certificate authority, and the certificates of its nodes. */
import 'reflect-metadata';
import { isIP } from 'node:net';
import * as x509 from '@peculiar/x509';

export interface Pair {
  /** PEM, both. */
  cert: string;
  key: string;
}

const algorithm = { name: 'ECDSA', namedCurve: 'P-256', hash: 'SHA-256' } as const;
x509.cryptoProvider.set(globalThis.crypto);

const dayMs = 86_400_000;
/** An authority holds so long, days; the certificate of a node as long as clocks may be off either way. */
const authorityDays = 20 * 365;
const nodeDays = 5 * 365;
/** Clocks of laptops may be so far behind. */
const earlierDays = 2;

const newKeys = (): Promise<CryptoKeyPair> =>
  globalThis.crypto.subtle.generateKey(algorithm, true, ['sign', 'verify']);

async function pemOfKey({ privateKey }: CryptoKeyPair): Promise<string> {
  const der = Buffer.from(await globalThis.crypto.subtle.exportKey('pkcs8', privateKey));
  return x509.PemConverter.encode(der, 'PRIVATE KEY');
}

const lasting = (nowMs: number, days: number) => ({
  notBefore: new Date(nowMs - earlierDays * dayMs),
  notAfter: new Date(nowMs + days * dayMs),
});

/** Makes an authority that signs for one firm. */
export async function makeAuthority(firmId: string, nowMs: number): Promise<Pair> {
  const keys = await newKeys();
  const cert = await x509.X509CertificateGenerator.createSelfSigned({
    ...{ serialNumber: '01', name: `CN=Nestle office ${firmId}`, ...lasting(nowMs, authorityDays) },
    ...{ signingAlgorithm: algorithm, keys },
    extensions: [
      new x509.BasicConstraintsExtension(true, 0, true),
      new x509.KeyUsagesExtension(x509.KeyUsageFlags.keyCertSign | x509.KeyUsageFlags.cRLSign, true),
    ],
  });
  return { cert: cert.toString('pem'), key: await pemOfKey(keys) };
}

/** Makes a certificate for one node under the names that it is reached by. */
export async function makeNodeCertificate(
  authority: Pair,
  hosts: readonly string[],
  nowMs: number,
  days = nodeDays,
): Promise<Pair> {
  const keys = await newKeys();
  const issuer = new x509.X509Certificate(authority.cert);
  const signingKey = await globalThis.crypto.subtle.importKey(
    'pkcs8',
    x509.PemConverter.decodeFirst(authority.key),
    algorithm,
    false,
    ['sign'],
  );
  const names = [...new Set([...hosts, 'localhost', '127.0.0.1'])];
  const cert = await x509.X509CertificateGenerator.create({
    ...{ serialNumber: Buffer.from(globalThis.crypto.getRandomValues(new Uint8Array(8))).toString('hex') },
    ...{ subject: `CN=${names[0] ?? 'localhost'}`, issuer: issuer.subject, ...lasting(nowMs, days) },
    ...{ signingAlgorithm: algorithm, publicKey: keys.publicKey, signingKey },
    extensions: [
      new x509.SubjectAlternativeNameExtension(
        names.map((value) => ({ type: isIP(value) ? ('ip' as const) : ('dns' as const), value })),
      ),
      new x509.ExtendedKeyUsageExtension([
        x509.ExtendedKeyUsage.serverAuth,
        x509.ExtendedKeyUsage.clientAuth,
      ]),
    ],
  });
  return { cert: cert.toString('pem'), key: await pemOfKey(keys) };
}
