import type { Page } from "@playwright/test";
import { onDisk } from "./sheet";
import { expect, test } from "./test";

/** Makes a pump of a tag and a family and opens its rating. */
async function newPump(page: Page, tag: string, family = "end-suction"): Promise<string> {
  await page.goto("/yard/new");
  await page.getByLabel("Tag").fill(tag);
  await page.getByLabel("Family").selectOption(family);
  await page.getByRole("button", { name: "Make the pump" }).click();
  await page.getByRole("link", { name: "Give it a curve" }).click();
  await expect(page.getByRole("button", { name: "Save this rating" })).toBeVisible();
  return /yard\/([^/]+)\/curve/.exec(page.url())?.[1] ?? "";
}

const way = (page: Page, name: string) => page.getByRole("button", { name, exact: true }).click();

async function save(page: Page): Promise<void> {
  await page.getByRole("button", { name: "Save this rating" }).click();
  await page.waitForURL(/\/yard\/[^/]+$/);
}

interface StoredPoint {
  readonly flow: string;
  readonly head: string;
}

/** The pump's first curve as its case file has it. */
async function storedCurve(page: Page, id: string) {
  const file = (await (await page.request.get(`/yard/${id}/case.json`)).json()) as {
    pump: { curve: readonly { speed?: string; points: readonly StoredPoint[] }[] };
  };
  return file.pump.curve;
}

const CSV = [
  "Q [m3/h];H [m];P [kW];eta [%];NPSH [m];D [mm]",
  "0;52,0;5,1;;;208",
  "30;50,5;7,4;55,7;1,6;208",
  "60;45,0;9,9;74,2;2,1;208",
  "90;35,0;11,8;72,6;3,6;208",
  "0;44;4,2;;;195",
  "30;42,5;6,1;57;1,6;195",
  "60;36,4;8,0;74;2,3;195",
].join("\n");

test("a curve family comes in from a CSV file with semicolons and decimal commas", async ({
  page,
}) => {
  const id = await newPump(page, "CV-1");
  await way(page, "Paste or drop a table");
  await page
    .getByLabel("Open a file")
    .setInputFiles({ name: "sheet.csv", mimeType: "text/csv", buffer: Buffer.from(CSV) });
  await expect(page.getByText("7 points on 2 curves, decimal comma")).toBeVisible();
  await page.getByRole("button", { name: "Use these 7 points" }).click();
  await expect(page.getByTestId("table-curve")).toHaveCount(2);
  await expect(page.getByTestId("head-flow-chart").locator("svg")).toContainText("195 mm");
  await page.getByLabel("Speed").first().fill("2920 rpm");
  await page.getByLabel("Speed").nth(1).fill("2920 rpm");
  await save(page);
  await expect(page.getByText("Rating: from the file sheet.csv.")).toBeVisible();
  const curves = await storedCurve(page, id);
  expect(curves.map((c) => c.points.length)).toEqual([4, 3]);
  expect(curves[0]?.points[1]?.head).toBe("50.5 m");
  const csv = await (await page.request.get(`/yard/${id}/curve.csv`)).text();
  expect(csv.split("\r\n")).toHaveLength(8);
  expect(csv).toContain("2920,208,30,50.5,7.4,55.7,1.6");
});

