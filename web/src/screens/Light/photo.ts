import { evFromPhoto, type PhotoReading, type ReferencePhoto } from '@hushto/core';
import { askPhoto } from '../../workers/photos.ts';

export type ReadPhoto = { photo: ReferencePhoto; reading: PhotoReading } | { problem: string };

/** Reads the light off a photo of the user's own; it never leaves the browser. */
export async function readPhoto(file: File): Promise<ReadPhoto> {
  const found = await askPhoto('light', file);
  const { shutterS = null, fNumber = null, iso = null } = found.exif ?? {};
  const missing = [...(shutterS ? [] : ['shutter speed']), ...(fNumber ? [] : ['aperture']), ...(iso ? [] : ['ISO'])];
  if (found.exif && missing.length > 0)
    return { problem: `“${file.name}” does not say its ${missing.join(', ')}; take the file as the camera wrote it.` };
  if ('problem' in found) return { problem: `“${file.name}” ${found.problem}` };
  const { meanLinear, clippedShare } = found.light!;
  const photo = { shutterS: shutterS!, fNumber: fNumber!, iso: iso!, meanLinear: Math.max(meanLinear, 1e-5), clippedShare };
  return { photo, reading: evFromPhoto(photo) };
}
