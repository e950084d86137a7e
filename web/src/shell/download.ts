/** A file handed to the browser, or why there is none. */
export function download(
  file:
    | {
        readonly name: string;
        readonly text: string | Uint8Array<ArrayBuffer> | ReadableStream<Uint8Array>;
      }
    | undefined,
  type: string,
  status = 404,
): Response {
  if (!file) return Response.json({ message: "There is no such file." }, { status });
  // Only letters that need no quoting travel in the plain name; the starred one carries the rest.
  const plain = file.name.replace(/[^\w .-]/g, "_");
  return new Response(file.text, {
    headers: {
      "content-type": type,
      "content-disposition": `attachment; filename="${plain}"; filename*=UTF-8''${encodeURIComponent(file.name)}`,
    },
  });
}
