import { seededRandom } from '@hushto/core';
import { ellipse, fillPath, glow, rimLit, strokePath, vertical, type DrawnScene, type Pen } from './drawing.ts';

const LAMPS = [150, 470, 790] as const;

function background(pen: Pen): void {
  const any = seededRandom(19);
  pen.fillStyle = vertical(pen, 0, 640, [
    [0, '#0d0a0b'],
    [0.55, '#211615'],
    [1, '#0f0b0a'],
  ]);
  pen.fillRect(-480, -320, 1920, 1280);
  // Boards of a boathouse wall, lit from above.
  for (let x = -300; x < 1260; x += 46) {
    pen.fillStyle = `rgba(190,120,66,${0.1 + any() * 0.08})`;
    pen.fillRect(x, -100, 43, 560);
  }
  glow(pen, 470, 180, 420, [
    [0, 'rgba(214,140,74,.34)'],
    [1, 'rgba(120,70,40,0)'],
  ]);
  for (const x of LAMPS)
    glow(pen, x, 22, 120, [
      [0, 'rgba(255,206,134,.5)'],
      [1, 'rgba(255,170,90,0)'],
    ]);
  // An oar on the wall, and the heads of those who sit in front.
  strokePath(pen, '#5c3a22', 9, (p) => (p.moveTo(60, 120), p.lineTo(360, 60)));
  fillPath(pen, '#6b4629', (p) => ellipse(p, 40, 124, 46, 13, -0.2));
  pen.fillStyle = vertical(pen, 500, 640, [
    [0, '#4a2f1e'],
    [1, '#1b120d'],
  ]);
  pen.fillRect(-480, 500, 1920, 460);
  for (let x = -300; x < 1260; x += 78) {
    pen.fillStyle = 'rgba(10,6,5,.35)';
    pen.fillRect(x, 500, 3, 240);
  }
  // A double bass left standing, and a music stand.
  fillPath(pen, '#3a2013', (p) => {
    ellipse(p, 800, 400, 66, 80);
    ellipse(p, 800, 290, 50, 60);
  });
  strokePath(pen, '#3a2013', 12, (p) => (p.moveTo(800, 250), p.lineTo(800, 90)));
  strokePath(pen, '#1a120e', 5, (p) => (p.moveTo(250, 560), p.lineTo(250, 370)));
  fillPath(pen, '#d9cdb4', (p) => {
    p.moveTo(196, 330);
    p.lineTo(304, 318);
    p.lineTo(310, 376);
    p.lineTo(202, 388);
    p.closePath();
  });
  for (let k = 0; k < 5; k++) strokePath(pen, '#6d6455', 1.4, (p) => (p.moveTo(206, 342 + k * 9), p.lineTo(300, 331 + k * 9)));
}

function lights(pen: Pen): void {
  for (const x of LAMPS) fillPath(pen, '#ffe2ac', (p) => ellipse(p, x, 22, 26, 8));
}

const KEY = '#ffc47a';
const FILL = '#8b5530';
const CLOTH = '#171214';
const BRASS = '#d9a441';
const SKIN = '#c98a5c';

/** A brass player under tungsten lamps. */
export const brassPlayer: DrawnScene = {
  backgroundTimes: 1.5,
  drawnForMm: 50,
  horizon: 380,
  subject: { heightM: 1.8, height: 560, foot: { x: 470, y: 640 }, look: { x: 590, y: 214 } },
  tone: 0.2,
  backgroundStops: -1,
  background,
  lights,
  parts: [
    {
      moves: 0.1,
      draw: (pen) =>
        rimLit(pen, KEY, FILL, CLOTH, (colour) => {
          strokePath(pen, colour, 44, (p) => (p.moveTo(446, 440), p.lineTo(432, 540), p.lineTo(424, 640)));
          strokePath(pen, colour, 44, (p) => (p.moveTo(492, 440), p.lineTo(508, 540), p.lineTo(520, 640)));
        }),
    },
    {
      moves: 1,
      draw: (pen) => {
        rimLit(pen, KEY, FILL, CLOTH, (colour, isShape) => {
          fillPath(pen, colour, (p) => {
            p.moveTo(404, 460);
            p.bezierCurveTo(394, 360, 402, 280, 430, 252);
            p.bezierCurveTo(470, 236, 514, 244, 532, 270);
            p.bezierCurveTo(544, 330, 536, 400, 534, 460);
            p.closePath();
          });
          fillPath(pen, isShape ? SKIN : colour, (p) => ellipse(p, 490, 172, 39, 48, 0.12));
          fillPath(pen, isShape ? '#2a1a14' : colour, (p) => {
            p.moveTo(446, 176);
            p.bezierCurveTo(440, 118, 500, 106, 524, 136);
            p.bezierCurveTo(500, 132, 474, 142, 464, 176);
            p.closePath();
          });
        });
        fillPath(pen, '#20140f', (p) => ellipse(p, 512, 166, 4, 3));
        strokePath(pen, '#20140f', 3, (p) => (p.moveTo(502, 154), p.lineTo(520, 154)));
        strokePath(pen, '#7d4a30', 4, (p) => (p.moveTo(526, 172), p.lineTo(534, 184), p.lineTo(526, 188)));
        strokePath(pen, '#f4f0e4', 10, (p) => (p.moveTo(486, 246), p.lineTo(500, 300)));
        // The horn: tube, valves and bell, with a line of light.
        strokePath(pen, BRASS, 9, (p) => (p.moveTo(530, 198), p.lineTo(700, 218)));
        strokePath(pen, BRASS, 7, (p) => (p.moveTo(590, 206), p.bezierCurveTo(590, 246, 670, 252, 674, 214)));
        for (const x of [606, 626, 646]) strokePath(pen, '#f1d58a', 9, (p) => (p.moveTo(x, 186), p.lineTo(x + 2, 246)));
        fillPath(pen, BRASS, (p) => {
          p.moveTo(700, 212);
          p.quadraticCurveTo(756, 206, 776, 164);
          p.lineTo(782, 274);
          p.quadraticCurveTo(756, 232, 700, 224);
        });
        fillPath(pen, '#6b4716', (p) => ellipse(p, 780, 219, 9, 54, -0.03));
        strokePath(pen, '#fff0c2', 2.5, (p) => (p.moveTo(540, 196), p.lineTo(704, 214), p.quadraticCurveTo(750, 208, 770, 176)));
      },
    },
    {
      moves: 0.8,
      limb: true,
      along: { x: 0.3, y: 0.95 },
      draw: (pen) =>
        rimLit(pen, KEY, FILL, CLOTH, (colour, isShape) => {
          strokePath(pen, colour, 34, (p) => (p.moveTo(520, 288), p.lineTo(556, 340), p.lineTo(612, 252)));
          fillPath(pen, isShape ? SKIN : colour, (p) => ellipse(p, 620, 238, 26, 17, -0.6));
          for (const x of [606, 622, 638])
            strokePath(pen, isShape ? '#b0744a' : colour, 8, (p) => (p.moveTo(x, 226), p.lineTo(x + 2, 204)));
        }),
    },
  ],
};
