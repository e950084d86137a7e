/** A phone's picture made small on the device: upright, and no larger than a plate needs to be read. */

/** Longest edge that is kept [px]. */
const EDGE = 1600;
const QUALITY = 0.82;

export type Shrunk =
  | { readonly ok: true; readonly blob: Blob; readonly width: number; readonly height: number }
  | { readonly ok: false; readonly message: string };

const megabytes = (bytes: number) =>
  `${Math.max(0.1, bytes / 1e6).toFixed(bytes < 1e6 ? 1 : 0)} MB`;

/**
 * Turns a picture the way it was taken (the camera's own mark, then quarters on top) and shrinks it.
 * @param quarters - turns to the right by hand
 */
export async function shrinkPhoto(
  file: Blob & { readonly name?: string },
  quarters = 0,
): Promise<Shrunk> {
  const name = file.name ?? "This file";
  if (file.size === 0) return { ok: false, message: `${name} is empty. Nothing was changed.` };
  const picture = await createImageBitmap(file, { imageOrientation: "from-image" }).catch(
    () => undefined,
  );
  if (!picture) {
    const why =
      file.type !== "" && !file.type.startsWith("image/")
        ? `${name} is not a picture`
        : `${name} (${megabytes(file.size)}) cannot be read as a picture on this device`;
    return {
      ok: false,
      message: `${why}. Nothing was changed; take the photo again, or choose a JPEG or PNG.`,
    };
  }
  const scale = Math.min(1, EDGE / Math.max(picture.width, picture.height));
  const [w, h] = [
    Math.max(1, Math.round(picture.width * scale)),
    Math.max(1, Math.round(picture.height * scale)),
  ];
  const sideways = quarters % 2 === 1;
  const canvas = document.createElement("canvas");
  canvas.width = sideways ? h : w;
  canvas.height = sideways ? w : h;
  const brush = canvas.getContext("2d");
  if (!brush)
    return { ok: false, message: "This device cannot draw pictures; nothing was changed." };
  brush.translate(canvas.width / 2, canvas.height / 2);
  brush.rotate((quarters * Math.PI) / 2);
  brush.drawImage(picture, -w / 2, -h / 2, w, h);
  picture.close();
  const blob = await new Promise<Blob | null>((done) => canvas.toBlob(done, "image/jpeg", QUALITY));
  return blob
    ? { ok: true, blob, width: canvas.width, height: canvas.height }
    : { ok: false, message: `${name} could not be shrunk; nothing was changed.` };
}
