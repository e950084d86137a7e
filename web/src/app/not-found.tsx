import { Notice } from "@/shell/notice";

export default function NotFound() {
  return (
    <Notice
      title="Not here"
      text="There is nothing at this address: it may have been written wrong, or the thing is gone. Nothing you typed is lost."
    />
  );
}
