import { fileURLToPath } from "node:url";
import { ESLint } from "eslint";
import { describe, expect, it } from "vitest";

const root = fileURLToPath(new URL("../../..", import.meta.url));
const eslint = new ESLint({ cwd: root });

/** Rules that a line would break, planted in a file that need not be there. */
async function broken(filePath: string, text: string): Promise<string[]> {
  const [result] = await eslint.lintText(text, { filePath: `${root}${filePath}` });
  return (result?.messages ?? []).flatMap((m) => (m.severity === 2 && m.ruleId ? [m.ruleId] : []));
}

const ARROW = "boundaries/dependencies";

const PLANTED: readonly (readonly [what: string, file: string, text: string, rule: string])[] = [
  [
    "a feature past the door of the database",
    "web/src/features/slate/x.ts",
    'import { Pump } from "../../db/entities";\nexport const x = Pump;\n',
    ARROW,
  ],
  [
    "the same by its alias",
    "web/src/features/slate/x.ts",
    'import { Pump } from "@/db/entities";\nexport const x = Pump;\n',
    ARROW,
  ],
  [
    "a feature past the door of another",
    "web/src/features/slate/x.ts",
    'import { LogEntryPage } from "../log/entry-page";\nexport const x = LogEntryPage;\n',
    ARROW,
  ],
  [
    "suction that asks the diagnosis",
    "core/src/suction/x.ts",
    'import { CAUSES } from "../diagnosis/index.ts";\nexport const x = CAUSES;\n',
    ARROW,
  ],
  [
    "a case that reads a visit",
    "core/src/case/x.ts",
    'import { situationOf } from "../visit/index.ts";\nexport const x = situationOf;\n',
    ARROW,
  ],
  [
    "an entity manager in a feature",
    "web/src/features/slate/x.ts",
    "export const x = (em: { flush(): void }) => em.flush();\n",
    "no-restricted-syntax",
  ],
  [
    "the ORM in a feature",
    "web/src/features/slate/x.ts",
    'import { raw } from "@mikro-orm/postgresql";\nexport const x = raw;\n',
    "no-restricted-imports",
  ],
  [
    "the proxy into the database",
    "web/src/proxy.ts",
    'import { people } from "@/db";\nexport const x = people;\n',
    "no-restricted-imports",
  ],
  [
    "access into a feature",
    "web/src/access/x.ts",
    'import { LogPage } from "@/features/log";\nexport const x = LogPage;\n',
    ARROW,
  ],
  [
    "a clock in the core",
    "core/src/suction/x.ts",
    "export const x = () => Date.now();\n",
    "no-restricted-properties",
  ],
];

describe("lint", () => {
  it.each(PLANTED)(
    "stops %s",
    async (_, file, text, rule) => {
      expect(await broken(file, text)).toContain(rule);
    },
    60_000,
  );

  it("lets a feature through the doors", async () => {
    const text = 'import { people } from "@/db";\nexport const x = people;\n';
    expect(await broken("web/src/features/slate/x.ts", text)).toEqual([]);
  }, 60_000);
});
