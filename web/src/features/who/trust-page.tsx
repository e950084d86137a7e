import { Button } from "@mantine/core";
import { LinkButton } from "@/shell/link-button";
import { PageHead } from "@/shell/page-head";
import classes from "./who.module.css";

/** How a phone learns that it speaks with this machine and no other: once, before its camera and lock can be used. */
export function TrustPage({ fingerprint }: { fingerprint: string }) {
  return (
    <main>
      <PageHead title="Trust this machine" about="Once on each phone or tablet." />
      <div className={classes.trust}>
        <p>
          After it the browser warns no more, and lets Yard Tack use the camera and keep the screen
          on.
        </p>
        <ol>
          <li>
            Compare. Whoever started Yard Tack sees the same letters where it was started. If one
            differs, stop: something else answered.
            <code>{fingerprint}</code>
          </li>
          <li>
            Load the certificate.{" "}
            <Button component="a" href="/trust/authority.crt" download>
              Certificate
            </Button>
          </li>
          <li>
            Let the device trust it.
            <dl>
              <dt>Android</dt>
              <dd>
                Settings, look for “CA certificate”, install it from the files, confirm with the
                lock of the phone.
              </dd>
              <dt>iPhone, iPad</dt>
              <dd>
                Settings, “Profile downloaded”, install. Then General, About, Certificate Trust
                Settings: switch it on.
              </dd>
              <dt>Desk</dt>
              <dd>
                In the browser’s settings under certificates, import it as an authority for web
                sites.
              </dd>
            </dl>
          </li>
          <li>
            Close the browser and open it again.{" "}
            <LinkButton href="/" now>
              Open Yard Tack
            </LinkButton>
          </li>
        </ol>
        <p>
          This certificate vouches for private addresses and local names alone, never for a site of
          the Internet. It can be taken off the device the same way at any time.
        </p>
      </div>
    </main>
  );
}
