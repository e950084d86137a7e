export { SlatePage } from "./slate-page";
export { NewCallForm } from "./new-call-form";
