/** How smoothly a line's drawing follows a part that is dragged, on a phone's processor. */
import { ms, row } from "./row.mjs";

/** A picture in so many milliseconds is 30 a second. */
const PICTURE = 1000 / 30;

/** Drags a part of MG-1's line up and down its list and counts the pictures meanwhile. */
export async function drawingFigures(browser, address, storageState) {
  const page = await browser.newPage({ storageState });
  await page.goto(`${address}/yard`);
  await page
    .getByRole("link", { name: /^MG-1\b/ })
    .first()
    .click();
  await page.getByRole("link", { name: "Its line, drawn" }).click();
  const handles = page.getByRole("button", { name: /^Move \d/ });
  await handles.first().waitFor();
  await handles.last().scrollIntoViewIfNeeded();
  const tools = await page.context().newCDPSession(page);
  await tools.send("Emulation.setCPUThrottlingRate", { rate: 4 });
  const [first, last] = [await handles.nth(1).boundingBox(), await handles.last().boundingBox()];
  if (!first || !last) throw new Error("the line has no parts to drag");
  await page.evaluate(() => {
    window.pictures = [];
    const next = (at) => {
      window.pictures.push(at);
      requestAnimationFrame(next);
    };
    requestAnimationFrame(next);
  });
  const drawing = page.getByRole("img", { name: /^From the source/ });
  const before = await drawing.getAttribute("aria-label");
  await page.mouse.move(first.x + 10, first.y + 10);
  await page.mouse.down();
  const span = last.y - first.y;
  let followed = 0;
  for (let i = 0; i <= 120; i++) {
    const share = (1 - Math.cos((2 * Math.PI * i) / 60)) / 2;
    await page.mouse.move(first.x + 10, first.y + 10 + span * share);
    if (i % 10 === 0 && (await drawing.getAttribute("aria-label")) !== before) followed++;
  }
  await page.keyboard.press("Escape");
  await page.mouse.up();
  const pictures = await page.evaluate(() => window.pictures);
  await page.close();
  const gaps = pictures
    .slice(1)
    .map((at, i) => at - pictures[i])
    .sort((a, b) => a - b);
  const at = (share) => gaps[Math.floor(share * (gaps.length - 1))] ?? Number.NaN;
  row(
    "a part of a line dragged, so slowed: between two pictures, median",
    ms(at(0.5)),
    `at most ${PICTURE.toFixed(0)} ms`,
  );
  row("  19 of 20 within", ms(at(0.95)), `at most ${PICTURE.toFixed(0)} ms`);
  row("  looks at the drawing that had it elsewhere already", `${followed} of 13`);
}