test("a table with trouble names row and column and keeps the rest", async ({ page }) => {
  await newPump(page, "CV-2");
  await way(page, "Paste or drop a table");
  const rows = [
    "flow m3/h,head m,power kW",
    "0,30,2",
    "10,about 29,2.4",
    "20,=B3*0.9,2.9",
    "25;25;3.1",
    "30,22,3.3",
  ];
  await page.getByRole("textbox", { name: "The table" }).fill(rows.join("\n"));
  const problems = page.getByTestId("table-problems");
  await expect(problems).toContainText('Row 3, column 2 (head): "about 29" is no number');
  await expect(problems).toContainText("Row 4, column 2 (head) is a formula");
  await expect(problems).toContainText("Row 5 uses another separator; it was read");
  const many = Array.from({ length: 100_000 }, (_, i) => `${i},${30 - i / 5000}`);
  await page.getByLabel("Open a file").setInputFiles({
    name: "logger.csv",
    mimeType: "text/csv",
    buffer: Buffer.from(["flow m3/h,head m", ...many].join("\n")),
  });
  await expect(problems).toContainText("every 50th was kept", { timeout: 30_000 });
  await page.getByRole("textbox", { name: "The table" }).fill("a,b\n1,2");
  await expect(problems).toContainText("A column of flow and a column of head are needed");
  await expect(page.getByRole("button", { name: /^Use/ })).toBeDisabled();
  await page.getByLabel("Column 1 is").selectOption("flow");
  await page.getByLabel("Unit of column 1").selectOption("L/s");
  await page.getByLabel("Column 2 is").selectOption("head");
  await page.getByLabel("Unit of column 2").selectOption("m");
  await expect(page.getByRole("button", { name: "Use this point" })).toBeEnabled();
});

/** The known curve of the drawn sheet: H = 50 − 0.004 Q², Q in m³/h. */
const known = (q: number): number => 50 - 0.004 * q * q;
const TURN = (3 * Math.PI) / 180;
const SIZE = { width: 1000, height: 720 };

/** Place of a pair of figures on the drawn sheet, which is turned by 3°. */
function place(q: number, h: number) {
  const x = 90 + (q / 100) * 820 - SIZE.width / 2;
  const y = 640 - (h / 60) * 560 - SIZE.height / 2;
  return {
    x: SIZE.width / 2 + x * Math.cos(TURN) - y * Math.sin(TURN),
    y: SIZE.height / 2 + x * Math.sin(TURN) + y * Math.cos(TURN),
  };
}

/** Draws the sheet in the browser and gives it back as a PNG. */
async function drawnSheet(page: Page): Promise<Buffer> {
  const line = Array.from({ length: 46 }, (_, i) => place(2 * i, known(2 * i)));
  const axes = [place(0, 60), place(0, 0), place(100, 0)];
  const url = await page.evaluate(
    ({ line, axes, size }) => {
      const canvas = document.createElement("canvas");
      canvas.width = size.width;
      canvas.height = size.height;
      const pen = canvas.getContext("2d");
      if (!pen) throw new Error("no canvas");
      pen.fillStyle = "#fff";
      pen.fillRect(0, 0, size.width, size.height);
      for (const points of [axes, line]) {
        pen.lineWidth = 3;
        pen.beginPath();
        points.forEach((p, i) => (i === 0 ? pen.moveTo(p.x, p.y) : pen.lineTo(p.x, p.y)));
        pen.stroke();
      }
      return canvas.toDataURL("image/png");
    },
    { line, axes, size: SIZE },
  );
  return Buffer.from(url.split(",")[1] ?? "", "base64");
}

test("a curve is traced over a picture that is turned by 3°", async ({ page }, testInfo) => {
  const id = await newPump(page, "CV-3");
  await way(page, "Trace a picture");
  const picture = page.getByLabel("Choose or take a picture of the curve sheet");
  await picture.setInputFiles(onDisk(testInfo, "huge.png", Buffer.alloc(40_000_000)));
  await expect(page.getByText(/huge.png is 40 MB; at most 30 MB/)).toBeVisible();
  await picture.setInputFiles({
    name: "letter.png",
    mimeType: "image/png",
    buffer: Buffer.from("Dear Sir"),
  });
  await expect(page.getByText(/letter.png is no picture that can be opened/)).toBeVisible();
  await picture.setInputFiles({
    name: "sheet.png",
    mimeType: "image/png",
    buffer: await drawnSheet(page),
  });
  const canvas = page.getByTestId("picture").locator("canvas");
  const tap = async (q: number, h: number) => {
    const box = await canvas.boundingBox();
    const at = place(q, h);
    const share = (box?.width ?? 0) / SIZE.width;
    await canvas.click({ position: { x: at.x * share, y: at.y * share } });
  };
  await tap(0, 0);
  await tap(100, 0);
  await page.getByLabel("flow at the high mark").fill("100");
  await tap(0, 0);
  await tap(0, 60);
  await page.getByLabel("head at the high mark").fill("60");
  for (const q of [0, 10, 20, 32, 44, 56, 68, 80, 90]) await tap(q, known(q));
  await expect(page.getByTestId("trace-error")).toContainText("turned by 3");
  await page.getByRole("button", { name: "Use this line" }).click();
  await page.getByLabel("Speed").fill("2900 rpm");
  await save(page);
  await expect(page.getByText(/Rating: traced from the picture sheet.png, ±/)).toBeVisible();
  const [curve] = await storedCurve(page, id);
  expect(curve?.points.length).toBeGreaterThanOrEqual(6);
  for (const p of curve?.points ?? []) {
    const flow = Number.parseFloat(p.flow);
    const off = Math.abs(Number.parseFloat(p.head) / known(flow) - 1);
    expect(off, p.flow).toBeLessThan(flow === 0 ? 0.01 : 0.02);
  }
  expect(curve?.points[0]?.flow).toBe("0 m3/h");
});

