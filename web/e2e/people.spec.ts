import { execFileSync } from "node:child_process";
import { readFileSync } from "node:fs";
import { expectAccessible } from "./accessible";
import { allSent, figure, openCall, read, toReadings } from "./sheet";
import { enteredAs, expect, NOBODY, test } from "./test";

const PHRASE = "nine wet gloves on a rail";

test.describe("nobody", () => {
  test.use({ storageState: NOBODY });

  test("is asked to sign in, wherever they go, and comes back there", async ({ page, request }) => {
    for (const path of ["/", "/yard", "/call", "/log", "/log/first-causes", "/who", "/people"]) {
      await page.goto(path);
      await expect(page.getByRole("heading", { name: "Sign in", level: 1 }), path).toBeVisible();
    }
    await page.goto("/yard?find=LF-2");
    await expectAccessible(page, "/sign-in");
    await page.getByRole("button", { name: /^Lead/ }).click();
    await expect(page).toHaveURL("/yard?find=LF-2");
    await expect(page.getByRole("link", { name: /LF-2/ }).first()).toBeVisible();
    for (const path of ["/people/trail.csv", "/yard/x/case.json", "/yard/x/curve.csv"])
      expect((await request.get(path)).status(), path).toBe(401);
  });

  test("enters by a tap only at this machine, and as nobody else", async ({ request, baseURL }) => {
    const enter = (person: string, headers = {}) =>
      request.post("/enter", {
        form: { person, back: "/" },
        headers: { origin: baseURL ?? "", ...headers },
        maxRedirects: 0,
      });
    expect((await enter("00000000-0000-4000-8000-000000000000")).status()).toBe(403);
    expect((await enter("")).status()).toBe(403);
    // Through a proxy that asks under a loopback name, nobody is offered and nobody gets in.
    const passed = { "x-forwarded-for": "10.0.0.9" };
    const offered = await (await request.get("/sign-in")).text();
    const [, person = ""] = /value="([0-9a-f-]{36})"/.exec(offered) ?? [];
    expect(person).not.toBe("");
    expect(await (await request.get("/sign-in", { headers: passed })).text()).not.toContain(person);
    expect((await enter(person, passed)).status()).toBe(403);
    const page = await (await request.get("/sign-in?back=//elsewhere.example/")).text();
    expect(page).toContain('name="back" value="/"');
  });

  test("with a wrong passphrase gets the same words for any name, and is slowed down", async ({
    page,
  }) => {
    await page.goto("/sign-in");
    const said = async (name: string) => {
      await page.getByLabel("Name").fill(name);
      await page.getByLabel("Passphrase", { exact: true }).fill("not this one, surely");
      await page.getByRole("button", { name: "Sign in", exact: true }).click();
      const alert = page.locator('form [role="alert"]');
      await expect(alert).toBeVisible();
      await expect(page.getByRole("button", { name: "Sign in", exact: true })).toBeEnabled();
      return alert.textContent();
    };
    const known = await said("Lead");
    expect(known).toBe("This name and passphrase do not belong together.");
    expect(await said("Somebody who is not there")).toBe(known);
    for (let tried = 2; tried <= 6; tried++) await said("lead");
    expect(await said("LEAD")).toContain("Too many wrong passphrases. Wait");
    // Another name is not closed by it.
    expect(await said("Technician")).toBe(known);
  });
});

