/** Computed values by key, or undefined when this kind is not built yet. */
export type Computed = Readonly<Record<string, unknown>> | undefined;
