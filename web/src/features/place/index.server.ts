import "server-only";

export { keepRegister, type PlaceAnswer, refused } from "./keep-register";
export { loadPlacePage } from "./server";
