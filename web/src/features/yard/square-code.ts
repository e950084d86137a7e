/** Reads the square code in a picture. Its own chunk: nobody who types a code loads it. */
import jsQR from "jsqr";

/** Longest edge the reader looks at [px]. */
const EDGE = 1400;

/** The text of the code; undefined when there is none, or it is no picture. */
export async function readSquareCode(file: Blob): Promise<string | undefined> {
  const picture = await createImageBitmap(file).catch(() => undefined);
  if (!picture) return undefined;
  const scale = Math.min(1, EDGE / Math.max(picture.width, picture.height));
  const [width, height] = [Math.round(picture.width * scale), Math.round(picture.height * scale)];
  const canvas = document.createElement("canvas");
  canvas.width = width;
  canvas.height = height;
  const brush = canvas.getContext("2d");
  if (!brush) return undefined;
  brush.drawImage(picture, 0, 0, width, height);
  picture.close();
  return jsQR(brush.getImageData(0, 0, width, height).data, width, height)?.data;
}
