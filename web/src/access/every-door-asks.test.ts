import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { describe, expect, it } from "vitest";

describe("the source", () => {
  const src = fileURLToPath(new URL("..", import.meta.url));
  const files = (folder: string): string[] =>
    readdirSync(folder, { withFileTypes: true }).flatMap((f) =>
      f.isDirectory() ? files(join(folder, f.name)) : [join(folder, f.name)],
    );
  /** For machines: their feature asks for a token, and {@link onMachine} answers. */
  const MACHINE_ROUTES = [
    "log/[id]",
    "pumps",
    "pumps/[id]",
    "pumps/[id]/curve",
    "calendar.ics",
    "pumps/[id]/follow-ups",
    "pumps/[id]/log",
    "pumps/[id]/readings",
    "pumps/[id]/sheets",
    "sheets/[id]",
  ].map((path) => `app/api/v1/${path}/route.ts`);
  /** Open to nobody in particular: they are how somebody comes in, or what anybody may read. */
  const OPEN = [
    "app/sign-in/page.tsx",
    "app/welcome/[token]/page.tsx",
    "app/enter/route.ts",
    // Whoever has the address of a report.
    "app/r/[secret]/route.ts",
    "app/api/v1/diagnose/route.ts",
    "app/api/v1/openapi.json/route.ts",
    ...MACHINE_ROUTES,
    "app/healthz/route.ts",
    // The service worker, and the page that shows what the device itself keeps.
    "app/worker/[path]/route.ts",
    "app/on-device/page.tsx",
    "app/trust/authority.crt/route.ts",
    "app/trust/page.tsx",
    "app/readyz/route.ts",
    // These ask in the feature that they call.
    "app/api/session-key/route.ts",
    "app/api/sheets/[id]/route.ts",
    "app/api/sheets/[id]/entries/route.ts",
    "app/api/sheets/[id]/photos/[photo]/route.ts",
    "app/api/sheets/[id]/events/route.ts",
    "app/api/sheets/[id]/signature/route.ts",
    "app/people/archive/in/route.ts",
    "app/yard/bring/case/route.ts",
    "app/yard/bring/in/route.ts",
    "features/who/sign-in.ts",
    "features/who/welcome.ts",
  ];

  it("has no page, route or action that does not ask who it is", () => {
    const silent = files(src)
      .filter(
        (f) => /\/(page\.tsx|route\.ts)$/.test(f) || /^"use server";/.test(readFileSync(f, "utf8")),
      )
      .filter((f) => !/\bon(Page|Route|Action)\(/.test(readFileSync(f, "utf8")))
      .map((f) => f.slice(src.length));
    expect(silent.toSorted()).toEqual(OPEN.toSorted());
  });
});
