/** Somebody signed in without a browser, for tests of what actions and routes do: the demo's technician at first. */
import { DEMO_PEOPLE } from "../db/demo/people";

let here: string | undefined = DEMO_PEOPLE[0];

/** From now on this person asks; undefined for nobody. */
export function signIn(id: string | undefined): void {
  here = id;
}

/** Who asks now; somebody who is nowhere where nobody does. */
export const whoIsHere = (): string => here ?? "00000000-0000-4000-8000-000000000000";

/** The session that somebody has who is signed in so. */
export const sessionOf = (id: string): string => `session of ${id}`;

/** In place of the sign-in library. */
export const signedIn = {
  auth: async () => ({
    api: {
      getSession: async () =>
        here ? { user: { id: here }, session: { id: sessionOf(here) } } : null,
    },
  }),
};

let device: string | undefined;

/** From now on requests come from the device with this key; undefined for one that has none. */
export function atDevice(key: string | undefined): void {
  device = key;
}

/** In place of what a request carries. */
export const noRequest = {
  headers: async () => new Headers(),
  cookies: async () => ({
    get: (name: string) =>
      name === "yard-device" && device !== undefined ? { value: device } : undefined,
    set: () => undefined,
  }),
};
