export { LinePage } from "./line-page";
export { ProposalPage } from "./proposal-page";
