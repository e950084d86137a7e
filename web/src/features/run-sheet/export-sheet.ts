/** What is on this screen as a file: for a device that keeps nothing, and for what was set aside. */
import type { Sheet } from "./use-sheet";

/** Writes entries, half-typed texts and what was set aside; another device or a person can read it. */
export function exportSheet(sheet: Sheet): void {
  const { dto, entries, drafts, aside, unread } = sheet;
  const file = {
    format: "yard-tack/sheet-on-device",
    version: 1,
    sheet: dto.id,
    pump: dto.pump.tag,
    written: new Date().toISOString(),
    entries,
    drafts: Object.fromEntries(drafts),
    aside,
    unread,
  };
  const text = `${JSON.stringify(file, null, 2)}\n`;
  const url = URL.createObjectURL(new Blob([text], { type: "application/json" }));
  const link = document.createElement("a");
  link.href = url;
  link.download = `${dto.pump.tag} run sheet.json`;
  link.click();
  URL.revokeObjectURL(url);
}
