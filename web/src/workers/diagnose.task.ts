/** Diagnoses apart from the server's own thread: a large case holds up nobody's save. */
import { readCase } from "@yard-tack/core/case";
import { diagnose } from "@yard-tack/core/diagnosis";

/** What a request for a diagnosis comes to. */
export type Diagnosed =
  | { readonly status: 200; readonly body: string }
  | { readonly status: 400 }
  | { readonly status: 422; readonly errors: readonly { path: string; message: string }[] };

/** @param text - the body as it came: reading it is part of the work */
export default function diagnoseText(text: string): Diagnosed {
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    return { status: 400 };
  }
  const file = readCase(json);
  return file.ok
    ? { status: 200, body: JSON.stringify(diagnose(file.value)) }
    : { status: 422, errors: [...file.error] };
}