test("the administrator adds somebody, who chooses a passphrase, signs in and out, and leaves", async ({
  browser,
  baseURL,
}) => {
  const address = baseURL ?? "";
  const boss = await browser.newContext({
    baseURL: address,
    storageState: await enteredAs(address, "Administrator"),
  });
  const people = await boss.newPage();
  await people.goto("/people");
  const add = people.getByRole("region", { name: "Add somebody" });
  await add.getByLabel("Name").fill("Ida Quist");
  await add.getByLabel("Work").selectOption("viewer");
  await add.getByRole("button", { name: "Add" }).click();
  await expectAccessible(people, "/people");
  const row = people.locator('[data-person="Ida Quist"]');
  await expect(row).toContainText("sees no place yet");
  // A name is somebody's once, however it is written.
  await add.getByLabel("Name").fill(" ida  QUIST");
  await add.getByRole("button", { name: "Add" }).click();
  await expect(add).toContainText("Somebody has this name already");
  await people.reload();
  await expect(people.locator("[data-person]", { hasText: /ida +quist/i })).toHaveCount(1);

  await row.getByText(/Change what/).click();
  await row.getByLabel("Quilletfield Orchard").check();
  await row.getByRole("button", { name: "Save" }).click();
  await expect(row).toContainText("Saved");
  await row.getByRole("button", { name: "Make a one-time address" }).click();
  const link = (await row.locator("code").textContent()) ?? "";

  const hers = await browser.newContext({ baseURL: address, storageState: NOBODY });
  const page = await hers.newPage();
  await page.goto(link);
  await page.getByLabel("Passphrase", { exact: true }).fill("short");
  await page.getByLabel("The same again").fill("short");
  await page.getByRole("button", { name: "Set it and sign in" }).click();
  await expect(page.getByText(/At least 12 characters/).last()).toBeVisible();
  await page.getByLabel("Passphrase", { exact: true }).fill(PHRASE);
  await page.getByLabel("The same again").fill(PHRASE);
  await page.getByRole("button", { name: "Set it and sign in" }).click();
  await expect(page.getByRole("heading", { level: 2, name: "Calls" })).toBeVisible();

  // She sees her place, no other's name, and nothing to change.
  await page.goto("/yard");
  await expect(page.getByRole("link", { name: /QO-1/ }).first()).toBeVisible();
  await expect(page.getByText(/LF-2|Larkfen/)).toHaveCount(0);
  await expect(page.getByRole("link", { name: "New pump" })).toHaveCount(0);
  const nobodys = await (await hers.request.get("/people")).text();
  expect(nobodys).not.toContain("Lead");

  // The address is good no more.
  await page.goto(link);
  await expect(page.getByRole("heading", { name: "This address is good no more" })).toBeVisible();

  await page.goto("/who");
  await page.getByRole("button", { name: "Sign out here" }).click();
  await expect(page.getByRole("heading", { name: "Sign in", level: 1 })).toBeVisible();
  await page.getByLabel("Name").fill("IDA quist");
  await page.getByLabel("Passphrase", { exact: true }).fill(PHRASE);
  await page.getByRole("button", { name: "Sign in", exact: true }).click();
  await expect(page.getByRole("heading", { level: 2, name: "Calls" })).toBeVisible();

  // Another passphrase, with the one she has; a wrong one changes nothing.
  await page.goto("/who");
  await page.getByText("Change my passphrase").click();
  const fresh = "four quiet valves in a row";
  for (const [before, told] of [
    ["not that one at all", "That is not the passphrase you have"],
    [PHRASE, "Changed; your other devices ask for it anew."],
  ] as const) {
    await page.getByLabel("The one you have").fill(before);
    await page.getByLabel("Another passphrase").fill(fresh);
    await page.getByLabel("The same again").fill(fresh);
    await page.getByRole("button", { name: "Change it" }).click();
    await expect(page.getByText(told)).toBeVisible();
  }

  // A team gives her another place.
  await people.goto("/people/teams");
  const making = people.getByRole("region", { name: "Make a team" });
  await making.getByLabel("Name").fill("Night watch");
  await making.getByRole("button", { name: "Make the team" }).click();
  const team = people.locator('[data-team="Night watch"]');
  await team.getByText("Change Night watch").click();
  await team.getByLabel("Ida Quist").check();
  await team.getByLabel("Larkfen Hatchery").check();
  await team.getByRole("button", { name: "Save" }).click();
  await expect(team).toContainText("1 person, 1 place");
  await expectAccessible(people, "/people/teams");
  await page.goto("/yard");
  await expect(page.getByRole("link", { name: /LF-2/ }).first()).toBeVisible();
  await people.goto("/people");
  await row.getByText(/Change what/).click();

  // Taken off the list: her next page is the way in again, and her passphrase opens nothing.
  await row.getByRole("button", { name: /Take Ida Quist off the list/ }).click();
  await row.getByRole("button", { name: /Yes, take/ }).click();
  const left = people.locator('[data-left="Ida Quist"]');
  await expect(left).toBeVisible();
  await page.goto("/yard");
  await expect(page.getByRole("heading", { name: "Sign in", level: 1 })).toBeVisible();
  await page.getByLabel("Name").fill("Ida Quist");
  await page.getByLabel("Passphrase", { exact: true }).fill(PHRASE);
  await page.getByRole("button", { name: "Sign in", exact: true }).click();
  await expect(page.getByText("do not belong together")).toBeVisible();

  // On request her name becomes a number, asked twice.
  await left.getByRole("button", { name: "Erase the name …" }).click();
  await left.getByRole("button", { name: /Yes, make a number/ }).click();
  await expect(people.getByText(/^Person [0-9a-f]{8}$/)).toBeVisible();
  await people.reload();
  await expect(people.getByText(/^Person [0-9a-f]{8}$/)).toBeVisible();
  await expect(people.getByText("Ida Quist")).toHaveCount(0);

  await people.goto("/people/trail");
  await expectAccessible(people, "/people/trail");
  for (const deed of ["person added", "rights changed", "one-time address made", "person left"])
    await expect(people.getByRole("cell", { name: deed, exact: true })).toHaveCount(1);
  // What was typed into the field of a name may be a passphrase: it is nowhere kept.
  await expect(
    people.getByRole("cell", { name: /^Person [0-9a-f]{8}: viewer/ }).first(),
  ).toBeVisible();
  expect(await people.content()).not.toMatch(/Ida|Somebody who is not there/);
  const csv = await (await boss.request.get("/people/trail.csv")).text();
  expect(csv.split("\r\n")[0]).toBe("at,who,what,about,device");
  expect(csv).toContain("wrong passphrase");
  await boss.close();
  await hers.close();
});

