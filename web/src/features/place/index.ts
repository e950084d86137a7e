export { PlaceEditor } from "./place-editor";
