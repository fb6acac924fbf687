import { seededRandom } from '@hushto/core';
import { ellipse, fillPath, strokePath, vertical, type DrawnScene, type Pen } from './drawing.ts';

function background(pen: Pen): void {
  const any = seededRandom(31);
  pen.fillStyle = vertical(pen, -100, 300, [
    [0, '#51657a'],
    [0.7, '#8b8a8c'],
    [1, '#b59a84'],
  ]);
  pen.fillRect(-480, -320, 1920, 620);
  // The far bank with reeds.
  fillPath(pen, '#2c3432', (p) => {
    p.moveTo(-480, 250);
    for (let x = -480; x <= 1440; x += 40) p.lineTo(x, 206 + any() * 34);
    p.lineTo(1440, 300);
    p.lineTo(-480, 300);
  });
  for (let i = 0; i < 130; i++) {
    const x = -480 + any() * 1920;
    strokePath(
      pen,
      any() > 0.5 ? '#39423d' : '#59584a',
      3,
      (p) => (p.moveTo(x, 300), p.quadraticCurveTo(x + 6, 250, x + any() * 26 - 8, 190 + any() * 50)),
    );
  }
  pen.fillStyle = vertical(pen, 288, 640, [
    [0, '#a8978a'],
    [0.25, '#76808a'],
    [1, '#3c4852'],
  ]);
  pen.fillRect(-480, 288, 1920, 672);
  // Ripples lie flatter the farther they are.
  for (let y = 296, step = 4; y < 700; y += step, step *= 1.07) {
    for (let x = -480 + any() * 60; x < 1440; x += 40 + any() * 130) {
      const length = (20 + any() * 70) * (step / 12);
      const tone = any() > 0.5 ? `rgba(214,204,196,${0.1 + any() * 0.22})` : `rgba(30,40,48,${0.1 + any() * 0.25})`;
      strokePath(
        pen,
        tone,
        step * 0.22,
        (p) => (p.moveTo(x, y), p.quadraticCurveTo(x + length / 2, y + step * 0.35, x + length, y)),
      );
    }
  }
  // Stones at the near edge.
  for (let i = 0; i < 46; i++) {
    const [x, size] = [-300 + any() * 1560, 14 + any() * 40];
    const y = 560 + any() * 90;
    fillPath(pen, '#2b2f31', (p) => ellipse(p, x, y, size, size * 0.55));
    fillPath(pen, `rgba(168,160,150,${0.2 + any() * 0.2})`, (p) =>
      ellipse(p, x - size * 0.1, y - size * 0.24, size * 0.7, size * 0.22),
    );
  }
}

function lights(pen: Pen): void {
  // The last sky on the water.
  for (const [x, y, length] of [
    [620, 330, 60],
    [700, 352, 90],
    [660, 378, 50],
  ] as const)
    strokePath(pen, 'rgba(255,214,170,.05)', 3, (p) => (p.moveTo(x, y), p.lineTo(x + length, y)));
}

const FUR = '#3b2b20';
const WET = '#1e1611';
const LIGHT_FUR = '#7d6650';

/** An otter at the water's edge. */
export const otter: DrawnScene = {
  backgroundTimes: 1.6,
  drawnForMm: 300,
  horizon: 288,
  // From the water up it stands a good hand high, and is a metre long with its tail.
  subject: { heightM: 0.32, height: 200, foot: { x: 470, y: 500 }, look: { x: 610, y: 352 } },
  tone: 0.06,
  backgroundStops: 0.7,
  background,
  lights,
  parts: [
    {
      moves: 0.8,
      limb: true,
      along: { x: 0.5, y: 0.87 },
      draw: (pen) => strokePath(pen, WET, 24, (p) => (p.moveTo(300, 462), p.bezierCurveTo(230, 452, 190, 476, 120, 470))),
    },
    {
      moves: 1,
      draw: (pen) => {
        fillPath(pen, FUR, (p) => {
          p.moveTo(276, 486);
          p.bezierCurveTo(290, 410, 400, 368, 500, 384);
          p.bezierCurveTo(560, 392, 570, 330, 606, 312);
          p.bezierCurveTo(650, 296, 700, 320, 704, 356);
          p.bezierCurveTo(690, 392, 640, 392, 626, 420);
          p.bezierCurveTo(610, 458, 580, 486, 540, 494);
          p.closePath();
        });
        fillPath(pen, LIGHT_FUR, (p) => {
          p.moveTo(700, 352);
          p.bezierCurveTo(690, 388, 640, 388, 622, 420);
          p.bezierCurveTo(606, 456, 584, 474, 560, 484);
          p.bezierCurveTo(590, 440, 610, 390, 640, 372);
          p.closePath();
        });
        for (let i = 0; i < 90; i++) {
          const at = irregularAt(i);
          strokePath(pen, i % 3 ? '#5a4534' : WET, 1.8, (p) => (p.moveTo(at.x, at.y), p.lineTo(at.x - 13, at.y + 6)));
        }
        fillPath(pen, WET, (p) => ellipse(p, 616, 316, 11, 9));
        fillPath(pen, '#0b0806', (p) => ellipse(p, 664, 330, 5.5, 5.5));
        fillPath(pen, '#d8d4cc', (p) => ellipse(p, 666, 328, 1.7, 1.7));
        fillPath(pen, '#120d0a', (p) => ellipse(p, 702, 344, 9, 7));
        for (const [dx, dy] of [
          [-26, 22],
          [-18, 28],
          [-34, 14],
        ] as const)
          strokePath(
            pen,
            '#cfc6b8',
            1.2,
            (p) => (p.moveTo(692, 358), p.quadraticCurveTo(692 + dx / 2, 366 + dy / 2, 692 + dx, 364 + dy)),
          );
        // Where it meets the water.
        strokePath(pen, 'rgba(226,216,206,.6)', 3, (p) => (p.moveTo(256, 494), p.quadraticCurveTo(400, 506, 566, 496)));
        strokePath(pen, 'rgba(226,216,206,.3)', 2.5, (p) => (p.moveTo(230, 506), p.quadraticCurveTo(400, 522, 600, 506)));
      },
    },
  ],
};

/** Places on the back for tufts of wet fur. */
function irregularAt(i: number): { x: number; y: number } {
  const along = ((i * 37) % 90) / 90;
  const down = ((i * 53) % 90) / 90;
  return { x: 310 + along * 280, y: 400 + Math.abs(along - 0.55) * 60 + down * 70 };
}
