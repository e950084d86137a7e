/** Requests as a device of ours sends them, for tests of what receives them. */

/** A POST of JSON, or of text that says it is. */
export const jsonRequest = (body: BodyInit, type = "application/json"): Request =>
  new Request("http://x", {
    method: "POST",
    body,
    headers: { "content-type": type },
    // A body that is a stream wants this said.
    duplex: "half",
  } as RequestInit);

/** A PUT of a picture with its facts in the address. */
export const jpegRequest = (
  facts: Readonly<Record<string, string>>,
  body: BodyInit,
  type = "image/jpeg",
): Request =>
  new Request(`http://x/?${new URLSearchParams(facts).toString()}`, {
    method: "PUT",
    body,
    headers: { "content-type": type },
  });
