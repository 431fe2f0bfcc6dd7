import { X509Certificate } from 'node:crypto';
import { hostname } from 'node:os';
import { AsnConvert } from '@peculiar/asn1-schema';
import {
  GeneralName,
  GeneralSubtree,
  GeneralSubtrees,
  id_ce_nameConstraints,
  NameConstraints,
} from '@peculiar/asn1-x509';
import * as x509 from '@peculiar/x509';
import { DAY, goodFor, keepCertified, leftOf, readCertified, type Certified } from './certified';
import { HOME_NETWORKS } from './homeNetworks';
import { ALGORITHM, exportKey, newKeys, newSerial } from './keys';

/** A phone that trusts it should not have to be asked again while the computer lasts. */
const AUTHORITY_LIFE = 3650 * DAY;
/** It is made anew before a certificate could outlive it. */
const AUTHORITY_LEAST = 365 * DAY;

/**
 * The authority of this Ravlo, made at the first start. A phone may be told to trust it, so it is made unable to speak for
 * anything but a home's own addresses and names (name constraints, RFC 5280 4.2.1.10), and its key never leaves the folder.
 */
export async function openAuthority(dir: string, now: () => number = Date.now): Promise<Certified> {
  const kept = await readCertified(dir, 'authority');
  if (kept && leftOf(kept.cert, now()) > AUTHORITY_LEAST) return kept;
  return keepCertified(dir, 'authority', await makeAuthority(now()));
}

async function makeAuthority(at: number): Promise<Certified> {
  const keys = await newKeys();
  const made = await x509.X509CertificateGenerator.createSelfSigned({
    serialNumber: newSerial(),
    name: `CN=Ravlo on ${hostname().replace(/[^\w.-]/g, '-')}, O=Ravlo`,
    ...goodFor(AUTHORITY_LIFE, at),
    signingAlgorithm: ALGORITHM,
    keys,
    extensions: [
      new x509.BasicConstraintsExtension(true, 0, true),
      new x509.KeyUsagesExtension(x509.KeyUsageFlags.keyCertSign | x509.KeyUsageFlags.cRLSign, true),
      await x509.SubjectKeyIdentifierExtension.create(keys.publicKey),
      onlyAtHome(),
    ],
  });
  return { cert: made.toString('pem'), key: await exportKey(keys.privateKey) };
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
export const shortFingerprint = (cert: string): string =>
  new X509Certificate(cert).fingerprint256.split(':').slice(0, 8).join(' ');
