/** Locks between processes of one machine, held by an open socket: the kernel frees them, however they end. */
import { createHash } from "node:crypto";
import { createConnection, createServer } from "node:net";
import { say } from "./say.mjs";

/** Name of a socket that no file stands for. */
export const socketName = (what, path) =>
  `\0yard-tack-${what}-${createHash("sha256").update(path).digest("hex").slice(0, 16)}`;

/** Listens under a name; undefined when somebody else does. */
export const hold = (name, onConnection) =>
  new Promise((resolve, reject) => {
    const server = createServer({ allowHalfOpen: true }, onConnection);
    server.once("error", (error) =>
      error.code === "EADDRINUSE" ? resolve(undefined) : reject(error),
    );
    server.listen(name, () => resolve(server));
  });

/** Does something while no other process does it in this folder; waits for one that does. */
export async function withLock(what, path, signal, work) {
  const name = socketName(what, path);
  const waiting = new Set();
  let told = false;
  for (;;) {
    signal?.throwIfAborted();
    const held = await hold(name, (socket) => {
      waiting.add(socket);
      socket.on("error", () => undefined);
    });
    if (held) {
      try {
        return await work();
      } finally {
        held.close();
        for (const socket of waiting) socket.destroy();
      }
    }
    if (!told) say(`Another start works on this checkout (${what}); waiting for it …`);
    told = true;
    await untilFreed(name, signal);
  }
}

const untilFreed = (name, signal) =>
  new Promise((resolve) => {
    const socket = createConnection(name);
    const done = () => {
      socket.destroy();
      resolve();
    };
    signal?.addEventListener("abort", done, { once: true });
    for (const event of ["close", "error"]) {
      socket.once(event, () => {
        signal?.removeEventListener("abort", done);
        resolve();
      });
    }
    socket.resume();
  });
