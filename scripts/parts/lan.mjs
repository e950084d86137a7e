/** `npm start -- --lan`: on the plant network, over HTTPS. */
import { hostname } from "node:os";
import { join } from "node:path";
import { lanAddresses } from "./addresses.mjs";
import { say } from "./say.mjs";

/**
 * What is needed to stand on the plant network.
 * @param {string} folder - of the data: the certificate is kept there
 * @param {number} port
 * @returns {Promise<{ address: string, env: Record<string, string>, open: (to: number) => Promise<{ stop: () =>
 *   Promise<void> }>, tell: () => Promise<void> }>} `env` is what the application has to know of it, `open` lets the
 *   network in to the application at that port of loopback, `tell` shows how a phone gets there
 */
export async function onLan(folder, port) {
  const addresses = lanAddresses(process.env.YARD_LAN);
  const names = [...addresses, `${hostname().split(".")[0]}.local`.toLowerCase()];
  const { certificateFor } = await import("./certificate.mjs");
  const { openFront } = await import("./front.mjs");
  const { key, cert, authority, fingerprint } = await certificateFor(join(folder, "lan"), [
    ...names,
    "localhost",
    "127.0.0.1",
  ]);
  const address = `https://${addresses[0]}:${port}`;
  const theirs = process.env.YARD_HOSTS ?? "";
  return {
    address,
    env: {
      YARD_HOSTS: [theirs, ...names].filter(Boolean).join(","),
      YARD_HTTPS: "1",
      YARD_ADDRESS: address,
      YARD_AUTHORITY: authority,
      // With a name of theirs there is a proxy of theirs, and who asks is not known for certain.
      ...(theirs === "" ? { YARD_FRONT: "1" } : {}),
    },
    open: (to) =>
      openFront({
        addresses: [...new Set(["127.0.0.1", ...addresses])],
        names,
        port,
        to,
        key,
        cert,
      }),
    tell: async () => {
      const { default: qrcode } = await import("qrcode");
      say(await qrcode.toString(`${address}/trust`, { type: "terminal", small: true }));
      say(
        `Yard Tack is at ${address}   (Ctrl-C stops it)\nA phone opens ${address}/trust (the square code) once, to trust this machine; its fingerprint there has to be\n${fingerprint}`,
      );
    },
  };
}
