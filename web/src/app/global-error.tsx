"use client";

import "@/shell/tokens.css";

/** When not even the frame could be made (the database is away). */
export default function GlobalError({ reset }: { reset: () => void }) {
  return (
    <html lang="en">
      <body style={{ fontFamily: "sans-serif", padding: 40, maxWidth: 560 }}>
        <title>Yard Tack</title>
        <h1>The database does not answer</h1>
        <p>
          This page could not be made. What you typed is kept on this device and is sent when the
          server is back. If it stays away, stop Yard Tack and start it again.
        </p>
        <button type="button" onClick={reset} style={{ minHeight: 44, padding: "0 18px" }}>
          Try again
        </button>
      </body>
    </html>
  );
}
