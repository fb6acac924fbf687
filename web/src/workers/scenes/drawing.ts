import type { Drift } from '@hushto/core';

export type Pen = OffscreenCanvasRenderingContext2D;

/** The field every scene is drawn on, in units of its own; pictures of other shapes show more or less of its sides. */
export const FIELD = { width: 960, height: 640 } as const;

/** A scene of ours: what stands still, what glows, and the parts of what moves, all drawn, nothing photographed. */
export interface DrawnScene {
  /** How much farther than the subject the background lies. */
  backgroundTimes: number;
  /** Full-frame equivalent, mm, the background is drawn for; a longer lens shows less of it. */
  drawnForMm: number;
  horizon: number;
  /** Height of the subject, m, and as drawn; where it stands, and where one looks first. */
  subject: { heightM: number; height: number; foot: { x: number; y: number }; look: { x: number; y: number } };
  /** Reflectance the subject is drawn with, and light of the background against it, stops, as drawn. */
  tone: number;
  backgroundStops: number;
  background: (pen: Pen) => void;
  /** What glows, drawn as white and many times as bright. */
  lights: (pen: Pen) => void;
  parts: readonly DrawnPart[];
}

export interface DrawnPart {
  moves: number;
  limb?: boolean;
  along?: Drift;
  draw: (pen: Pen) => void;
}

export function vertical(
  pen: Pen,
  top: number,
  bottom: number,
  stops: readonly (readonly [at: number, colour: string])[],
): CanvasGradient {
  const gradient = pen.createLinearGradient(0, top, 0, bottom);
  for (const [at, colour] of stops) gradient.addColorStop(at, colour);
  return gradient;
}

export function glow(
  pen: Pen,
  x: number,
  y: number,
  radius: number,
  stops: readonly (readonly [at: number, colour: string])[],
): void {
  const gradient = pen.createRadialGradient(x, y, 0, x, y, radius);
  for (const [at, colour] of stops) gradient.addColorStop(at, colour);
  pen.fillStyle = gradient;
  pen.fillRect(x - radius, y - radius, 2 * radius, 2 * radius);
}

export function fillPath(pen: Pen, colour: string, path: (pen: Pen) => void): void {
  pen.fillStyle = colour;
  pen.beginPath();
  path(pen);
  pen.fill();
}

export function strokePath(pen: Pen, colour: string, width: number, path: (pen: Pen) => void): void {
  pen.strokeStyle = colour;
  pen.lineWidth = width;
  pen.lineCap = 'round';
  pen.lineJoin = 'round';
  pen.beginPath();
  path(pen);
  pen.stroke();
}

export const ellipse = (pen: Pen, x: number, y: number, rx: number, ry: number, turn = 0): void =>
  pen.ellipse(x, y, rx, ry, turn, 0, 2 * Math.PI);
