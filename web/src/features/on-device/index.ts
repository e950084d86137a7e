export { KeepDay } from "./keep-day";
export { OnDevice } from "./on-device";
