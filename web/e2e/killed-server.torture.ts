import { fileURLToPath } from "node:url";
import { freePort } from "../../scripts/parts/ports.mjs";
import { serve } from "../../scripts/parts/web.mjs";
import { allSent, figure, openCall, read, step, toReadings } from "./sheet";
import { expect, test } from "./test";

const root = fileURLToPath(new URL("../..", import.meta.url));
type Server = Awaited<ReturnType<typeof serve>>;

test.describe("server killed in mid-save", () => {
  let port = 0;
  let server: Server;

  test.beforeEach(async ({ databaseUrl }) => {
    port = await freePort();
    server = await serve(root, { port, databaseUrl, quiet: true });
  });
  test.afterEach(() => server.kill());

  test("loses nothing and doubles nothing", async ({ browser, databaseUrl }) => {
    const context = await browser.newContext({ baseURL: `http://127.0.0.1:${port}` });
    const page = await context.newPage();
    await openCall(page, "QO-4");
    await toReadings(page);
    await read(page, "suctionPressure", "-18");
    await allSent(page);

    // The first request is taken by the server and its answer is lost: the kill in mid-save.
    let cut = false;
    await page.route("**/entries", async (route) => {
      if (cut) return route.fallback();
      cut = true;
      await route.fetch();
      await server.kill();
      await route.abort();
    });
    await read(page, "dischargePressure", "104 psi");
    await expect(page.getByTestId("saved")).toContainText("kept on this device");
    await read(page, "flow", "97 gpm");
    await expect(page.getByTestId("saved")).toContainText("not sent yet");

    // The tab is closed while the server is away.
    await page.close();
    server = await serve(root, { port, databaseUrl, quiet: true });
    const again = await context.newPage();
    await openCall(again, "QO-4");
    await toReadings(again);
    await expect(figure(again, "flow")).toHaveValue("97");
    await expect(figure(again, "dischargePressure")).toHaveValue("104");
    await allSent(again);

    // Another device sees the same, each once: one reading of each kind, no corrections.
    const other = await browser.newContext({ baseURL: `http://127.0.0.1:${port}` });
    const elsewhere = await other.newPage();
    await openCall(elsewhere, "QO-4");
    await toReadings(elsewhere);
    await expect(figure(elsewhere, "suctionPressure")).toHaveValue("-18");
    await expect(figure(elsewhere, "dischargePressure")).toHaveValue("104");
    await expect(figure(elsewhere, "flow")).toHaveValue("97");
    await step(elsewhere, "Sign off");
    await elsewhere.getByLabel("The visit ends").selectOption("referred");
    await elsewhere.getByLabel("Found").fill("Too little NPSH on warm afternoons.");
    await elsewhere.getByRole("button", { name: "Sign and write the log" }).click();
    await expect(elsewhere.getByText(/Signed:/)).toBeVisible();
    await expect(elsewhere.getByRole("row", { name: /psi/ })).toHaveCount(1);
    await expect(elsewhere.getByText(/Corrected since/)).toHaveCount(0);
    await context.close();
    await other.close();
  });
});
