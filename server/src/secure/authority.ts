import { X509Certificate } from 'node:crypto';
import { hostname } from 'node:os';
import path from 'node:path';
import { AsnConvert } from '@peculiar/asn1-schema';
import {
  GeneralName,
  GeneralSubtree,
  GeneralSubtrees,
  id_ce_nameConstraints,
  NameConstraints,
} from '@peculiar/asn1-x509';
import * as x509 from '@peculiar/x509';
import { HOME_NETWORKS } from './homeNetworks';
import { ALGORITHM, exportKey, newKeys, newSerial } from './keys';
import { readIfThere, writePrivate } from './privateFile';

const DAY = 24 * 3600_000;
/** A phone that trusts it should not have to be asked again while the computer lasts. */
const AUTHORITY_LIFE = 3650 * DAY;
/** It is made anew before a certificate could outlive it. */
const AUTHORITY_LEAST = 365 * DAY;

/** Who signs this Ravlo's certificate. */
export interface Authority {
  /** PEM */
  readonly certificate: string;
  /** PEM, PKCS #8 */
  readonly key: string;
}

/**
 * The authority of this Ravlo, made at the first start. A phone may be told to trust it, so it is made unable to speak for
 * anything but a home's own addresses and names (name constraints, RFC 5280 4.2.1.10), and its key never leaves the folder.
 */
export async function openAuthority(dir: string, now: () => number = Date.now): Promise<Authority> {
  const certificateFile = path.join(dir, 'authority.pem');
  const keyFile = path.join(dir, 'authority-key.pem');
  const [certificate, key] = await Promise.all([readIfThere(certificateFile), readIfThere(keyFile)]);
  if (certificate && key && Date.parse(new X509Certificate(certificate).validTo) > now() + AUTHORITY_LEAST)
    return { certificate, key };
  const made = await makeAuthority(now());
  await writePrivate(keyFile, made.key);
  await writePrivate(certificateFile, made.certificate);
  return made;
}

async function makeAuthority(at: number): Promise<Authority> {
  const keys = await newKeys();
  const made = await x509.X509CertificateGenerator.createSelfSigned({
    serialNumber: newSerial(),
    name: `CN=Ravlo on ${hostname().replace(/[^\w.-]/g, '-')}, O=Ravlo`,
    // Clocks of phones differ.
    notBefore: new Date(at - DAY),
    notAfter: new Date(at + AUTHORITY_LIFE),
    signingAlgorithm: ALGORITHM,
    keys,
    extensions: [
      new x509.BasicConstraintsExtension(true, 0, true),
      new x509.KeyUsagesExtension(x509.KeyUsageFlags.keyCertSign | x509.KeyUsageFlags.cRLSign, true),
      await x509.SubjectKeyIdentifierExtension.create(keys.publicKey),
      onlyAtHome(),
    ],
  });
  return { certificate: made.toString('pem'), key: await exportKey(keys.privateKey) };
}

function onlyAtHome(): x509.Extension {
  const bases = [
    ...['localhost', 'local'].map((dNSName) => new GeneralName({ dNSName })),
    ...HOME_NETWORKS.map(({ address, bits }) => new GeneralName({ iPAddress: `${address}/${bits}` })),
  ];
  const permittedSubtrees = new GeneralSubtrees(bases.map((base) => new GeneralSubtree({ base })));
  return new x509.Extension(
    id_ce_nameConstraints,
    true,
    AsnConvert.serialize(new NameConstraints({ permittedSubtrees })),
  );
}

/** SHA-256 of a certificate as people compare it: the first eight bytes in pairs. */
export const shortFingerprint = (certificate: string): string =>
  new X509Certificate(certificate).fingerprint256.split(':').slice(0, 8).join(' ');
