/** A picture of a curve sheet, opened in the browser and never larger than it needs to be. */

/** Largest file opened, and the longest side it is worked on with. */
const MOST_BYTES = 30_000_000;
const LONGEST_SIDE = 2000;

export type OpenedPicture =
  | { readonly ok: true; readonly bitmap: ImageBitmap; readonly name: string }
  | { readonly ok: false; readonly message: string };

/** Opens a picture, turned upright and shrunk. The message says what happened and what to do. */
export async function openPicture(file: File): Promise<OpenedPicture> {
  const kept = "Nothing was changed.";
  if (file.size > MOST_BYTES) {
    return {
      ok: false,
      message: `${file.name} is ${Math.round(file.size / 1e6)} MB; at most ${MOST_BYTES / 1e6} MB can be opened here. ${kept} Take the picture again at a smaller size, or cut it to the chart.`,
    };
  }
  try {
    const full = await createImageBitmap(file, { imageOrientation: "from-image" });
    const share = Math.min(1, LONGEST_SIDE / Math.max(full.width, full.height));
    if (share === 1) return { ok: true, bitmap: full, name: file.name };
    const bitmap = await createImageBitmap(full, {
      resizeWidth: Math.round(full.width * share),
      resizeHeight: Math.round(full.height * share),
      resizeQuality: "high",
    });
    full.close();
    return { ok: true, bitmap, name: file.name };
  } catch {
    return {
      ok: false,
      message: `${file.name} is no picture that can be opened here (JPEG, PNG or WebP can). ${kept} Photograph the sheet, or save the page as a picture.`,
    };
  }
}
