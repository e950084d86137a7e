/** A case file's values by dotted path, as texts, and back. */
import { type Dimension, parseQuantity, plainly } from "@yard-tack/core/quantity";
import { hasField, type PlaceField } from "./field";
import { PLACE_FIELDS } from "./fields";
import { faultOfRows, rowsAsText, textAsRows } from "./table-rows";

export type Values = Readonly<Record<string, string>>;
type Json = Readonly<Record<string, unknown>>;

/** The fields' values of a case, as they are shown. */
export function valuesOf(file: Json): Values {
  return Object.fromEntries(
    PLACE_FIELDS.flatMap((f): [string, string][] => {
      const raw = at(file, f.path.split("."));
      if (raw === undefined || raw === null) return [];
      if (f.kind === "rows") return [[f.path, rowsAsText(f.columns ?? [], raw)]];
      if (f.kind === "percent")
        return [[f.path, String(Number((100 * Number(raw)).toPrecision(6)))]];
      if (f.path === "site.liquid" && raw === "water") return [];
      return [[f.path, String(raw)]];
    }),
  );
}

const at = (file: unknown, path: readonly string[]): unknown =>
  path.reduce<unknown>(
    (json, key) => (typeof json === "object" && json !== null ? (json as Json)[key] : undefined),
    file,
  );

/** What is wrong with a field's text; empty when it can be kept. */
export function faultOf(field: PlaceField, text: string): string {
  const value = text.trim();
  if (value === "" || field.kind === "choice" || field.kind === "flag") return "";
  if (field.kind === "rows") return faultOfRows(field.columns ?? [], value);
  if (field.kind === "number" || field.kind === "percent") {
    const n = Number(value.replace(",", "."));
    const top = field.kind === "percent" ? 100 : Number.POSITIVE_INFINITY;
    return Number.isFinite(n) && n >= 0 && n <= top ? "" : `"${value}" is no such number.`;
  }
  const read = parseQuantity(plain(value, field.kind), field.kind);
  if (!read.ok)
    return `"${value}" needs a number and its unit${field.like ? `, like ${field.like}` : ""}.`;
  return read.value.commaInDoubt ? twoMeanings(value) : "";
}

/** A text that brings no unit has none here: nothing stands beside the field. */
const plain = (text: string, kind: Dimension): string => plainly(text, kind, "").trim();

/** "1,900 m" is 1.9 m to some and 1900 m to others: nobody guesses. */
function twoMeanings(text: string): string {
  const [point, none] = [text.replace(",", "."), text.replace(",", "")];
  return `"${text}" can be read two ways: write ${point} or ${none}.`;
}

/** A case with the fields' values put in; an empty field takes its key out. Other keys stay. */
export function withValues(file: Json, values: Values): Json {
  let next = file;
  const family = String(at(file, ["pump", "family"]));
  for (const f of PLACE_FIELDS) {
    if (!hasField(f, family)) continue;
    const shown = !f.when || f.when(values);
    next = put(next, f.path.split("."), shown ? valueOf(f, values[f.path] ?? "") : undefined);
  }
  return next;
}

function valueOf(field: PlaceField, text: string): unknown {
  const value = text.trim();
  if (value === "") return undefined;
  if (field.kind === "flag") return value === "true" ? true : undefined;
  if (field.kind === "rows") return textAsRows(field.columns ?? [], value);
  if (field.kind === "number") return Number(value.replace(",", "."));
  if (field.kind === "percent") return Number(value.replace(",", ".")) / 100;
  if (field.path === "pump.motor.phases") return Number(value);
  return field.kind === "choice" ? value : plain(value, field.kind);
}

function put(json: Json, [key, ...rest]: readonly string[], value: unknown): Json {
  if (key === undefined) return json;
  const old = json[key];
  const child =
    rest.length === 0
      ? value
      : put(typeof old === "object" && old !== null ? (old as Json) : {}, rest, value);
  const gone =
    child === undefined ||
    (rest.length > 0 && typeof child === "object" && Object.keys(child as Json).length === 0);
  return gone
    ? Object.fromEntries(Object.entries(json).filter(([k]) => k !== key))
    : { ...json, [key]: child };
}
