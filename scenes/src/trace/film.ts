import type { Camera } from '../set/scene.ts';
import { unit, type Vec } from '../vector.ts';

/** A picture being made, in linear light, shared between threads. */
export interface Film {
  width: number;
  height: number;
  /** Red, green, blue of each pixel, already multiplied by its cover. */
  light: Float32Array;
  /** Share of each pixel that is covered, 0 to 1. */
  cover: Float32Array;
  /** Distance from the lens to the nearest thing in each pixel, m. */
  depth: Float32Array;
}

export function newFilm(width: number, height: number): Film {
  const shared = (length: number): Float32Array => new Float32Array(new SharedArrayBuffer(4 * length));
  return {
    width,
    height,
    light: shared(3 * width * height),
    cover: shared(width * height),
    depth: shared(width * height).fill(1e6),
  };
}

/** The lens: rays for points of the picture, and where points of the world fall on it. Rectilinear, shifted and not tilted. */
export class Lens {
  readonly eye: Vec;
  readonly #camera: Camera;
  readonly #width: number;
  readonly #height: number;
  /** Pixels for a metre in the subject's plane. */
  readonly scale: number;

  constructor(camera: Camera, width: number, height: number) {
    this.eye = [camera.across, camera.height, camera.distance];
    this.#camera = camera;
    this.#width = width;
    this.#height = height;
    this.scale = width / camera.width;
  }

  /** @param column px from the left, whole numbers at pixels' edges */
  ray(column: number, row: number): Vec {
    const { middle } = this.#camera;
    return unit([
      (column - this.#width / 2) / this.scale + middle[0] - this.eye[0],
      (this.#height / 2 - row) / this.scale + middle[1] - this.eye[1],
      -this.eye[2],
    ]);
  }

  /** Column, row and distance of a point; null behind the lens. */
  falls([x, y, z]: Vec): Vec | null {
    const ahead = this.eye[2] - z;
    if (ahead <= 0.01) return null;
    const k = this.eye[2] / ahead;
    const { middle } = this.#camera;
    const px = (x - this.eye[0]) * k + this.eye[0];
    const py = (y - this.eye[1]) * k + this.eye[1];
    return [
      this.#width / 2 + (px - middle[0]) * this.scale,
      this.#height / 2 - (py - middle[1]) * this.scale,
      Math.hypot(x - this.eye[0], y - this.eye[1], ahead),
    ];
  }

  /** Whether a point falls on the picture, or no farther than `within` px beside it. */
  sees(p: Vec, within: number): boolean {
    const at = this.falls(p);
    return (
      at !== null &&
      Math.abs(at[0] - this.#width / 2) <= this.#width / 2 + within &&
      Math.abs(at[1] - this.#height / 2) <= this.#height / 2 + within
    );
  }
}
