// Certificates for a studio's own network: an authority made once, and under it one for the addresses of this machine, made
// anew when they change or it runs out. With TLS_CERT and TLS_KEY the studio's own certificate is used instead.
import { webcrypto } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import net from 'node:net';
import os from 'node:os';
import path from 'node:path';
import { StageFailure } from './stages.mjs';

const dayMs = 86_400_000;
const algorithm = { name: 'ECDSA', namedCurve: 'P-256', hash: 'SHA-256' };
/** Phones take no certificate that is good for longer. */
const leafDays = 397;
const renewDays = 30;

/** Names and addresses by which other machines know this one. */
export function ownNames(host) {
  if (host !== '0.0.0.0' && host !== '::') return [...new Set([host, 'localhost', '127.0.0.1'])];
  const outward = Object.values(os.networkInterfaces())
    .flat()
    .filter(({ family, internal }) => family === 'IPv4' && !internal)
    .map(({ address }) => address);
  const name = os.hostname().toLowerCase();
  return [...new Set([...outward, name, `${name}.local`, 'localhost', '127.0.0.1'])];
}

/** The library for certificates, there once the packages are installed; what it builds on comes first. */
async function certificates() {
  await import('reflect-metadata');
  const x509 = await import('@peculiar/x509');
  x509.cryptoProvider.set(webcrypto);
  return x509;
}

const pemOf = (label, bytes) =>
  `-----BEGIN ${label}-----\n${Buffer.from(bytes)
    .toString('base64')
    .replace(/.{1,64}/g, '$&\n')}-----END ${label}-----\n`;

const privatePem = async (keys) => pemOf('PRIVATE KEY', await webcrypto.subtle.exportKey('pkcs8', keys.privateKey));

const readKey = (pem) =>
  webcrypto.subtle.importKey('pkcs8', Buffer.from(pem.replace(/-----[^-]+-----|\s/g, ''), 'base64'), algorithm, false, [
    'sign',
  ]);

const keep = (file, text, mode = 0o600) => writeFileSync(file, text, { mode });

/** The authority of this folder; made at the first need, good for ten years. */
async function authorityIn(folder, x509) {
  const [certFile, keyFile] = [path.join(folder, 'authority.pem'), path.join(folder, 'authority-key.pem')];
  if (!existsSync(certFile) || !existsSync(keyFile)) {
    const keys = await webcrypto.subtle.generateKey(algorithm, true, ['sign', 'verify']);
    const now = Date.now();
    const made = await x509.X509CertificateGenerator.createSelfSigned({
      name: `CN=Level Spine at ${os.hostname().replace(/[^\w.-]/g, '') || 'this machine'}`,
      notBefore: new Date(now - dayMs),
      notAfter: new Date(now + 3650 * dayMs),
      signingAlgorithm: algorithm,
      keys,
      extensions: [
        new x509.BasicConstraintsExtension(true, 0, true),
        new x509.KeyUsagesExtension(x509.KeyUsageFlags.keyCertSign | x509.KeyUsageFlags.cRLSign, true),
        await x509.SubjectKeyIdentifierExtension.create(keys.publicKey),
      ],
    });
    keep(keyFile, await privatePem(keys));
    keep(certFile, `${made.toString('pem')}\n`, 0o644); // last: half an authority is made again
  }
  const pem = readFileSync(certFile, 'utf8');
  return { pem, certificate: new x509.X509Certificate(pem), key: await readKey(readFileSync(keyFile, 'utf8')) };
}

const namesOf = (certificate, x509) =>
  certificate.getExtension(x509.SubjectAlternativeNameExtension)?.names.items.map(({ value }) => value) ?? [];

/** Whether a kept certificate still holds for all names, and was signed by this authority. */
async function stillHolds(pem, names, authority, x509) {
  const kept = new x509.X509Certificate(pem);
  const known = namesOf(kept, x509);
  return (
    kept.notAfter.getTime() - Date.now() > renewDays * dayMs &&
    names.every((name) => known.includes(name)) &&
    (await kept.verify({ publicKey: authority.certificate.publicKey, signatureOnly: true }))
  );
}

async function makeLeaf(names, authority, x509) {
  const keys = await webcrypto.subtle.generateKey(algorithm, true, ['sign', 'verify']);
  const now = Date.now();
  const made = await x509.X509CertificateGenerator.create({
    subject: `CN=${names[0]}`,
    issuer: authority.certificate.subject,
    notBefore: new Date(now - dayMs),
    notAfter: new Date(now + leafDays * dayMs - dayMs),
    signingAlgorithm: algorithm,
    publicKey: keys.publicKey,
    signingKey: authority.key,
    extensions: [
      new x509.BasicConstraintsExtension(false, undefined, true),
      new x509.KeyUsagesExtension(x509.KeyUsageFlags.digitalSignature, true),
      new x509.ExtendedKeyUsageExtension([x509.ExtendedKeyUsage.serverAuth]),
      new x509.SubjectAlternativeNameExtension(names.map((value) => ({ type: net.isIP(value) ? 'ip' : 'dns', value }))),
    ],
  });
  return { cert: `${made.toString('pem')}\n`, key: await privatePem(keys) };
}

/**
 * The certificate to serve `host` with: PEM texts { cert, key, authority?, fingerprint? }. `authority` (the one that tablets
 * are to trust) and its SHA-256 are there when it was made here.
 */
export async function certificateFor(host, folder) {
  const { TLS_CERT: certFile, TLS_KEY: keyFile } = process.env;
  if (certFile || keyFile) {
    for (const [name, file] of Object.entries({ TLS_CERT: certFile, TLS_KEY: keyFile }))
      if (!file || !existsSync(file))
        throw new StageFailure(
          `${name} names no file`,
          'TLS_CERT and TLS_KEY name the studio’s certificate (with its chain) and its key, both as PEM files',
        );
    return { cert: readFileSync(certFile, 'utf8'), key: readFileSync(keyFile, 'utf8') };
  }
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const x509 = await certificates();
  const authority = await authorityIn(folder, x509);
  const names = ownNames(host);
  const file = path.join(folder, 'server.json');
  const kept = existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : undefined;
  const leaf =
    kept && (await stillHolds(kept.cert, names, authority, x509)) ? kept : await makeLeaf(names, authority, x509);
  if (leaf !== kept) keep(file, JSON.stringify(leaf));
  const fingerprint = Buffer.from(await authority.certificate.getThumbprint('SHA-256'))
    .toString('hex')
    .toUpperCase();
  return { ...leaf, authority: authority.pem, fingerprint: fingerprint.replace(/..(?=.)/g, '$&:') };
}
