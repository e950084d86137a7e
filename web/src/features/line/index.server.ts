import "server-only";

export { loadLinePage, loadProposal } from "./server";
