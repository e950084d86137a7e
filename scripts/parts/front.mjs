/**
 * What stands on the plant network: HTTPS at the addresses of this machine, handed on to the application, which
 * itself stays on loopback.
 */
import { once } from "node:events";
import { createServer as createHttp } from "node:http";
import { createServer as createHttps } from "node:https";
import { createServer } from "node:net";
import { createProxyServer } from "httpxy";

/** First byte of a TLS handshake. */
const HANDSHAKE = 22;

/** Longest wait for requests in flight when it stops [ms]. */
const LAST_ANSWERS = 4000;

/**
 * @param {{ addresses: readonly string[], names?: readonly string[], port: number, to: number, key: string, cert: string }} how - `to` is the
 *   application's port on loopback
 * @returns {Promise<{ stop: () => Promise<void> }>} stopping takes nothing new and lets what is in flight end
 */
export async function openFront({ addresses, names = [], port, to, key, cert }) {
  const proxy = createProxyServer({ target: { host: "127.0.0.1", port: to } });
  const secure = createHttps({ key, cert }, (request, response) => {
    // Who asks is known here and nowhere else: what a request says of itself is not passed on.
    for (const name of ["x-forwarded-host", "forwarded", "x-real-ip"]) delete request.headers[name];
    request.headers["x-forwarded-for"] = request.socket.remoteAddress ?? "";
    request.headers["x-forwarded-proto"] = "https";
    proxy.web(request, response).catch(() => away(response));
  });
  const plain = createHttp((request, response) => {
    // What a request says of where it goes is followed to one of our own addresses alone.
    const host = request.headers.host?.replace(/:\d+$/, "").toLowerCase() ?? "";
    const ours = [...addresses, ...names].includes(host) ? host : addresses[0];
    const location = `https://${ours}:${port}${request.url ?? "/"}`;
    response.writeHead(308, { location, connection: "close" }).end();
  });
  const sockets = new Set();
  const doors = addresses.map(() =>
    createServer((socket) => {
      sockets.add(socket);
      socket.once("close", () => sockets.delete(socket));
      socket.on("error", () => socket.destroy());
      socket.once("data", (first) => {
        socket.pause();
        socket.unshift(first);
        (first[0] === HANDSHAKE ? secure : plain).emit("connection", socket);
        process.nextTick(() => socket.resume());
      });
    }),
  );
  await Promise.all(
    doors.map(async (door, i) => {
      door.listen(port, addresses[i]);
      await once(door, "listening");
    }),
  );
  return {
    stop: async () => {
      const closed = [...doors, secure, plain].map((s) => new Promise((done) => s.close(done)));
      secure.closeIdleConnections();
      const timer = setTimeout(() => {
        for (const socket of sockets) socket.destroy();
      }, LAST_ANSWERS);
      await Promise.all(closed);
      clearTimeout(timer);
    },
  };
}

/** The application is being started again. */
function away(response) {
  if (response.headersSent) return void response.destroy();
  response
    .writeHead(503, { "content-type": "text/plain; charset=utf-8", "retry-after": "2" })
    .end(
      "Yard Tack is being started. What you typed is kept on this device; try again in a moment.",
    );
}
