import { X509Certificate } from 'node:crypto';
import path from 'node:path';
import * as x509 from '@peculiar/x509';
import type { Authority } from './authority';
import { isAtHome } from './homeNetworks';
import { ALGORITHM, exportKey, importKey, newKeys, newSerial } from './keys';
import type { MachineNames } from './machineNames';
import { readIfThere, writePrivate } from './privateFile';

const DAY = 24 * 3600_000;
/** Well below what any browser takes (398 days). */
const SITE_LIFE = 180 * DAY;
/** Renewed when it has no longer than this. */
const SITE_LEAST = 30 * DAY;

/** A certificate and its key, as a secure server wants them; both PEM. */
export interface SiteCertificate {
  readonly cert: string;
  readonly key: string;
}

/**
 * The certificate for this machine's addresses and names: the kept one, or a new one when it is not of this authority, does not
 * name all of them, or runs out within thirty days.
 */
export async function siteCertificate(
  dir: string,
  authority: Authority,
  { addresses, names }: MachineNames,
  now: () => number = Date.now,
): Promise<SiteCertificate> {
  const wanted = [
    ...['localhost', ...names].map((value) => ({ type: 'dns', value }) as const),
    ...['127.0.0.1', '::1', ...addresses].filter(isAtHome).map((value) => ({ type: 'ip', value }) as const),
  ];
  const [certFile, keyFile] = [path.join(dir, 'site.pem'), path.join(dir, 'site-key.pem')];
  const [cert, key] = await Promise.all([readIfThere(certFile), readIfThere(keyFile)]);
  if (cert && key && isGood(cert, authority, wanted, now())) return { cert, key };
  const made = await makeSite(authority, wanted, now());
  await writePrivate(keyFile, made.key);
  await writePrivate(certFile, made.cert);
  return made;
}

type Wanted = readonly { readonly type: 'dns' | 'ip'; readonly value: string }[];

function isGood(cert: string, authority: Authority, wanted: Wanted, at: number): boolean {
  const site = new X509Certificate(cert);
  const names = wanted.every(
    ({ type, value }) => (type === 'dns' ? site.checkHost(value) : site.checkIP(value)) !== undefined,
  );
  const isSigned = site.verify(new X509Certificate(authority.certificate).publicKey);
  return names && isSigned && Date.parse(site.validTo) > at + SITE_LEAST;
}

async function makeSite(authority: Authority, wanted: Wanted, at: number): Promise<SiteCertificate> {
  const issuer = new x509.X509Certificate(authority.certificate);
  const keys = await newKeys();
  const made = await x509.X509CertificateGenerator.create({
    serialNumber: newSerial(),
    subject: `CN=Ravlo`,
    issuer: issuer.subject,
    // Clocks of phones differ.
    notBefore: new Date(at - DAY),
    notAfter: new Date(at + SITE_LIFE),
    signingAlgorithm: ALGORITHM,
    publicKey: keys.publicKey,
    signingKey: await importKey(authority.key),
    extensions: [
      new x509.BasicConstraintsExtension(false, undefined, true),
      new x509.KeyUsagesExtension(x509.KeyUsageFlags.digitalSignature, true),
      new x509.ExtendedKeyUsageExtension([x509.ExtendedKeyUsage.serverAuth]),
      new x509.SubjectAlternativeNameExtension([...wanted]),
      await x509.SubjectKeyIdentifierExtension.create(keys.publicKey),
      await x509.AuthorityKeyIdentifierExtension.create(issuer),
    ],
  });
  // The authority goes along, so that a phone can be told of it by what it sees.
  return {
    cert: `${made.toString('pem')}\n${authority.certificate}\n`,
    key: await exportKey(keys.privateKey),
  };
}
