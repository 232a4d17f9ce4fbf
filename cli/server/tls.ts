import { X509Certificate } from "node:crypto";
import { existsSync, mkdirSync, readFileSync, renameSync } from "node:fs";
import { isIP } from "node:net";
import os from "node:os";
import path from "node:path";
import { run } from "../child.ts";
import { Told } from "../told.ts";

export type Certificate = { cert: string; key: string; fingerprint: string };

/** The names and addresses that a browser may ask this machine by. */
function namesOf(host: string): string[] {
  const own = Object.values(os.networkInterfaces()).flatMap((list) => (list ?? []).map(({ address }) => address));
  const machine = os.hostname().toLowerCase();
  return [...new Set(["localhost", "127.0.0.1", "::1", machine, `${machine}.local`, host, ...own])]
    .map((name) => name.replace(/%.*$/, ""))
    .filter((name) => !["0.0.0.0", "::"].includes(name));
}

function fingerprintOf(cert: string): string {
  try {
    return new X509Certificate(readFileSync(cert)).fingerprint256;
  } catch (error) {
    const why = error instanceof Error ? error.message : String(error);
    throw new Told(`${cert} is no certificate that can be read (${why}): give a PEM file after --tls, then its key.`);
  }
}

/** A certificate that was given, looked over before anything is started. */
export function givenCertificate(cert: string, key: string): Certificate {
  for (const file of [cert, key]) if (!existsSync(file)) throw new Told(`There is no file ${file}: --tls CERT KEY.`);
  return { cert, key, fingerprint: fingerprintOf(cert) };
}

/** A certificate of this shop's own, made once and kept with its data, so that tablets that took it go on with it. */
export function ownCertificate(folder: string, host: string): Certificate {
  const cert = path.join(folder, "cert.pem");
  const key = path.join(folder, "key.pem");
  if (!existsSync(cert) || !existsSync(key)) {
    mkdirSync(folder, { recursive: true, mode: 0o700 });
    const alternatives = namesOf(host).map((name) => `${isIP(name) ? "IP" : "DNS"}:${name}`);
    const done = run("openssl", [
      ...["req", "-x509", "-newkey", "ec", "-pkeyopt", "ec_paramgen_curve:prime256v1", "-nodes", "-days", "3650"],
      ...["-subj", "/CN=Averin", "-addext", `subjectAltName=${alternatives.join(",")}`],
      ...["-keyout", `${key}.new`, "-out", `${cert}.new`],
    ]);
    if (done.code !== 0) throw new Told(`${done.errors}\nThe certificate could not be made in ${folder}.`);
    renameSync(`${key}.new`, key);
    renameSync(`${cert}.new`, cert);
  }
  return { cert, key, fingerprint: fingerprintOf(cert) };
}
