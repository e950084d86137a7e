import { expect, test } from "./test";
import { openCall } from "./sheet";

const ELSEWHERE = "http://elsewhere.example";

test("every page keeps to its policy, and the answers carry the headers", async ({
  page,
  request,
}) => {
  const broken: string[] = [];
  page.on("console", (message) => {
    if (/content security policy|refused to/i.test(message.text())) broken.push(message.text());
  });
  await openCall(page, "LF-2");
  const sheet = new URL(page.url()).pathname;
  await page.goto("/yard");
  await page.getByRole("link", { name: /LF-2/ }).first().click();
  await expect(page.getByRole("heading", { level: 1, name: /LF-2/ })).toBeVisible();
  const pump = new URL(page.url()).pathname;
  const pages = ["/", "/call", "/yard/new", "/log", "/log/first-causes", "/who", "/nowhere"];
  for (const path of [...pages, `${pump}/curve`, `${pump}/place`, `${pump}/identity`]) {
    const answer = await page.goto(path);
    const headers = answer?.headers() ?? {};
    expect(headers["content-security-policy"], path).toMatch(
      /script-src 'self' 'nonce-[\w+/=]{20,}'/,
    );
    expect(headers, path).toMatchObject({
      "x-content-type-options": "nosniff",
      "x-frame-options": "DENY",
      "referrer-policy": "same-origin",
    });
    expect(headers["x-powered-by"], path).toBeUndefined();
  }
  expect(broken).toEqual([]);

  // A nonce is of one answer only.
  const nonce = async () =>
    /nonce-([^']+)/.exec(
      (await request.get(sheet)).headers()["content-security-policy"] ?? "",
    )?.[1];
  expect(await nonce()).not.toBe(await nonce());
});

test("a script that got into a page does not run", async ({ page }) => {
  const said: string[] = [];
  page.on("console", (message) => said.push(message.text()));
  // As it would come from the server, had markup slipped into the page.
  await page.route("/log", async (route) => {
    const answer = await route.fetch();
    const slipped =
      '<script>window.gotIn = true</script><img src="x:" onerror="window.gotIn = true">';
    await route.fulfill({
      response: answer,
      body: (await answer.text()).replace("</body>", `${slipped}</body>`),
    });
  });
  await page.goto("/log");
  await expect(page.getByRole("heading", { name: "Log", level: 1 })).toBeVisible();
  await expect
    .poll(() => said.filter((text) => /inline (script|event handler)/i.test(text)).length)
    .toBe(2);
  expect(await page.evaluate(() => "gotIn" in window)).toBe(false);
});

test("another site's page writes nothing and frames nothing", async ({ page, baseURL }) => {
  await openCall(page, "LF-2");
  const entries = `${baseURL}/api${new URL(page.url()).pathname.replace("/sheet", "/sheets")}/entries`;
  await page.route(`${ELSEWHERE}/**`, (route) =>
    route.fulfill({
      contentType: "text/html",
      body: `<form method="post" action="${entries}" enctype="text/plain"><input name='{"entries":[],"x":"' value='"}'></form>
        <iframe src="${baseURL}/"></iframe>`,
    }),
  );
  await page.goto(ELSEWHERE);
  await expect.poll(() => page.frames()[1]?.url()).toMatch(/^chrome-error:/);
  const answer = page.waitForResponse(entries);
  await page.locator("form").evaluate((form: HTMLFormElement) => form.submit());
  expect((await answer).status()).toBe(403);
  await expect(page.locator("body")).toContainText("nothing was changed");
});

test("under another name nothing is read", async ({ request }) => {
  const answer = await request.get("/yard", { headers: { host: "rebound.example" } });
  expect(answer.status()).toBe(421);
  expect(await answer.text()).not.toContain("LF-2");
  expect((await request.get("/yard")).status()).toBe(200);
});
