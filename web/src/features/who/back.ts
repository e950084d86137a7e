/** Where to go from here: only a path of this application, never another host. */
export const backTo = (text: unknown): string =>
  typeof text === "string" &&
  /^\/(?![/\\])[\w\-/?=&%.]*$/.test(text) &&
  !text.startsWith("/sign-in")
    ? text
    : "/";
