/** The trail: who did what, when, from which device. It only ever grows. */
import "server-only";
import { headers } from "next/headers";
import { addToTrail } from "@/db";

/** What is noted of an action: words of a short list, so that they can be looked for. */
export type Deed =
  | "signed in"
  | "signed in by a tap on the demo"
  | "signed in by a one-time address"
  | "signed out"
  | "signed out everywhere"
  | "wrong passphrase"
  | "one-time address made"
  | "person added"
  | "rights changed"
  | "person left"
  | "name erased"
  | "pump taken off"
  | "pump put back"
  | "pump or place changed"
  | "refused"
  | "sent for another"
  | "call given"
  | "promise dropped"
  | "promise put off"
  | "moved to another day"
  | "rounds changed"
  | "instrument changed"
  | "two pumps told one"
  | "two pumps told apart"
  | "line proposed"
  | "visit signed"
  | "call called off"
  | "exported"
  | "archive brought in"
  | "table brought in"
  | "case file brought in"
  | "report address made"
  | "report addresses ended"
  | "team changed"
  | "passphrase changed"
  | "token made"
  | "token ended";

/**
 * Notes what somebody did.
 * @param who - null where it is not known
 * @param about - what it was done to, in a few words
 */
export async function note(who: string | null, deed: Deed, about = ""): Promise<void> {
  const agent = (await headers()).get("user-agent") ?? "";
  await addToTrail({
    personId: who,
    action: deed,
    about: about.slice(0, 200),
    device: agent.slice(0, 200),
  });
}
