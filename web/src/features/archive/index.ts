export { ArchivePage } from "./archive-page";
