import type { Lighting } from '../trace/light.ts';
import type { Thing } from '../trace/thing.ts';
import type { Vec } from '../vector.ts';

/** A part of the subject that moves as one, in front of those before it. */
export interface Part {
  name: string;
  things: readonly Thing[];
  /** Movement against the body's, as a share of it. */
  moves: number;
  /** Whether it swings faster than the body, as limbs do. */
  limb?: boolean;
  /** Its own direction where it has one: a unit vector in the picture, y down. */
  along?: { x: number; y: number };
}

/** A scene as it is built: what stands still, the subject's parts back to front, the light, the camera. */
export interface Scene {
  still: readonly Thing[];
  parts: readonly Part[];
  lighting: Lighting;
  camera: Camera;
  /** Where the picture is most telling, m in the plane of the subject. */
  look: { x: number; y: number };
  /** Middle of the part that is computed finer, m; the most telling place where unset. */
  closeRound?: { x: number; y: number };
  /** What is behind the subject, in its distance from the camera. */
  backgroundTimes: number;
  /** Reflectance of the subject it is composed for, and light of the background against it, stops. */
  tone: number;
  backgroundStops: number;
  /** Scene light is multiplied by this, so that what is metered comes out at 0.18. */
  exposure: number;
}

export interface Camera {
  /** Where the lens is, m: to the right, its height, and its distance from the subject's plane z = 0. */
  across: number;
  height: number;
  distance: number;
  /** What the picture shows of the subject's plane: its middle and width, m. */
  middle: Vec;
  width: number;
}
