import { evFromPhoto, LINEAR_OF_BYTE, LUMINANCE, type PhotoReading, type ReferencePhoto } from '@hushto/core';
import { parse } from 'exifr/dist/lite.esm.mjs';

/** Longest side a photo is looked at with: a mean needs no more. */
const LOOK_PX = 256;
/** Bytes at either end of the scale that say nothing any more. */
const DARKEST = 2;
const BRIGHTEST = 253;

export type ReadPhoto = { photo: ReferencePhoto; reading: PhotoReading } | { problem: string };

/** Reads the light off a photo of the user's own; it never leaves the browser. */
export async function readPhoto(file: File): Promise<ReadPhoto> {
  const exif = (await parse(file).catch(() => null)) as Record<string, unknown> | null;
  const [shutterS, fNumber, iso] = ['ExposureTime', 'FNumber', 'ISO'].map((tag) => positive(exif?.[tag]));
  const missing = [...(shutterS ? [] : ['shutter speed']), ...(fNumber ? [] : ['aperture']), ...(iso ? [] : ['ISO'])];
  if (missing.length > 0)
    return { problem: `“${file.name}” does not say its ${missing.join(', ')}; take the file as the camera wrote it.` };
  const bitmap = await createImageBitmap(file).catch(() => null);
  if (!bitmap) return { problem: `“${file.name}” cannot be shown by this browser; give it as JPEG.` };
  const { meanLinear, clippedShare } = brightnessOf(bitmap);
  const photo = { shutterS: shutterS!, fNumber: fNumber!, iso: iso!, meanLinear: Math.max(meanLinear, 1e-5), clippedShare };
  return { photo, reading: evFromPhoto(photo) };
}

const positive = (value: unknown): number | null =>
  typeof value === 'number' && value > 0 && Number.isFinite(value) ? value : null;

function brightnessOf(bitmap: ImageBitmap): Pick<ReferencePhoto, 'meanLinear' | 'clippedShare'> {
  const scale = Math.min(1, LOOK_PX / Math.max(bitmap.width, bitmap.height));
  const canvas = new OffscreenCanvas(
    Math.max(1, Math.round(bitmap.width * scale)),
    Math.max(1, Math.round(bitmap.height * scale)),
  );
  const context = canvas.getContext('2d')!;
  context.drawImage(bitmap, 0, 0, canvas.width, canvas.height);
  const { data } = context.getImageData(0, 0, canvas.width, canvas.height);
  let [sum, clipped] = [0, 0];
  for (let i = 0; i < data.length; i += 4) {
    const [red, green, blue] = [data[i]!, data[i + 1]!, data[i + 2]!];
    sum +=
      LUMINANCE.red * LINEAR_OF_BYTE[red]! + LUMINANCE.green * LINEAR_OF_BYTE[green]! + LUMINANCE.blue * LINEAR_OF_BYTE[blue]!;
    if (Math.max(red, green, blue) >= BRIGHTEST || Math.max(red, green, blue) <= DARKEST) clipped += 1;
  }
  const pixels = data.length / 4;
  return { meanLinear: sum / pixels, clippedShare: clipped / pixels };
}
