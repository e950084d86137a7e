import { createSerwistRoute } from "@serwist/turbopack";
import { randomUUID } from "node:crypto";

/** The service worker, made with the build: everything that it made, and the page that stands in for others. */
export const { dynamic, dynamicParams, revalidate, generateStaticParams, GET } = createSerwistRoute(
  {
    swSrc: "src/workers/service-worker.ts",
    useNativeEsbuild: true,
    globPatterns: [".next/static/**/*.{js,css,woff2,svg}"],
    additionalPrecacheEntries: [{ url: "/on-device", revision: randomUUID() }],
    maximumFileSizeToCacheInBytes: 4_000_000,
    esbuildOptions: { sourcemap: false },
  },
);
