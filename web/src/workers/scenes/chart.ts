import { byteOfLinear } from '@hushto/core';
import { ellipse, fillPath, type DrawnScene, type Pen } from './drawing.ts';

const shade = (reflectance: number): string => `rgb(${Array(3).fill(byteOfLinear(reflectance)).join(',')})`;

function background(pen: Pen): void {
  pen.fillStyle = shade(0.18);
  pen.fillRect(-480, -320, 1920, 1280);
  // Grey steps a stop apart, mid grey among them.
  for (let step = 0; step < 8; step++) {
    pen.fillStyle = shade(0.72 / 2 ** step);
    pen.fillRect(80 + step * 100, 520, 100, 70);
  }
  // Upright bars from coarse to fine.
  pen.fillStyle = shade(0.8);
  pen.fillRect(80, 50, 800, 90);
  let x = 92;
  for (let width = 14; width > 0.7; width *= 0.94) {
    pen.fillStyle = shade(0.03);
    pen.fillRect(x, 56, width, 78);
    x += 2 * width;
  }
}

/** Bars, a star and an edge: the subject is the star, which moves as the brief's does. */
export const chart: DrawnScene = {
  backgroundTimes: 1,
  drawnForMm: 50,
  horizon: 320,
  subject: { heightM: 0.6, height: 320, foot: { x: 480, y: 490 }, look: { x: 480, y: 330 } },
  tone: 0.18,
  backgroundStops: 0,
  background,
  lights: () => {},
  parts: [
    {
      moves: 1,
      draw: (pen) => {
        fillPath(pen, shade(0.8), (p) => ellipse(p, 480, 330, 160, 160));
        for (let ray = 0; ray < 36; ray++) {
          const [from, to] = [(ray * Math.PI) / 18, ((ray + 0.5) * Math.PI) / 18];
          fillPath(pen, shade(0.03), (p) => (p.moveTo(480, 330), p.arc(480, 330, 152, from, to), p.closePath()));
        }
        fillPath(pen, shade(0.18), (p) => ellipse(p, 480, 330, 12, 12));
      },
    },
  ],
};
