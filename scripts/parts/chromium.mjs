/** Debian's headless Chromium, installed when it is missing. */
import { existsSync } from "node:fs";
import { installDebian } from "./postgres.mjs";
import { giveUp, say } from "./say.mjs";

/** @returns its path */
export function findChromium() {
  const places = ["/usr/bin/chromium", "/usr/bin/chromium-browser", "/usr/bin/google-chrome"];
  const found = () => places.find((p) => existsSync(p));
  if (found()) return found();
  if (process.getuid?.() !== 0) {
    return giveUp("Chromium is missing; install Debian's package `chromium`.");
  }
  say("Installing Chromium from Debian's packages …");
  installDebian(["chromium"]);
  return found() ?? giveUp("Chromium was installed but is not in /usr/bin.");
}
