/** What is turned away before anything reads it: another's name for this machine, another site's write. */
import { answersTo } from "./hosts";

/** As much of a request as is judged. */
export interface Asked {
  readonly method: string;
  readonly path: string;
  readonly host: string | null;
  readonly origin: string | null;
  /** Sec-Fetch-Site: what the browser says of where it comes from. */
  readonly site: string | null;
}

export type Passage =
  | { readonly ok: true }
  | { readonly ok: false; readonly status: 403 | 421; readonly message: string };

const READS = ["GET", "HEAD", "OPTIONS"];

/** Paths of machines, which send no Origin; a browser sends one with each write. */
const MACHINES = "/api/v1/";

/**
 * Lets a request in or says why not.
 * @param configured - YARD_HOSTS, see {@link answersTo}
 */
export function passage(asked: Asked, configured: string | undefined): Passage {
  if (!answersTo(asked.host, configured)) {
    return {
      ok: false,
      status: 421,
      message:
        "Yard Tack does not answer under this name. Whoever runs it can add the name to YARD_HOSTS and start again.",
    };
  }
  if (READS.includes(asked.method)) return { ok: true };
  const ours =
    asked.origin === null ? asked.path.startsWith(MACHINES) : isOf(asked.origin, asked.host);
  const near = asked.site === null || asked.site === "same-origin" || asked.site === "none";
  if (ours && near) return { ok: true };
  return {
    ok: false,
    status: 403,
    message: "This did not come from a page of Yard Tack here; nothing was changed.",
  };
}

/** Whether an Origin is a page under the name that was asked for. */
function isOf(origin: string, host: string | null): boolean {
  return URL.canParse(origin) && new URL(origin).host === host?.toLowerCase();
}
