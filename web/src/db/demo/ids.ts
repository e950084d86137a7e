/** Ids of the demo's rows: the same at each loading. */
import { v5 as uuidFrom } from "uuid";

const NAMESPACE = "6f0c0a52-9a1e-4d1b-8d0e-4a1d2f3c7b10";

/** The id of what these names say together. */
export const id = (...names: (string | number)[]): string => uuidFrom(names.join("/"), NAMESPACE);
