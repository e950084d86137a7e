import "server-only";
import { enterFreely } from "@/access/index.server";
import { answering, refuse } from "@/edge";
import { backTo } from "./back";

/** POST /enter, a form: enters as one of the demo's people, where that is free. */
export const enterDemo = (request: Request): Promise<Response> =>
  answering("enter", async () => {
    const form = await request.formData().catch(() => new FormData());
    const came = await enterFreely(String(form.get("person") ?? ""));
    if (!came) return refuse(403, "Nobody is entered as without a passphrase here.");
    return new Response(null, { status: 303, headers: { location: backTo(form.get("back")) } });
  });