test("a role sees and does what is its own", async ({ browser, baseURL }) => {
  const address = baseURL ?? "";
  const pages: readonly (readonly [string, RegExp, Record<string, boolean>])[] = [
    ["Technician", /^Technician$/, { "/people": false, "/call": true, "/yard/new": true }],
    ["Lead", /^Lead$/, { "/people": false, "/call": true, "/yard/new": true }],
    [
      "Hatchery owner",
      /^Hatchery owner$/,
      { "/people": false, "/call": false, "/yard/new": false },
    ],
    ["Administrator", /^Administrator$/, { "/people": true, "/call": true, "/yard/new": true }],
  ];
  for (const [name, heading, may] of pages) {
    const context = await browser.newContext({
      baseURL: address,
      storageState: await enteredAs(address, name),
    });
    const page = await context.newPage();
    await page.goto("/who");
    await expect(page.getByRole("heading", { level: 1, name: heading })).toBeVisible();
    for (const [path, able] of Object.entries(may))
      expect((await page.goto(path))?.status(), `${name} ${path}`).toBe(able ? 200 : 404);
    await context.close();
  }
});

test.describe("an owner's viewer", () => {
  test("reads the pumps of their place and is led past what is not for them", async ({
    browser,
    baseURL,
  }) => {
    const address = baseURL ?? "";
    const state = await enteredAs(address, "Hatchery owner");
    const context = await browser.newContext({ baseURL: address, storageState: state });
    const page = await context.newPage();
    await page.goto("/");
    await expect(page.getByRole("link", { name: "New call" })).toHaveCount(0);
    // A call leads to its pump.
    await page.getByRole("link", { name: /LF-2 / }).first().click();
    await expect(page.getByRole("heading", { level: 1, name: "LF-2" })).toBeVisible();
    await expect(page).toHaveURL(/\/yard\//);
    for (const name of ["Change its rating", "Start a run sheet", "Go on with its run sheet"])
      await expect(page.getByRole("link", { name })).toHaveCount(0);
    const all = await page.content();
    expect(all).not.toMatch(/Orrowick|Brindlemere|Marrowgate|Quilletfield|Ternhask/);
    await context.close();
  });
});

test("signed out while a sheet is open: nothing typed is lost, and it goes when somebody is back", async ({
  page,
  context,
}) => {
  await openCall(page, "LF-2");
  const { pathname } = new URL(page.url());
  await toReadings(page);
  await allSent(page);
  await context.clearCookies({ name: "yard.session_token" });
  await read(page, "dischargePressure", "2.6 bar");
  const saved = page.getByTestId("saved");
  await expect(saved).toContainText("not sent: nobody is signed in here any more");
  await saved.getByRole("link", { name: "Sign in again" }).click();
  await page.getByRole("button", { name: /^Technician technician/ }).click();
  await expect(page).toHaveURL(new RegExp(pathname));
  await allSent(page);
  await toReadings(page);
  await expect(figure(page, "dischargePressure")).toHaveValue(/2.6/);
});

test("a role taken away while a sheet is open: what is typed is kept, given out as a file, and goes when it is given back", async ({
  browser,
  baseURL,
  databaseUrl,
}) => {
  const as = (role: string) =>
    execFileSync("psql", [
      databaseUrl,
      "-Xqc",
      `update person set role = '${role}' where name = 'Lead'`,
    ]);
  const context = await browser.newContext({
    storageState: await enteredAs(baseURL ?? "", "Lead"),
    baseURL: baseURL ?? "",
    acceptDownloads: true,
  });
  const page = await context.newPage();
  await openCall(page, "LF-2");
  await toReadings(page);
  await allSent(page);
  as("viewer");
  try {
    await read(page, "speed", "2957");
    const saved = page.getByTestId("saved");
    await expect(saved).toHaveAttribute("data-courier", "refused");
    await expect(saved).toContainText("Your role reads only");
    const download = page.waitForEvent("download");
    await page.getByRole("button", { name: "Save what is on this screen as a file" }).click();
    expect(readFileSync(await (await download).path(), "utf8")).toContain("2957");
  } finally {
    as("lead");
  }
  await page.reload();
  await allSent(page);
  await toReadings(page);
  await expect(figure(page, "speed")).toHaveValue("2957");
  await context.close();
});
