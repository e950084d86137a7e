/** Comes in as one of the demo's people, for programs that look at pages: tests, measures, pictures. */

/**
 * @param {string} address - of a served demo, on loopback
 * @param {string} name - as it stands on the sign-in page
 * @returns {Promise<{ name: string, value: string }[]>} the cookies of the session, as they travel
 */
export async function enterAs(address, name) {
  const page = await (await fetch(`${address}/sign-in`)).text();
  const [, person] = new RegExp(`value="([^"]+)"[^>]*><strong>${name}<`).exec(page) ?? [];
  if (!person) throw new Error(`${name} is not on the sign-in page of ${address}.`);
  const answer = await fetch(`${address}/enter`, {
    method: "POST",
    headers: { origin: address },
    body: new URLSearchParams({ person, back: "/" }),
    redirect: "manual",
  });
  if (answer.status !== 303) throw new Error(`entering as ${name}: ${answer.status}`);
  return answer.headers.getSetCookie().map((line) => {
    const [pair] = line.split(";");
    const at = pair.indexOf("=");
    return { name: pair.slice(0, at), value: pair.slice(at + 1) };
  });
}

/** Such cookies as a browser of Playwright's takes them. */
export const inBrowser = (cookies) => ({
  cookies: cookies.map((cookie) => ({
    ...cookie,
    domain: "127.0.0.1",
    path: "/",
    expires: -1,
    httpOnly: true,
    secure: false,
    sameSite: "Lax",
  })),
  origins: [],
});

/** Such cookies as a header of a request. */
export const asHeader = (cookies) =>
  cookies.map(({ name, value }) => `${name}=${value}`).join("; ");
