/** Bodies as they arrive: read only as far as they may go. */
import "server-only";

/** The bytes of a body; undefined when it is longer than it may be: no more than that is ever held. */
export async function readBytes(
  body: ReadableStream<Uint8Array> | null,
  most: number,
): Promise<Uint8Array<ArrayBuffer> | undefined> {
  if (!body) return new Uint8Array();
  const parts: Uint8Array[] = [];
  let size = 0;
  const reader = body.getReader();
  for (;;) {
    const { done, value } = await reader.read();
    if (done) break;
    size += value.byteLength;
    if (size > most) {
      await reader.cancel();
      return undefined;
    }
    parts.push(value);
  }
  const whole = new Uint8Array(size);
  let at = 0;
  for (const part of parts) {
    whole.set(part, at);
    at += part.byteLength;
  }
  return whole;
}

export type Body =
  | { readonly ok: true; readonly json: unknown }
  | { readonly ok: false; readonly status: 400 | 415; readonly message: string }
  | TooLong;

type TooLong = { readonly ok: false; readonly status: 413; readonly message: string };

/** A body as text of at most so many bytes; whatever length was promised, bytes are counted. */
export async function readText(
  request: Request,
  most: number,
): Promise<{ readonly ok: true; readonly text: string } | TooLong> {
  const tooLong = {
    ok: false,
    status: 413,
    message: `At most ${Math.round(most / 1e6)} MB is read.`,
  } as const;
  if (Number(request.headers.get("content-length") ?? 0) > most) return tooLong;
  const bytes = await readBytes(request.body, most);
  return bytes ? { ok: true, text: new TextDecoder().decode(bytes) } : tooLong;
}

export const NOT_JSON = "This is not JSON.";

/** Whether a body says that it is of a type; what follows a semicolon does not matter. */
export const isOfType = (request: Request, type: string): boolean =>
  request.headers.get("content-type")?.split(";")[0]?.trim().toLowerCase() === type;

/**
 * A JSON body of at most so many bytes. It must say that it is JSON: a plain form of another page cannot.
 */
export async function readJson(request: Request, most: number): Promise<Body> {
  if (!isOfType(request, "application/json")) {
    return { ok: false, status: 415, message: "The content type must be application/json." };
  }
  const body = await readText(request, most);
  if (!body.ok) return body;
  try {
    return { ok: true, json: JSON.parse(body.text) };
  } catch {
    return { ok: false, status: 400, message: NOT_JSON };
  }
}
