import { seededRandom } from '@hushto/core';
import { ellipse, fillPath, glow, rimLit, strokePath, vertical, type DrawnScene, type Pen } from './drawing.ts';

const STRINGS = [
  [-40, 96, 330, 30, 74],
  [240, 22, 640, 118, 62],
  [430, 40, 1010, 66, 92],
  [610, 128, 990, 150, 36],
] as const;

function bulbs(): { x: number; y: number; size: number }[] {
  return STRINGS.flatMap(([x0, y0, x1, y1, sag], k) => {
    const count = Math.round((x1 - x0) / (k === 3 ? 34 : 46));
    return Array.from({ length: count + 1 }, (_, i) => {
      const u = i / count;
      return { x: x0 + (x1 - x0) * u, y: y0 + (y1 - y0) * u + sag * 4 * u * (1 - u), size: k === 3 ? 0.62 : 1 };
    });
  });
}

function background(pen: Pen): void {
  const any = seededRandom(7);
  pen.fillStyle = vertical(pen, 0, 640, [
    [0, '#10161f'],
    [0.38, '#231f22'],
    [0.62, '#4a3222'],
    [1, '#1d1612'],
  ]);
  pen.fillRect(-480, -320, 1920, 1280);
  houses(pen, any);
  for (const [i, [x, width]] of (
    [
      [-70, 270],
      [270, 210],
      [560, 190],
      [800, 230],
    ] as const
  ).entries())
    stall(pen, any, x, 236 + (i % 2) * 10, width);
  for (const [x, size] of [
    [150, 1],
    [196, 0.92],
    [378, 1.02],
    [640, 0.95],
    [690, 1.04],
    [884, 1],
  ] as const) {
    fillPath(pen, '#1b1310', (p) => ellipse(p, x, 292, 13 * size, 16 * size));
    fillPath(pen, '#1b1310', (p) => {
      p.moveTo(x - 30 * size, 440);
      p.quadraticCurveTo(x - 34 * size, 312, x, 310);
      p.quadraticCurveTo(x + 34 * size, 312, x + 30 * size, 440);
    });
  }
  wetStones(pen, any);
  for (const [x0, y0, x1, y1, sag] of STRINGS)
    strokePath(
      pen,
      '#08090b',
      2.2,
      (p) => (p.moveTo(x0, y0), p.quadraticCurveTo((x0 + x1) / 2, (y0 + y1) / 2 + sag * 2, x1, y1)),
    );
  halos(pen);
}

function houses(pen: Pen, any: () => number): void {
  for (let x = -300; x < 1260;) {
    const [width, height] = [70 + any() * 80, 120 + any() * 120];
    fillPath(pen, '#171820', (p) => {
      p.rect(x, 400 - height, width, height);
      p.moveTo(x - 4, 400 - height);
      p.lineTo(x + width / 2, 366 - height);
      p.lineTo(x + width + 4, 400 - height);
    });
    for (let j = 0; j < 3; j++) {
      if (any() < 0.45) continue;
      pen.fillStyle = `rgba(236,172,94,${0.35 + any() * 0.45})`;
      pen.fillRect(x + 12 + any() * (width - 34), 418 - height + any() * height * 0.5, 11, 16);
    }
    x += width;
  }
}

function stall(pen: Pen, any: () => number, x: number, y: number, width: number): void {
  pen.fillStyle = vertical(pen, y, y + 190, [
    [0, '#ffd083'],
    [0.35, '#dc9346'],
    [1, '#5a351d'],
  ]);
  pen.fillRect(x + 10, y, width - 20, 186);
  pen.fillStyle = '#3a2418';
  pen.fillRect(x, y + 116, width, 74);
  const wares = ['#a3582c', '#c98440', '#7f462a', '#e5ac60'];
  for (let j = 0; j < 9; j++)
    fillPath(pen, wares[j % 4]!, (p) => ellipse(p, x + 24 + (j * (width - 48)) / 8, y + 114, 13, 9 + any() * 8));
  const stripe = width / 8;
  for (let j = 0; j < 8; j++) {
    fillPath(pen, j % 2 ? '#4a3633' : '#6f4a3a', (p) => {
      p.moveTo(x + j * stripe, y - 30);
      p.lineTo(x + (j + 1) * stripe, y - 30);
      p.lineTo(x + (j + 1) * stripe + 3, y + 8);
      p.arc(x + (j + 0.5) * stripe, y + 8, stripe / 2, 0, Math.PI);
      p.closePath();
    });
  }
}

function wetStones(pen: Pen, any: () => number): void {
  pen.fillStyle = vertical(pen, 424, 640, [
    [0, '#513521'],
    [0.35, '#32211a'],
    [1, '#16110f'],
  ]);
  pen.fillRect(-480, 424, 1920, 536);
  for (const [x, width] of [
    [70, 90],
    [375, 80],
    [655, 70],
    [905, 90],
  ] as const) {
    pen.fillStyle = vertical(pen, 424, 640, [
      [0, 'rgba(232,156,76,.5)'],
      [1, 'rgba(214,138,64,0)'],
    ]);
    pen.fillRect(x - width, 424, width * 2, 216);
  }
  for (let y = 430, row = 0; y < 700; row++) {
    const height = 7 + row * 1.9;
    for (let x = -300 - (row % 2) * height * 1.4; x < 1280; x += height * 2.9) {
      fillPath(pen, `rgba(10,8,8,${0.15 + any() * 0.3})`, (p) =>
        p.roundRect(x + 2, y + height * 0.62, height * 2.7, height * 0.36, 2),
      );
      fillPath(pen, `rgba(255,196,118,${any() * 0.14})`, (p) =>
        ellipse(p, x + height * 1.4, y + height * 0.3, height * 0.95, height * 0.16),
      );
    }
    y += height;
  }
}

