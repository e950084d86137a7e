export { KeepDay } from "./keep-day";
export { OnDevice } from "./on-device";
export { SendWaiting } from "./send-waiting";
export { WaitingPage } from "./waiting-page";
