export { OwnerLink } from "./owner-link";
