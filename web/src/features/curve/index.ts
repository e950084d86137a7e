export { CurveEditor } from "./curve-editor";
export { RatingLinks } from "./rating-links";
