import { seededRandom } from '@hushto/core';
import { ellipse, fillPath, rimLit, strokePath, vertical, type DrawnScene, type Pen } from './drawing.ts';

function background(pen: Pen): void {
  const any = seededRandom(43);
  pen.fillStyle = vertical(pen, 0, 380, [
    [0, '#3c4648'],
    [1, '#788078'],
  ]);
  pen.fillRect(-480, -320, 1920, 720);
  // Girders under the roof, then the crowd behind the barrier.
  for (let x = -300; x < 1260; x += 120)
    strokePath(pen, '#2c3436', 7, (p) => (p.moveTo(x, -40), p.lineTo(x + 60, 120), p.lineTo(x + 120, -40)));
  pen.fillStyle = '#2c3436';
  pen.fillRect(-480, 116, 1920, 9);
  const coats = ['#4b5a63', '#6d4a41', '#7c7a5a', '#3d4a3f', '#8a6a52', '#565060'];
  for (let row = 0; row < 3; row++) {
    for (let x = -320 + row * 17; x < 1280; x += 36) {
      const y = 236 + row * 30 + any() * 8;
      fillPath(pen, coats[Math.floor(any() * 6)]!, (p) => p.roundRect(x - 15, y + 10, 30, 60, 12));
      fillPath(pen, any() > 0.4 ? '#b58f74' : '#7d5a44', (p) => ellipse(p, x, y, 9, 11));
    }
  }
  pen.fillStyle = '#d4d6cb';
  pen.fillRect(-480, 340, 1920, 74);
  pen.fillStyle = '#5d7f86';
  pen.fillRect(-480, 402, 1920, 12);
  for (let x = -440; x < 1400; x += 240) {
    pen.fillStyle = '#8a9a94';
    pen.fillRect(x, 356, 120, 30);
    pen.fillStyle = '#6c7a76';
    for (let k = 0; k < 5; k++) pen.fillRect(x + 10 + k * 20, 364, 12, 14);
  }
  pen.fillStyle = vertical(pen, 414, 640, [
    [0, '#a7a08c'],
    [1, '#6d6658'],
  ]);
  pen.fillRect(-480, 414, 1920, 546);
  strokePath(pen, '#d7d2bf', 7, (p) => (p.moveTo(-480, 470), p.lineTo(1440, 470)));
  strokePath(pen, '#9c5a3c', 9, (p) => (p.moveTo(-480, 590), p.lineTo(1440, 590)));
  for (let i = 0; i < 60; i++) {
    const [x, y] = [-300 + any() * 1560, 424 + any() * 210];
    strokePath(
      pen,
      `rgba(60,54,44,${0.1 + any() * 0.2})`,
      1.6,
      (p) => (p.moveTo(x, y), p.quadraticCurveTo(x + 40, y - 10, x + 90 + any() * 60, y + 6)),
    );
  }
}

function lights(pen: Pen): void {
  for (let x = -250; x < 1260; x += 190) {
    pen.fillStyle = '#eef6ee';
    pen.fillRect(x, 56, 128, 8);
    pen.fillRect(x + 60, 20, 92, 5);
  }
}

const KEY = '#e8efe6';
const FILL = '#98a49c';
const SHIRT = '#7d3a32';
const DARK = '#23262a';
const SKIN = '#b98665';

/** A skater under tube light. */
export const skater: DrawnScene = {
  backgroundTimes: 1.6,
  drawnForMm: 70,
  horizon: 370,
  subject: { heightM: 1.55, height: 420, foot: { x: 470, y: 612 }, look: { x: 520, y: 250 } },
  tone: 0.18,
  backgroundStops: 0,
  background,
  lights,
  parts: [
    {
      moves: 1,
      limb: true,
      draw: (pen) =>
        rimLit(pen, KEY, FILL, DARK, (colour, isShape) => {
          strokePath(pen, colour, 40, (p) => (p.moveTo(420, 424), p.lineTo(342, 470), p.lineTo(250, 520)));
          skate(pen, colour, isShape, 226, 536, 0.5);
        }),
    },
    {
      moves: 1,
      limb: true,
      along: { x: 0.95, y: 0.3 },
      draw: (pen) =>
        rimLit(pen, KEY, FILL, SHIRT, (colour, isShape) => {
          strokePath(pen, colour, 28, (p) => (p.moveTo(452, 304), p.lineTo(374, 330)));
          strokePath(pen, isShape ? SKIN : colour, 22, (p) => (p.moveTo(366, 332), p.lineTo(312, 290)));
          fillPath(pen, isShape ? DARK : colour, (p) => ellipse(p, 304, 282, 17, 15));
        }),
    },
    {
      moves: 1,
      draw: (pen) =>
        rimLit(pen, KEY, FILL, SHIRT, (colour, isShape) => {
          const dark = isShape ? DARK : colour;
          strokePath(pen, dark, 44, (p) => (p.moveTo(436, 424), p.lineTo(540, 470), p.lineTo(500, 566)));
          skate(pen, dark, isShape, 516, 590, 0);
          fillPath(pen, colour, (p) => {
            p.moveTo(392, 430);
            p.bezierCurveTo(390, 366, 430, 296, 478, 276);
            p.bezierCurveTo(520, 268, 548, 300, 540, 336);
            p.bezierCurveTo(520, 380, 486, 420, 460, 450);
            p.closePath();
          });
          if (isShape) {
            strokePath(pen, '#f0ede2', 9, (p) => (p.moveTo(456, 336), p.lineTo(446, 386)));
            strokePath(
              pen,
              '#f0ede2',
              9,
              (p) => (p.moveTo(478, 330), p.lineTo(494, 352), p.lineTo(470, 380), p.lineTo(490, 384)),
            );
          }
          strokePath(pen, isShape ? SKIN : colour, 24, (p) => (p.moveTo(520, 316), p.lineTo(572, 370), p.lineTo(628, 350)));
          fillPath(pen, isShape ? SKIN : colour, (p) => ellipse(p, 532, 246, 29, 34, 0.3));
          fillPath(pen, isShape ? '#d8d4c4' : colour, (p) => {
            p.moveTo(500, 246);
            p.bezierCurveTo(496, 196, 560, 188, 568, 234);
            p.lineTo(566, 240);
            p.closePath();
          });
          if (isShape) {
            fillPath(pen, '#2c201a', (p) => ellipse(p, 550, 250, 3.4, 3));
            strokePath(pen, '#8a3f30', 3, (p) => (p.moveTo(542, 268), p.lineTo(556, 266)));
            strokePath(pen, '#3a3f40', 4, (p) => (p.moveTo(512, 250), p.lineTo(528, 278)));
          }
        }),
    },
  ],
};

function skate(pen: Pen, colour: string, isShape: boolean, x: number, y: number, turn: number): void {
  pen.save();
  pen.translate(x, y);
  pen.rotate(turn);
  fillPath(pen, isShape ? '#e9e5d6' : colour, (p) => p.roundRect(-34, -26, 66, 32, 10));
  for (const wheel of [-20, 16]) fillPath(pen, isShape ? '#b4532f' : colour, (p) => ellipse(p, wheel, 14, 11, 11));
  pen.restore();
}
