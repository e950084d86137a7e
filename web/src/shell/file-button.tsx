"use client";

import { type ChangeEvent, useId } from "react";
import classes from "./file-button.module.css";

/** A button that takes files: chosen, or from the camera of a phone. */
export function FileButton({
  label,
  onFiles,
  accept = "image/*",
  camera = false,
  multiple = false,
  disabled = false,
}: {
  label: string;
  onFiles: (files: readonly File[]) => void;
  /** What can be chosen. */
  accept?: string;
  /** Opens the camera where there is one. */
  camera?: boolean;
  multiple?: boolean;
  disabled?: boolean;
}) {
  const id = useId();
  const choose = (event: ChangeEvent<HTMLInputElement>) => {
    const files = [...(event.target.files ?? [])];
    // The same file can be chosen again.
    event.target.value = "";
    if (files.length > 0) onFiles(files);
  };
  return (
    <label htmlFor={id} className={classes.button}>
      {label}
      <input
        id={id}
        type="file"
        accept={accept}
        {...(camera ? { capture: "environment" as const } : {})}
        multiple={multiple}
        disabled={disabled}
        className="sr-only"
        onChange={choose}
      />
    </label>
  );
}
