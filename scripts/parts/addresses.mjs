/** Addresses of this machine on a private network. */
import { BlockList, isIPv4 } from "node:net";
import { networkInterfaces } from "node:os";
import { giveUp } from "./say.mjs";

/** Networks that no router of the Internet leads to (RFC 1918, RFC 3927), and loopback. */
export const PRIVATE_RANGES = [
  { address: "10.0.0.0", bits: 8 },
  { address: "172.16.0.0", bits: 12 },
  { address: "192.168.0.0", bits: 16 },
  { address: "169.254.0.0", bits: 16 },
  { address: "127.0.0.0", bits: 8 },
];

const nearby = new BlockList();
for (const { address, bits } of PRIVATE_RANGES) nearby.addSubnet(address, bits);

/**
 * Where the plant network reaches this machine.
 * @param {string} [chosen] - YARD_LAN: addresses divided by commas; every private one otherwise
 * @returns {readonly string[]} at least one
 */
export function lanAddresses(chosen = "", interfaces = networkInterfaces()) {
  const asked = chosen
    .split(",")
    .map((a) => a.trim())
    .filter(Boolean);
  const far = asked.find((a) => !isIPv4(a) || !nearby.check(a));
  if (far !== undefined)
    giveUp(
      `YARD_LAN: ${far} is no address of a private network; for others put a proxy in front: docs/operations.md.`,
    );
  const found = Object.values(interfaces)
    .flatMap((list) => list ?? [])
    .filter((i) => i.family === "IPv4" && !i.internal && nearby.check(i.address))
    .map((i) => i.address);
  const addresses = asked.length > 0 ? asked : found;
  if (addresses.length === 0)
    giveUp("this machine has no address on a private network: connect it, or start without --lan.");
  return addresses;
}
