export { PersonChoice } from "./person-choice";