/** The air round the bulbs: no brighter than walls, so it belongs to the background, where eight bits shade it smoothly. */
function halos(pen: Pen): void {
  pen.globalCompositeOperation = 'lighter';
  for (const { x, y, size } of bulbs()) {
    glow(pen, x, y + 6, 58 * size, [
      [0, 'rgba(255,190,104,.62)'],
      [0.25, 'rgba(255,164,74,.22)'],
      [1, 'rgba(255,140,50,0)'],
    ]);
  }
  pen.globalCompositeOperation = 'source-over';
}

function lights(pen: Pen): void {
  for (const { x, y, size } of bulbs()) fillPath(pen, '#ffe0a4', (p) => ellipse(p, x, y + 7 * size, 4.4 * size, 6 * size));
}

const KEY = '#f2b065';
const FILL = '#c98438';
const SHAPE = '#1c1511';
const CRATES = [
  [612, 352, 96, 80],
  [712, 366, 100, 66],
  [640, 288, 84, 62],
  [728, 310, 70, 54],
] as const;

function bodyAndCart(pen: Pen, colour: string, isShape: boolean): void {
  fillPath(pen, colour, (p) => {
    p.moveTo(362, 430);
    p.bezierCurveTo(348, 372, 372, 292, 404, 262);
    p.bezierCurveTo(430, 246, 462, 262, 462, 296);
    p.bezierCurveTo(460, 348, 440, 392, 430, 440);
    p.closePath();
  });
  fillPath(pen, isShape ? '#8a5a38' : colour, (p) => ellipse(p, 452, 232, 24, 28, 0.2));
  fillPath(pen, colour, (p) => {
    p.moveTo(424, 224);
    p.bezierCurveTo(424, 196, 470, 190, 478, 214);
    p.lineTo(496, 222);
    p.lineTo(480, 228);
    p.closePath();
  });
  if (isShape) {
    fillPath(pen, '#241812', (p) => ellipse(p, 466, 228, 2.6, 3));
    strokePath(pen, '#3a251a', 2, (p) => (p.moveTo(462, 246), p.lineTo(474, 244)));
    strokePath(pen, '#b5843f', 7, (p) => (p.moveTo(426, 262), p.quadraticCurveTo(446, 274, 464, 264)));
  }
  strokePath(pen, colour, 22, (p) => (p.moveTo(436, 286), p.lineTo(456, 350), p.lineTo(520, 376)));
  strokePath(pen, colour, 9, (p) => (p.moveTo(512, 376), p.lineTo(610, 440), p.lineTo(812, 440)));
  pen.fillStyle = colour;
  pen.fillRect(604, 432, 214, 20);
  strokePath(pen, colour, 8, (p) => (p.moveTo(632, 444), p.lineTo(624, 536)));
  strokePath(pen, colour, 9, (p) => p.arc(742, 492, 68, 0, 7));
  for (let spoke = 0; spoke < 6; spoke++) {
    const turn = spoke * (Math.PI / 6) + 0.2;
    strokePath(pen, colour, 4, (p) => {
      p.moveTo(742 + 68 * Math.cos(turn), 492 + 68 * Math.sin(turn));
      p.lineTo(742 - 68 * Math.cos(turn), 492 - 68 * Math.sin(turn));
    });
  }
  for (const [x, y, width, height] of CRATES) {
    fillPath(pen, isShape ? '#4a301d' : colour, (p) => p.roundRect(x, y, width, height, 4));
    if (!isShape) continue;
    for (let k = 1; k < 4; k++)
      strokePath(
        pen,
        '#9c6433',
        2.5,
        (p) => (p.moveTo(x + 6, y + (k * height) / 4), p.lineTo(x + width - 6, y + (k * height) / 4)),
      );
  }
}

/** A porter with a handcart under strings of bulbs. */
export const porter: DrawnScene = {
  backgroundTimes: 2.5,
  drawnForMm: 28,
  horizon: 400,
  subject: { heightM: 1.75, height: 372, foot: { x: 560, y: 562 }, look: { x: 455, y: 280 } },
  tone: 0.18,
  backgroundStops: 0,
  background,
  lights,
  parts: [
    {
      moves: 0.15,
      draw: (pen) =>
        rimLit(pen, KEY, FILL, SHAPE, (colour) => {
          strokePath(pen, colour, 29, (p) => (p.moveTo(392, 420), p.lineTo(366, 486), p.lineTo(322, 542)));
          strokePath(pen, colour, 17, (p) => (p.moveTo(316, 548), p.lineTo(344, 560)));
        }),
    },
    {
      moves: 1,
      limb: true,
      draw: (pen) =>
        rimLit(pen, KEY, FILL, SHAPE, (colour) => {
          strokePath(pen, colour, 30, (p) => (p.moveTo(394, 420), p.lineTo(444, 482), p.lineTo(446, 552)));
          strokePath(pen, colour, 17, (p) => (p.moveTo(446, 560), p.lineTo(476, 562)));
        }),
    },
    { moves: 1, draw: (pen) => rimLit(pen, KEY, FILL, SHAPE, (colour, isShape) => bodyAndCart(pen, colour, isShape)) },
  ],
};