test("one rated point gives an estimated curve that says so", async ({ page }) => {
  await newPump(page, "CV-4");
  await way(page, "One rated point");
  await page.getByLabel("Flow", { exact: true }).fill("60 m3/h");
  await page.getByLabel("Head", { exact: true }).fill("45");
  await expect(page.getByText('Head: "45" needs a number and its unit.')).toBeVisible();
  await expect(page.getByRole("button", { name: "Save this rating" })).toBeDisabled();
  await page.getByLabel("Head", { exact: true }).fill("45 m");
  await page.getByLabel("Speed", { exact: true }).fill("2920 rpm");
  await expect(page.getByText(/An estimated curve/)).toBeVisible();
  await expect(page.getByTestId("doubts")).toContainText("specific speed of");
  await save(page);
  await expect(page.getByText("Rating: estimated from one rated point.")).toBeVisible();
  await expect(page.getByText(/An estimated curve/)).toBeVisible();
});

test("typing is undone, kept through a reload, and a saved rating can be put back", async ({
  page,
}) => {
  await newPump(page, "CV-5");
  const cell = (name: string) => page.getByLabel(name, { exact: true });
  for (const [i, [q, h]] of [
    ["0", "30"],
    ["20", "26"],
    ["40", "15"],
  ].entries()) {
    await cell(`flow, row ${i + 1}`).fill(q ?? "");
    await cell(`head, row ${i + 1}`).fill(h ?? "");
  }
  await cell("shaft power, row 2").fill("0.5");
  await expect(page.getByTestId("doubts")).toContainText(
    "Curve 1, point 2 (20 m3/h): its power would mean an efficiency of",
  );
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(cell("shaft power, row 2")).toHaveValue("");
  await page.getByRole("button", { name: "Redo" }).click();
  await expect(cell("shaft power, row 2")).toHaveValue("0.5");
  await cell("shaft power, row 2").press("Control+z");
  await cell("head, row 2").fill("two");
  await expect(page.getByText('Row 2, head: "two" is no number in m.')).toBeVisible();
  await expect(page.getByRole("button", { name: "Save this rating" })).toBeDisabled();
  await page.reload();
  await expect(page.getByText("What you entered before and did not save is back.")).toBeVisible();
  await expect(cell("head, row 2")).toHaveValue("two");
  await cell("head, row 2").fill("26");
  await save(page);
  await page.getByRole("link", { name: "Change its rating" }).click();
  await cell("head, row 1").fill("31");
  await save(page);
  await page.getByRole("button", { name: "Put the one before back" }).click();
  await expect(page.getByText("The rating before is back.")).toBeVisible();
  await page.getByRole("link", { name: "Change its rating" }).click();
  await expect(cell("head, row 1")).toHaveValue("30");
});

