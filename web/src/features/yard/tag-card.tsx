import "server-only";
import { headers } from "next/headers";
import { toString as drawCode } from "qrcode";
import { codeOf } from "./tag-code";
import classes from "./yard.module.css";

/** What goes onto the pump: its code, to be typed or scanned. */
export async function TagCard({ id, tag }: { id: string; tag: string }) {
  const code = codeOf(id);
  const host = (await headers()).get("host") ?? "127.0.0.1";
  const svg = await drawCode(`http://${host}/t/${code}`, { type: "svg", margin: 2 });
  return (
    <section className={classes.tag} aria-label={`Tag of ${tag}`}>
      {/* Drawn by the library from the code alone. */}
      <div
        role="img"
        aria-label={`Square code that opens ${tag}`}
        dangerouslySetInnerHTML={{ __html: svg }}
      />
      <div>
        <p>For a tag on the pump: the square opens {tag}, and so does this code.</p>
        <p className={classes.code}>{code}</p>
      </div>
    </section>
  );
}
