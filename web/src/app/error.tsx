"use client";

import { Notice } from "@/shell/notice";

export default function ErrorPage({ reset }: { reset: () => void }) {
  return (
    <Notice
      title="The server did not answer"
      text="This page could not be made. What you typed is kept on this device and is sent when the server is back."
      action="Try again"
      onAction={reset}
    />
  );
}
