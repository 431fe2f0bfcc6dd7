import { X509Certificate } from 'node:crypto';
import * as x509 from '@peculiar/x509';
import { DAY, goodFor, keepCertified, leftOf, readCertified, type Certified } from './certified';
import { isAtHome } from './homeNetworks';
import { ALGORITHM, exportKey, importKey, newKeys, newSerial } from './keys';
import type { MachineNames } from './machineNames';

/** Well below what any browser takes (398 days). */
const SITE_LIFE = 180 * DAY;
/** Renewed when it has no longer than this. */
const SITE_LEAST = 30 * DAY;

/**
 * The certificate for this machine's addresses and names: the kept one, or a new one when it is not of this authority, does not
 * name all of them, or runs out within thirty days.
 */
export async function siteCertificate(
  dir: string,
  authority: Certified,
  { addresses, names }: MachineNames,
  now: () => number = Date.now,
): Promise<Certified> {
  const wanted = [
    ...['localhost', ...names].map((value) => ({ type: 'dns', value }) as const),
    ...['127.0.0.1', '::1', ...addresses].filter(isAtHome).map((value) => ({ type: 'ip', value }) as const),
  ];
  const kept = await readCertified(dir, 'site');
  if (kept && isGood(kept.cert, authority, wanted, now())) return kept;
  return keepCertified(dir, 'site', await makeSite(authority, wanted, now()));
}

type Wanted = readonly { readonly type: 'dns' | 'ip'; readonly value: string }[];

function isGood(cert: string, authority: Certified, wanted: Wanted, at: number): boolean {
  const site = new X509Certificate(cert);
  const names = wanted.every(
    ({ type, value }) => (type === 'dns' ? site.checkHost(value) : site.checkIP(value)) !== undefined,
  );
  const isSigned = site.verify(new X509Certificate(authority.cert).publicKey);
  return names && isSigned && leftOf(cert, at) > SITE_LEAST;
}

async function makeSite(authority: Certified, wanted: Wanted, at: number): Promise<Certified> {
  const issuer = new x509.X509Certificate(authority.cert);
  const keys = await newKeys();
  const made = await x509.X509CertificateGenerator.create({
    serialNumber: newSerial(),
    subject: `CN=Ravlo`,
    issuer: issuer.subject,
    ...goodFor(SITE_LIFE, at),
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
    cert: `${made.toString('pem')}\n${authority.cert}\n`,
    key: await exportKey(keys.privateKey),
  };
}
