/** Ports of this machine's loopback. */
import { createConnection, createServer } from "node:net";
import { giveUp } from "./say.mjs";

/** Whether somebody answers there. */
export const isListening = (port) =>
  new Promise((resolve) => {
    const socket = createConnection({ port, host: "127.0.0.1" });
    socket.once("connect", () => {
      socket.destroy();
      resolve(true);
    });
    socket.once("error", () => resolve(false));
  });

/**
 * A port that nobody listens on.
 * @returns {Promise<number>}
 */
export const freePort = () =>
  new Promise((resolve, reject) => {
    const probe = createServer().once("error", reject);
    probe.listen(0, "127.0.0.1", () => {
      const { port } = probe.address();
      probe.close(() => resolve(port));
    });
  });

/** Gives up with one line when somebody else has the port. */
export async function demandFreePort(port) {
  if (await isListening(port)) {
    giveUp(
      `port ${port} is taken; stop what uses it, or choose another: PORT=${port + 1} npm start`,
    );
  }
}
