import { sharedPdf } from "@/features/report/index.server";
import { download } from "@/shell/download";

/** Open to whoever has the address. */
export async function GET(_: Request, { params }: { params: Promise<{ secret: string }> }) {
  const answer = download(await sharedPdf((await params).secret, new Date()), "application/pdf");
  answer.headers.set("cache-control", "private, no-store");
  answer.headers.set("referrer-policy", "no-referrer");
  answer.headers.set("x-robots-tag", "noindex");
  return answer;
}
