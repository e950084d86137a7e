"use client";

import classes from "./choice.module.css";

/** A few buttons of which one holds. */
export function Choice<T extends string>({
  name,
  options,
  value,
  onChoose,
}: {
  name: string;
  options: readonly { readonly id: T; readonly name: string }[];
  value: string | undefined;
  onChoose: (id: T) => void;
}) {
  return (
    <div role="group" aria-label={name} className={classes.choice}>
      <span>{name}</span>
      {options.map((o) => (
        <button
          key={o.id}
          type="button"
          aria-pressed={o.id === value}
          onClick={() => onChoose(o.id)}
        >
          {o.name}
        </button>
      ))}
    </div>
  );
}
