import { ellipse, fillPath, glow, strokePath, vertical, type DrawnScene, type Pen } from './drawing.ts';

/** Bulbs along a hanging wire, over the width of the field and beyond. */
const BULBS = Array.from({ length: 13 }, (_, i) => {
  const u = i / 12;
  return { x: -160 + 1280 * u, y: 96 + 150 * u * (1 - u) };
});

function background(pen: Pen): void {
  pen.fillStyle = vertical(pen, -320, 960, [
    [0, '#14131a'],
    [0.5, '#2a1c13'],
    [1, '#120d0a'],
  ]);
  pen.fillRect(-480, -320, 1920, 1280);
  // Courses of brick, lit from the bulbs above.
  for (let row = 0; row < 34; row++) {
    const y = -60 + row * 24;
    for (let x = -480 - (row % 2) * 28; x < 1440; x += 56) {
      const near = Math.max(0, 1 - Math.hypot(x - 480, y - 150) / 620);
      const tone = 18 + 66 * near + 9 * (((row * 7 + x / 28) % 5) / 5);
      pen.fillStyle = `rgb(${Math.round(tone * 1.25)},${Math.round(tone * 0.78)},${Math.round(tone * 0.5)})`;
      pen.fillRect(x + 1.5, y + 1.5, 53, 21);
    }
  }
}

function lights(pen: Pen): void {
  for (const { x, y } of BULBS) {
    glow(pen, x, y + 12, 46, [
      [0, 'rgba(255,190,96,0.35)'],
      [1, 'rgba(255,150,60,0)'],
    ]);
    fillPath(pen, '#ffdf9e', (p) => ellipse(p, x, y + 12, 5, 7));
  }
}

/** A painted board with large, small and very small letters: what is still read tells how steady the hands were. */
function board(pen: Pen): void {
  fillPath(pen, '#0c0907', (p) => p.roundRect(352, 242, 264, 216, 4));
  pen.fillStyle = vertical(pen, 236, 452, [
    [0, '#e3c286'],
    [1, '#9c7541'],
  ]);
  pen.fillRect(346, 236, 264, 216);
  strokePath(pen, '#4a2f18', 2.5, (p) => p.rect(356, 246, 244, 196));
  pen.fillStyle = '#20130b';
  pen.textAlign = 'center';
  pen.textBaseline = 'alphabetic';
  pen.font = '600 62px sans-serif';
  pen.fillText('Ferry', 478, 308);
  pen.fillText('Steps', 478, 366);
  pen.font = '500 21px sans-serif';
  pen.fillText('lantern market', 478, 398);
  pen.font = '500 11px sans-serif';
  pen.fillText('every evening until the last boat', 478, 418);
  for (let line = 0; line < 12; line++) {
    const width = 5 - line * 0.36;
    pen.fillRect(372 + line * 18.5, 426, width, 10);
  }
}

/** A sign that stands still under strings of bulbs: only hands can blur it. */
export const sign: DrawnScene = {
  backgroundTimes: 1,
  drawnForMm: 28,
  horizon: 320,
  subject: { heightM: 0.6, height: 216, foot: { x: 478, y: 452 }, look: { x: 478, y: 346 } },
  tone: 0.18,
  backgroundStops: 0,
  background: (pen) => {
    background(pen);
    strokePath(pen, '#050505', 2, (p) => {
      p.moveTo(BULBS[0]!.x, BULBS[0]!.y);
      for (const { x, y } of BULBS) p.lineTo(x, y);
    });
  },
  lights,
  parts: [{ moves: 0, draw: board }],
};
