/** A store that speaks as S3 does, as far as putting an object goes: it works out each signature for itself (AWS Signature 4). */
import { createHash, createHmac } from "node:crypto";
import { createServer } from "node:http";
import { once } from "node:events";

const hmac = (key, text) => createHmac("sha256", key).update(text).digest();
const hex = (text) => createHash("sha256").update(text).digest("hex");

/** @returns {Promise<{ address: string, objects: Map<string, Buffer>, refuse: (when: (key: string) => boolean) => void, stop: () => Promise<void> }>} */
export async function standInStore(keyId, secret) {
  const objects = new Map();
  let refuses = () => false;
  const server = createServer(async (request, response) => {
    const parts = [];
    for await (const part of request) parts.push(part);
    const [path] = request.url.split("?");
    const status = refuses(path) ? 503 : isSigned(request, path) ? 200 : 403;
    if (status === 200 && request.method === "PUT") objects.set(path, Buffer.concat(parts));
    response.writeHead(status).end();
  });
  const isSigned = ({ headers, method }, path) => {
    const [, credential, names, signature] =
      /^AWS4-HMAC-SHA256 Credential=(\S+), SignedHeaders=(\S+), Signature=(\w+)$/.exec(
        headers.authorization ?? "",
      ) ?? [];
    if (!credential) return false;
    const [id, day, region, service] = credential.split("/");
    const canonical = [
      ...[method, path, ""],
      ...names.split(";").map((name) => `${name}:${headers[name]}`),
      ...["", names, headers["x-amz-content-sha256"]],
    ].join("\n");
    const scope = `${day}/${region}/${service}/aws4_request`;
    const text = ["AWS4-HMAC-SHA256", headers["x-amz-date"], scope, hex(canonical)].join("\n");
    const key = [day, region, service, "aws4_request"].reduce(hmac, `AWS4${secret}`);
    return id === keyId && hmac(key, text).toString("hex") === signature;
  };
  server.listen(0, "127.0.0.1");
  await once(server, "listening");
  return {
    address: `http://127.0.0.1:${server.address().port}`,
    objects,
    refuse: (when) => (refuses = when),
    stop: () => new Promise((resolve) => server.close(resolve)),
  };
}
