// What a server that others reach needs: names it answers to, and a certificate. Who comes in is told by their accounts.
import { X509Certificate } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { isIP } from 'node:net';
import { networkInterfaces } from 'node:os';
import { join } from 'node:path';
import { Failure, step } from './say.mjs';

const LOOPBACK = /^(localhost|127\.|::1$)/;
/** A certificate of one's own is good for this long, days: browsers take none that is good for longer. */
const DAYS = 390;

/** Addresses of this machine on its networks. */
const addresses = () =>
  Object.values(networkInterfaces())
    .flat()
    .filter(({ internal, family }) => !internal && family === 'IPv4')
    .map(({ address }) => address);

/**
 * What the environment says of the door: HOST (where it listens: 127.0.0.1 unless said), HOSTS (more names it answers to), TLS_CERT and TLS_KEY (a certificate of
 * one's own). Made below `folder` where they are needed and not given.
 * @param {Record<string, string | undefined>} env
 * @returns the environment of the server, and lines for who starts it.
 */
export async function openDoor(folder, env = process.env) {
  const host = env.HOST?.trim() || '127.0.0.1';
  if (LOOPBACK.test(host)) return { host, env: { HOST: host }, secure: false, lines: [] };
  const any = host === '0.0.0.0' || host === '::';
  const names = [...new Set([...(any ? addresses() : [host]), ...(env.HOSTS ?? '').split(',').map((name) => name.trim())])].filter(Boolean);
  if (names.length === 0) throw new Failure('This machine has no address on a network. Name one: HOST=ADDRESS npm start');
  mkdirSync(folder, { recursive: true });
  const { cert, key } = await certificate(folder, names, env);
  const { fingerprint256 } = new X509Certificate(readFileSync(cert));
  return {
    host,
    secure: true,
    env: { HOST: host, HOSTS: names.join(','), TLS_CERT: cert, TLS_KEY: key },
    lines: [
      `Others reach it at: ${names.map((name) => `https://${name}:PORT`).join(', ')}`,
      `Fingerprint of its certificate (SHA-256): ${fingerprint256}`,
    ],
  };
}

async function certificate(folder, names, env) {
  if (env.TLS_CERT || env.TLS_KEY) {
    for (const [name, path] of Object.entries({ TLS_CERT: env.TLS_CERT, TLS_KEY: env.TLS_KEY }))
      if (!path || !existsSync(path)) throw new Failure(`${name} names no file. A certificate needs both TLS_CERT and TLS_KEY.`);
    return { cert: env.TLS_CERT, key: env.TLS_KEY };
  }
  const made = { cert: join(folder, 'certificate.pem'), key: join(folder, 'certificate.key') };
  if (existsSync(made.cert) && existsSync(made.key)) {
    const now = new X509Certificate(readFileSync(made.cert));
    const good = Date.parse(now.validTo) > Date.now() + 7 * 86_400_000;
    if (good && names.every((name) => (isIP(name) ? now.checkIP(name) : now.checkHost(name)))) return made;
  }
  step('Making a certificate');
  const { generate } = await import('selfsigned');
  const altNames = names.map((name) => (isIP(name) ? { type: 7, ip: name } : { type: 2, value: name }));
  const fresh = await generate([{ name: 'commonName', value: 'Tamper' }], {
    keyType: 'ec',
    algorithm: 'sha256',
    notAfterDate: new Date(Date.now() + DAYS * 86_400_000),
    extensions: [{ name: 'subjectAltName', altNames: [...altNames, { type: 2, value: 'localhost' }] }],
  });
  writeFileSync(made.key, fresh.private, { mode: 0o600 });
  writeFileSync(made.cert, fresh.cert);
  return made;
}
