export { BringPage } from "./bring-page";