test("two people changing one rating do not lose each other's", async ({ page, context }) => {
  await newPump(page, "CV-6");
  const other = await context.newPage();
  await other.goto(page.url());
  const type = async (at: Page, heads: readonly string[]) => {
    for (const [i, h] of heads.entries()) {
      await at.getByLabel(`flow, row ${i + 1}`, { exact: true }).fill(String(20 * i));
      await at.getByLabel(`head, row ${i + 1}`, { exact: true }).fill(h);
    }
  };
  await type(page, ["30", "20"]);
  await type(other, ["33", "22"]);
  await save(page);
  await other.getByRole("button", { name: "Save this rating" }).click();
  await expect(other.getByText(/Somebody saved another rating/)).toBeVisible();
  await other.getByRole("button", { name: "Save mine over it" }).click();
  await other.waitForURL(/\/yard\/[^/]+$/);
  await expect(other.getByRole("button", { name: "Put the one before back" })).toBeVisible();
});

test("a pump's place, liquid and motor are written, and nonsense is refused beside its field", async ({
  page,
}) => {
  await newPump(page, "CV-7");
  await page.goto(page.url().replace(/curve$/, "place"));
  await page.getByLabel("Altitude").fill("high");
  await expect(page.getByText('"high" needs a number and its unit, like 85 m.')).toBeVisible();
  await expect(page.getByRole("button", { name: "Save", exact: true })).toBeDisabled();
  await page.getByLabel("Altitude").fill("540 m");
  await page.getByLabel("Liquid", { exact: true }).selectOption("ethylene-glycol");
  await page.getByLabel("Concentration by mass, %").fill("30");
  await page.getByLabel("Temperature", { exact: true }).fill("-8 degC");
  await page.getByLabel("Phases").selectOption("3");
  await page.getByLabel("Power", { exact: true }).fill("22 kW");
  await page.reload();
  await expect(page.getByLabel("Power", { exact: true })).toHaveValue("22 kW");
  await page.getByRole("button", { name: "Save", exact: true }).click();
  await page.waitForURL(/\/yard\/[^/]+$/);
  await expect(page.getByText("22 kW", { exact: true })).toBeVisible();
  await page.getByRole("link", { name: "Pump, place and motor" }).click();
  await expect(page.getByLabel("Concentration by mass, %")).toHaveValue("30");

  // Any other liquid by its own table; a wrong cell is named by line and column.
  await page.getByLabel("Liquid", { exact: true }).selectOption("table");
  const table = page.getByLabel(/^Its table/);
  await table.fill("0 degC; 930 kg/m3; 0.1 kPa; thick");
  await expect(
    page.getByText('Line 1, viscosity: "thick" needs a number and its unit.'),
  ).toBeVisible();
  const lines = "0 degC; 930 kg/m3; 0.1 kPa; 120 mm2/s\n20 degC; 915 kg/m3; 0.1 kPa; 60 mm2/s";
  await table.fill(lines);
  await page.getByLabel("Temperature", { exact: true }).fill("10 degC");
  await page.getByRole("button", { name: "Save", exact: true }).click();
  await page.waitForURL(/\/yard\/[^/]+$/);
  await page.getByRole("link", { name: "Pump, place and motor" }).click();
  await expect(table).toHaveValue(lines);
});

test("every figure of the Board opens to how it was worked out, by keyboard too", async ({
  page,
}) => {
  await page.goto("/yard");
  await page.getByRole("link", { name: /BI-2/ }).first().click();
  const figures = page.locator("[data-figure]");
  await expect(figures.first()).toBeVisible();
  const count = await figures.count();
  expect(count).toBeGreaterThanOrEqual(12);
  for (let i = 0; i < count; i++) {
    await figures.nth(i).focus();
    await page.keyboard.press("Enter");
    await expect(page.getByTestId("working").first()).not.toBeEmpty();
    await page.keyboard.press("Enter");
  }
  await page.getByText("move the levers").click();
  const levers = page.getByTestId("levers");
  const before = await levers.getByRole("status").textContent();
  await levers.getByLabel("Level, or pump lower").focus();
  for (let i = 0; i < 20; i++) await page.keyboard.press("ArrowRight");
  await expect(levers.getByRole("status")).not.toHaveText(before ?? "");
  await levers.getByRole("button", { name: "All as they are" }).click();
  await expect(levers.getByRole("status")).toHaveText(before ?? "");
});
