export { AccountPage } from "./account-page";
export { PeoplePage } from "./people-page";
export { SignInPage } from "./sign-in-page";
export { TeamsPage } from "./teams-page";
export { TokensPage } from "./tokens-page";
export { TrailPage } from "./trail-page";
export { TrustPage } from "./trust-page";
export { WelcomeOver, WelcomePage } from "./welcome-page";
