const MOST_BYTES = 2_000_000;
const SIDES = [1600, 1200, 900, 600]; // pixels, the larger side; the first that is small enough is sent

/**
 * Make a picture small enough to be sent and kept: at most 1600 pixels a side, at most 2 MB, upright, without what the camera
 * wrote beside it. Rejects with a sentence for what is no picture.
 */
export async function scaled(file: Blob): Promise<Blob> {
  const picture = await createImageBitmap(file, { imageOrientation: "from-image" }).catch(() => {
    throw new Error("This cannot be read as a picture. A JPEG, PNG or WebP picture would do.");
  });
  try {
    for (const side of SIDES) {
      const blob = await drawn(picture, side);
      if (blob.size <= MOST_BYTES) return blob;
    }
  } finally {
    picture.close();
  }
  throw new Error("This picture cannot be made smaller than 2 MB.");
}

function drawn(picture: ImageBitmap, side: number): Promise<Blob> {
  const by = Math.min(1, side / Math.max(picture.width, picture.height));
  const canvas = document.createElement("canvas");
  canvas.width = Math.max(1, Math.round(picture.width * by));
  canvas.height = Math.max(1, Math.round(picture.height * by));
  canvas.getContext("2d")!.drawImage(picture, 0, 0, canvas.width, canvas.height);
  return new Promise((done, never) =>
    canvas.toBlob(
      (blob) => (blob ? done(blob) : never(new Error("This picture cannot be made small enough to be sent."))),
      "image/jpeg",
      0.82,
    ),
  );
}
