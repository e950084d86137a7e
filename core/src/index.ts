/** The whole core under one name; each folder can also be imported by its own. */
export { boardOf } from "./board/index.ts";
export { readCase, readCaseText } from "./case/index.ts";
export { diagnose, ENGINE_VERSION } from "./diagnosis/index.ts";
