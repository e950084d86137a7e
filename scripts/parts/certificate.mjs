/**
 * A certificate for the plant network, made here: an authority of this machine's own, which a phone is told once to
 * trust, and under it a certificate of the addresses that the machine has today. The authority can vouch for private
 * addresses and local names alone: whoever got hold of its key could not play any other site with it.
 */
import "reflect-metadata";
import { GeneralName, GeneralSubtree, GeneralSubtrees, NameConstraints } from "@peculiar/asn1-x509";
import { AsnConvert } from "@peculiar/asn1-schema";
import * as x509 from "@peculiar/x509";
import { createHash, randomBytes, webcrypto } from "node:crypto";
import { existsSync, mkdirSync, readFileSync } from "node:fs";
import { isIP } from "node:net";
import { join } from "node:path";
import { PRIVATE_RANGES } from "./addresses.mjs";
import { writePrivate } from "./secrets.mjs";

x509.cryptoProvider.set(webcrypto);

const ALGORITHM = { name: "ECDSA", namedCurve: "P-256", hash: "SHA-256" };
const DAY = 24 * 3600 * 1000;

/** Phones refuse a certificate that is good for more than 825 days, and some for more than 398. */
const SERVES_FOR = 397 * DAY;
const AUTHORITY_FOR = 3650 * DAY;
/** A certificate that ends within so long is made anew at a start. */
const RENEWED_BEFORE = 60 * DAY;

/** Names that stand for this machine on a network without a name server. */
const LOCAL_NAMES = ["localhost", "local", "lan", "internal", "home.arpa"];

const fileIn = (folder) => (name) => join(folder, name);

/**
 * The certificate of these names, made where there is none that fits.
 * @param {string} folder - where it is kept; its keys are readable to their owner alone
 * @param {readonly string[]} names - addresses and names that the machine is reached under
 * @param {Date} [now]
 * @returns {Promise<{ key: string, cert: string, authority: string, fingerprint: string }>} `authority` is the path of
 *   the certificate that a phone has to trust, `fingerprint` its SHA-256
 */
export async function certificateFor(folder, names, now = new Date()) {
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const file = fileIn(folder);
  const authority = await authorityIn(folder, now);
  if (!fits(readCertificate(file("server.crt")), authority.cert, names, now)) {
    const keys = await webcrypto.subtle.generateKey(ALGORITHM, true, ["sign", "verify"]);
    const cert = await x509.X509CertificateGenerator.create({
      ...described(names[0], authority.cert.subject, now, SERVES_FOR),
      publicKey: keys.publicKey,
      signingKey: authority.key,
      extensions: [
        new x509.BasicConstraintsExtension(false, undefined, true),
        new x509.KeyUsagesExtension(x509.KeyUsageFlags.digitalSignature, true),
        new x509.ExtendedKeyUsageExtension([x509.ExtendedKeyUsage.serverAuth]),
        new x509.SubjectAlternativeNameExtension(
          names.map((value) => ({ type: isIP(value) ? "ip" : "dns", value })),
        ),
        await x509.AuthorityKeyIdentifierExtension.create(authority.cert.publicKey),
        await x509.SubjectKeyIdentifierExtension.create(keys.publicKey),
      ],
    });
    writePrivate(file("server.key"), await pemOf(keys.privateKey));
    writePrivate(file("server.crt"), cert.toString("pem"));
  }
  return {
    key: readFileSync(file("server.key"), "utf8"),
    cert: readFileSync(file("server.crt"), "utf8"),
    authority: file("authority.crt"),
    fingerprint: fingerprintOf(authority.cert),
  };
}

/** The authority of this machine: kept, since every phone that trusts it would have to be told again. */
async function authorityIn(folder, now) {
  const file = fileIn(folder);
  const kept = readCertificate(file("authority.crt"));
  if (kept && existsSync(file("authority.key")) && kept.notAfter.getTime() - now > SERVES_FOR)
    return { cert: kept, key: await keyFrom(readFileSync(file("authority.key"), "utf8")) };
  const keys = await webcrypto.subtle.generateKey(ALGORITHM, true, ["sign", "verify"]);
  const name = `CN=Yard Tack ${randomBytes(3).toString("hex")}`;
  const cert = await x509.X509CertificateGenerator.create({
    ...described(undefined, name, now, AUTHORITY_FOR),
    subject: name,
    publicKey: keys.publicKey,
    signingKey: keys.privateKey,
    extensions: [
      new x509.BasicConstraintsExtension(true, 0, true),
      new x509.KeyUsagesExtension(x509.KeyUsageFlags.keyCertSign, true),
      new x509.Extension(NAME_CONSTRAINTS, true, AsnConvert.serialize(vouchedFor())),
      await x509.SubjectKeyIdentifierExtension.create(keys.publicKey),
    ],
  });
  writePrivate(file("authority.key"), await pemOf(keys.privateKey));
  writePrivate(file("authority.crt"), cert.toString("pem"));
  return { cert, key: keys.privateKey };
}

const NAME_CONSTRAINTS = "2.5.29.30";

/** Private networks and local names. */
function vouchedFor() {
  const named = [
    ...LOCAL_NAMES.map((name) => new GeneralName({ dNSName: name })),
    ...PRIVATE_RANGES.map(
      ({ address, bits }) => new GeneralName({ iPAddress: `${address}/${bits}` }),
    ),
  ];
  return new NameConstraints({
    permittedSubtrees: new GeneralSubtrees(named.map((base) => new GeneralSubtree({ base }))),
  });
}

/** An hour earlier, for a phone whose clock is behind. */
const described = (name, issuer, now, length) => ({
  serialNumber: randomBytes(16)
    .toString("hex")
    .replace(/^[89a-f]/, "1"),
  ...(name === undefined ? {} : { subject: `CN=${name}` }),
  issuer,
  notBefore: new Date(now.getTime() - 3600_000),
  notAfter: new Date(now.getTime() + length),
  signingAlgorithm: ALGORITHM,
});

function fits(cert, authority, names, now) {
  if (!cert || cert.issuer !== authority.subject) return false;
  if (cert.notAfter.getTime() - now.getTime() < RENEWED_BEFORE) return false;
  const spoken = cert.getExtension(x509.SubjectAlternativeNameExtension)?.names.toJSON() ?? [];
  return names.every((name) => spoken.some(({ value }) => value === name));
}

function readCertificate(path) {
  try {
    return new x509.X509Certificate(readFileSync(path, "utf8"));
  } catch {
    // None yet, or cut in half: it is made anew.
    return undefined;
  }
}

const pemOf = async (key) =>
  x509.PemConverter.encode(await webcrypto.subtle.exportKey("pkcs8", key), "PRIVATE KEY");

const keyFrom = (pem) =>
  webcrypto.subtle.importKey("pkcs8", x509.PemConverter.decode(pem)[0], ALGORITHM, true, ["sign"]);

const fingerprintOf = (cert) =>
  createHash("sha256")
    .update(Buffer.from(cert.rawData))
    .digest("hex")
    .toUpperCase()
    .match(/../g)
    .join(":");
