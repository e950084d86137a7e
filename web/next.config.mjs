import { withSerwist } from "@serwist/turbopack";

/** @type {import("next").NextConfig} */
const config = {
  transpilePackages: ["@yard-tack/core"],
  serverExternalPackages: [
    "@mikro-orm/core",
    "@mikro-orm/postgresql",
    "@mikro-orm/migrations",
    "@mikro-orm/knex",
    "pino",
    "piscina",
  ],
  // `npm test` checks the types of every workspace; doing it again here would double the build.
  typescript: { ignoreBuildErrors: true },
  devIndicators: false,
  poweredByHeader: false,
};

export default withSerwist(config);
