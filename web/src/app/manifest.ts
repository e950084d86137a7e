import type { MetadataRoute } from "next";

/** What a phone needs to put the application among its own. */
export default function manifest(): MetadataRoute.Manifest {
  return {
    name: "Yard Tack",
    short_name: "Yard Tack",
    description: "Readings at a pump turned into a duty point, a verdict and a log.",
    start_url: "/",
    scope: "/",
    display: "standalone",
    background_color: "#efebe2",
    theme_color: "#222e36",
    icons: [
      { src: "/icon.svg", sizes: "any", type: "image/svg+xml", purpose: "any" },
      // Drawn from it for those that take no drawing; the last has its ground to the edges, to be cut to a shape.
      { src: "/icon-192.png", sizes: "192x192", type: "image/png", purpose: "any" },
      { src: "/icon-512.png", sizes: "512x512", type: "image/png", purpose: "any" },
      { src: "/icon-maskable-512.png", sizes: "512x512", type: "image/png", purpose: "maskable" },
    ],
  };
}
