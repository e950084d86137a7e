/** The typeface of what is printed: whole files, with Greek and signs, from the packages that ship with the application. */
import { Font } from "@react-pdf/renderer";
import { existsSync } from "node:fs";
import { join } from "node:path";

const PACKAGE = "@expo-google-fonts/ibm-plex-sans";
const FILES = [
  [400, "400Regular/IBMPlexSans_400Regular.ttf"],
  [600, "600SemiBold/IBMPlexSans_600SemiBold.ttf"],
  [700, "700Bold/IBMPlexSans_700Bold.ttf"],
] as const;

/** Where packages lie: beside the application, or above it. */
function packageFolder(): string {
  const found = [".", "..", "../.."]
    .map((up) => join(process.cwd(), up, "node_modules", PACKAGE))
    .find((folder) => existsSync(folder));
  if (!found) throw new Error(`${PACKAGE} is not installed`);
  return found;
}

export const FAMILY = "Plex";
let registered = false;

/** Makes the typeface known, once. */
export function registerTypeface(): void {
  if (registered) return;
  const folder = packageFolder();
  Font.register({
    family: FAMILY,
    fonts: FILES.map(([fontWeight, file]) => ({ src: join(folder, file), fontWeight })),
  });
  // Words of a trade are not parted by the rules of another language.
  Font.registerHyphenationCallback((word) => [word]);
  registered = true;
}
