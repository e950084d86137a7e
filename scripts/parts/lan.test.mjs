import { X509Certificate } from "node:crypto";
import { once } from "node:events";
import { mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from "node:fs";
import { createServer, get as getPlain } from "node:http";
import { get as getSecure } from "node:https";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { expect, describe, it, onTestFinished } from "vitest";
import { lanAddresses } from "./addresses.mjs";
import { certificateFor } from "./certificate.mjs";
import { openFront } from "./front.mjs";
import { freePort } from "./ports.mjs";

const NAMES = ["127.0.0.2", "localhost", "plant.local"];
const DAY = 24 * 3600 * 1000;

function folder() {
  const made = mkdtempSync(join(tmpdir(), "yard-lan-"));
  onTestFinished(() => rmSync(made, { recursive: true, force: true }));
  return made;
}

describe("the certificate of the plant network", () => {
  it("is of the names it is reached under, and signed by an authority of this machine", async () => {
    const made = await certificateFor(folder(), NAMES);
    const [cert, authority] = [new X509Certificate(made.cert), read(made.authority)];
    expect(cert.checkIP("127.0.0.2")).toBe("127.0.0.2");
    expect(cert.checkHost("plant.local")).toBe("plant.local");
    expect(cert.checkHost("elsewhere.example")).toBeUndefined();
    expect(cert.verify(authority.publicKey)).toBe(true);
    expect([cert.ca, authority.ca]).toEqual([false, true]);
    expect(made.fingerprint).toBe(authority.fingerprint256);
    const days = (new Date(cert.validTo) - new Date(cert.validFrom)) / DAY;
    expect(days).toBeLessThan(398);
  });

  it("keeps its keys to their owner", async () => {
    const at = folder();
    await certificateFor(at, NAMES);
    for (const name of ["server.key", "authority.key"])
      expect(statSync(join(at, name)).mode & 0o777).toBe(0o600);
  });

  it("is made anew for another address or when it runs out; phones go on trusting it", async () => {
    const at = folder();
    const first = await certificateFor(at, NAMES);
    expect((await certificateFor(at, NAMES)).cert).toBe(first.cert);
    const moved = await certificateFor(at, ["192.168.7.9", ...NAMES]);
    expect(moved.cert).not.toBe(first.cert);
    const later = await certificateFor(at, NAMES, new Date(Date.now() + 350 * DAY));
    expect(later.cert).not.toBe(moved.cert);
    expect([moved.fingerprint, later.fingerprint]).toEqual([first.fingerprint, first.fingerprint]);
  });

  it("is made anew when it was cut in half", async () => {
    const at = folder();
    const { cert } = await certificateFor(at, NAMES);
    writeFileSync(join(at, "server.crt"), cert.slice(0, 200));
    const again = await certificateFor(at, NAMES);
    expect(new X509Certificate(again.cert).verify(read(again.authority).publicKey)).toBe(true);
  });

  it("cannot vouch for a site of the Internet", async () => {
    const at = folder();
    for (const far of ["elsewhere.example", "203.0.113.7"]) {
      const made = await certificateFor(at, [far, "127.0.0.2"]);
      const port = await served(made);
      await expect(ask(port, made)).rejects.toThrow(/permitted subtree violation/);
    }
  });
});

describe("the front on the plant network", () => {
  it("hands on what is asked, and says truly from where", async () => {
    const made = await certificateFor(folder(), NAMES);
    const port = await served(made);
    const { headers } = await ask(port, made, {
      headers: { "x-forwarded-for": "203.0.113.7", "x-forwarded-host": "elsewhere.example" },
      localAddress: "127.0.0.9",
    });
    expect(headers).toMatchObject({
      host: `127.0.0.2:${port}`,
      "x-forwarded-for": "127.0.0.9",
      "x-forwarded-proto": "https",
    });
    expect(headers["x-forwarded-host"]).toBeUndefined();
  });

  it("leads whoever comes without HTTPS to it", async () => {
    const made = await certificateFor(folder(), NAMES);
    const port = await served(made);
    const [answer] = await once(getPlain(`http://127.0.0.2:${port}/yard?page=2`), "response");
    expect(answer.statusCode).toBe(308);
    expect(answer.headers.location).toBe(`https://127.0.0.2:${port}/yard?page=2`);
  });

  it("says that the application is being started where nobody answers behind it", async () => {
    const made = await certificateFor(folder(), NAMES);
    const port = await served(made, await freePort());
    expect(await ask(port, made)).toEqual({
      status: 503,
      text: expect.stringContaining("typed is kept"),
    });
  });
});

describe("addresses on a private network", () => {
  const ofMachine = {
    lo: [{ family: "IPv4", address: "127.0.0.1", internal: true }],
    eth0: [
      { family: "IPv4", address: "192.168.7.9", internal: false },
      { family: "IPv6", address: "fe80::1", internal: false },
    ],
    wan: [{ family: "IPv4", address: "203.0.113.7", internal: false }],
  };
  it("are those of the machine, never one of the Internet", () => {
    expect(lanAddresses("", ofMachine)).toEqual(["192.168.7.9"]);
  });
  it("can be chosen, never one of the Internet or none", () => {
    expect(lanAddresses(" 10.1.2.3, 192.168.7.9", ofMachine)).toEqual(["10.1.2.3", "192.168.7.9"]);
    expect(() => lanAddresses("203.0.113.7", ofMachine)).toThrow(/203\.0\.113\.7 is no address/);
    expect(() => lanAddresses("plant", ofMachine)).toThrow(/plant is no address/);
    expect(() => lanAddresses("", { lo: ofMachine.lo })).toThrow(/no address on a private network/);
  });
});

const read = (path) => new X509Certificate(readFileSync(path));

/** A front before something that tells what it was asked. @param to - port of what stands behind */
async function served(made, to) {
  const behind = createServer((request, response) => response.end(JSON.stringify(request.headers)));
  behind.listen(0, "127.0.0.1");
  await once(behind, "listening");
  const port = await freePort();
  const front = await openFront({
    ...{ addresses: ["127.0.0.2"], port, to: to ?? behind.address().port },
    ...made,
  });
  onTestFinished(async () => {
    await front.stop();
    behind.closeAllConnections();
    behind.close();
  });
  return port;
}

async function ask(port, { authority }, more = {}) {
  const asked = getSecure({
    ...{ host: "127.0.0.2", port, ca: readFileSync(authority), agent: false },
    ...more,
  });
  const [answer] = await once(asked, "response");
  const text = (await answer.setEncoding("utf8").toArray()).join("");
  const status = answer.statusCode;
  return status === 200 ? { status, headers: JSON.parse(text) } : { status, text };
}
