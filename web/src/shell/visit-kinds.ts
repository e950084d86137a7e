/** The kinds of visit, as a form offers them. */
export const VISIT_KINDS = [
  { value: "call", label: "call: something is wrong" },
  { value: "round", label: "planned round" },
];
