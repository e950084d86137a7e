export { DoublesPage } from "./doubles-page";
export { TellApart } from "./tell-buttons";
