export { FirstPerson } from "./first-person";
export { PersonChoice } from "./person-choice";
