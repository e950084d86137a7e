/** Two servers on one database, a server that is told to stop, and `--lan` as a phone meets it. */
import { randomUUID, X509Certificate } from "node:crypto";
import { readFileSync } from "node:fs";
import { request } from "node:http";
import { request as requestSecurely } from "node:https";
import { once } from "node:events";
import { fileURLToPath } from "node:url";
import { describe, expect, it, onTestFinished } from "vitest";
import { asHeader, enterAs } from "./parts/enter.mjs";
import { freePort, isListening } from "./parts/ports.mjs";
import { startPostgres } from "./parts/postgres.mjs";
import { ensureBuild, prepareDatabase, serve } from "./parts/web.mjs";
import { ask } from "./testing/world.mjs";
import { dataFolder, nothingLeft, npmStart } from "./testing/starting.mjs";

const root = fileURLToPath(new URL("..", import.meta.url));
const CASE = readFileSync(new URL("../demo/cases/example-1.json", import.meta.url), "utf8");

describe("two servers on one database", () => {
  it("share sessions and readings, and one that stops ends what it was asked", async () => {
    await ensureBuild(root);
    const database = await startPostgres(root, { name: "two-servers", throwAway: true });
    onTestFinished(database.stop);
    await prepareDatabase(root, { url: database.url, appUrl: database.appUrl, demo: "asked" });
    const ports = [await freePort(), await freePort()];
    const servers = await Promise.all(
      ports.map((port) => serve(root, { port, databaseUrl: database.appUrl, quiet: true })),
    );
    onTestFinished(() => Promise.all(servers.map((s) => s.stop())));
    const [one, other] = ports.map((port) => `http://127.0.0.1:${port}`);
    const cookie = asHeader(await enterAs(one, "Technician"));
    const person = ask(database.url, "select id from person where name = 'Technician'");
    const sheet = ask(database.url, "select id from run_sheet where signed_at is null limit 1");
    const words = `read by both ${randomUUID()}`;
    const entry = {
      ...{ version: 2, id: randomUUID(), personId: person, at: new Date().toISOString() },
      ...{ supersedes: null, order: null, kind: "note" },
      note: { topic: "words", about: "call", value: words },
    };
    // Whoever has the sheet open at the other server.
    const events = await fetch(`${other}/api/sheets/${sheet}/events`, { headers: { cookie } });
    const heard = events.body.pipeThrough(new TextDecoderStream()).getReader();
    const until = async (what) => {
      let all = "";
      while (!all.includes(what)) {
        const { done, value } = await heard.read();
        if (done) return `${all} ended`;
        all += value;
      }
      return all;
    };
    expect(await until('"Technician"')).toContain("event: here");
    // Once when it begins to listen: what came before it may have been missed.
    await until("event: changed");
    const sent = await fetch(`${one}/api/sheets/${sheet}/entries`, {
      method: "POST",
      headers: { "content-type": "application/json", cookie, origin: one },
      body: JSON.stringify({ entries: [entry] }),
    });
    expect(await until("event: changed")).not.toContain("ended");
    expect(await sent.json()).toMatchObject({ kept: [{ id: entry.id }], refused: [] });
    const seen = await fetch(`${other}/sheet/${sheet}`, { headers: { cookie } });
    expect(await seen.text()).toContain(words);

    // It has heard what it is asked, and not yet all of it.
    const asked = request(`${one}/api/v1/diagnose`, {
      method: "POST",
      headers: { "content-type": "application/json", expect: "100-continue" },
    });
    asked.flushHeaders();
    await once(asked, "continue");
    const stopped = servers[0].stop();
    await expect.poll(() => isListening(ports[0]), { timeout: 60_000 }).toBe(false);
    asked.end(CASE);
    const [answer] = await once(asked, "response");
    const { causes } = JSON.parse((await answer.toArray()).join(""));
    expect([answer.statusCode, causes.length > 0]).toEqual([200, true]);
    await stopped;
    await expect(fetch(one)).rejects.toThrow();
    expect((await fetch(`${other}/readyz`)).status).toBe(200);
    // A way that stays open ends with its server, which does not have to be ended by force.
    await servers[1].stop();
    expect(await until("nothing")).toMatch(/ended$/);
    expect((await servers[1].ended).signal).toBeNull();
  });
});

describe("npm start -- --lan", () => {
  it("serves the plant network over HTTPS, and the demo's tap to nobody on it", async () => {
    const data = dataFolder();
    const run = await npmStart(data, { YARD_LAN: "127.0.0.2" }, ["--lan"]);
    await run.serves();
    const { port } = new URL(run.address);
    expect(run.printed()).toContain(`Yard Tack is at https://127.0.0.2:${port} `);
    const phone = { host: "127.0.0.2", localAddress: "127.0.0.9" };
    const trust = await get(port, "/trust", { ...phone, rejectUnauthorized: false });
    const [fingerprint] = /(?:[0-9A-F]{2}:){31}[0-9A-F]{2}/.exec(run.printed()) ?? [];
    expect(trust.text).toContain(fingerprint);
    const loaded = await get(port, "/trust/authority.crt", { ...phone, rejectUnauthorized: false });
    const authority = new X509Certificate(loaded.body);
    expect(authority.fingerprint256).toBe(fingerprint);

    const ca = authority.toString();
    const page = await get(port, "/sign-in", { ...phone, ca });
    expect(page.text).toContain("Passphrase");
    expect(page.text).not.toContain("The demo is loaded");
    // Nor when it says that it is somebody at this machine.
    for (const name of ["127.0.0.1", "localhost"]) {
      const headers = { host: `${name}:${port}`, "x-forwarded-for": "127.0.0.1" };
      const forged = await get(port, "/sign-in", { ...phone, ca, headers });
      expect(forged.text).not.toContain("The demo is loaded");
    }
    const here = await get(port, "/sign-in", { host: "127.0.0.1", ca });
    expect(here.text).toContain("The demo is loaded");
    const [, person] = /value="([^"]+)"[^>]*><strong>Technician</.exec(here.text) ?? [];
    const entered = await get(port, "/enter", {
      ...{ host: "127.0.0.1", ca, method: "POST" },
      headers: {
        "content-type": "application/x-www-form-urlencoded",
        origin: `https://127.0.0.1:${port}`,
      },
      body: new URLSearchParams({ person, back: "/" }).toString(),
    });
    expect(entered.status).toBe(303);
    const cookies = entered.headers["set-cookie"];
    expect(cookies.length).toBeGreaterThan(1);
    for (const cookie of cookies) expect(cookie).toMatch(/; Secure/);
    process.kill(run.pid, "SIGTERM");
    await nothingLeft(data);
  });
});

async function get(port, path, { body, ...more }) {
  const asked = requestSecurely({ ...more, port, path, agent: false }).end(body);
  const [answer] = await once(asked, "response");
  const whole = Buffer.concat(await answer.toArray());
  return { status: answer.statusCode, headers: answer.headers, body: whole, text: String(whole) };
}
