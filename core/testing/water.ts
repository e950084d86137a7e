/** Water at 20 °C, as the tests take it. */
import { waterState } from "../src/liquid/index.ts";

const state = waterState(293.15);
if (!state.ok) throw new Error("water has properties at 20 °C");
export const STANDARD_WATER = state.value;
