import { boot, clothed, coatBody, fist, flatCap, headOf, scarf, STUFF, within } from '../figure/person.ts';
import { brick, brickWall, setts, timber } from '../material/building.ts';
import { bill } from '../material/paper.ts';
import { bulbString, cask, coil, crate, board, handcart, wallLantern } from '../prop/props.ts';
import type { Thing } from '../trace/thing.ts';
import { outOf, standing, turned, unit, type Vec } from '../vector.ts';
import type { Scene } from './scene.ts';

/** Ferry Steps market: a porter pushes a handcart of oranges along the quay, under strings of bulbs. */
export function porter(): Scene {
  const street = setts(0.9);
  const wall = brick([0.26, 0.115, 0.07]);
  const lantern = wallLantern([-1.2, 2.15, -1.5], 2.4);
  const high = bulbString([-2.6, 2.75, -1.2], [3.2, 2.9, -0.5], 0.32, 18, 0.11, 9);
  const low = bulbString([-3, 2.5, 0.5], [2.6, 2.95, 1.3], 0.1, 15, 0.2, 5);
  const still: Thing[] = [
    { pose: standing([0, 0, 0]), radius: 60, pace: 0.62, ...street },
    { pose: standing([0, 0, -2]), solid: brickWall, plain: (_x, _y, z) => z + 0.02, radius: 30, pace: 0.65, material: wall },
    ...lantern.things,
    ...high.things,
    ...low.things,
    ...door(),
    ...bills(),
    ...cask(standing([1.5, 0.01, -1.5])),
    ...cask(turned([2.06, 0.01, -1.32], 0.4)),
    ...crate(turned([0.72, 0.02, -1.55], 0.12), true, 21),
    ...crate(turned([0.76, 0.3, -1.6], -0.1), true, 23),
    ...coil(standing([-2.15, 0.02, -0.9])),
  ];
  return {
    still,
    ...walking(),
    lighting: {
      lamps: [
        lantern.lamp,
        ...high.lamps,
        ...low.lamps,
        // The stalls behind the camera, and what is left of the sky.
        { at: [-2.6, 1.9, 3.4], light: [6, 3.7, 1.7], radius: 0.5 },
        { at: [2.4, 2.3, 2.2], light: [6, 4, 1.9], radius: 0.35 },
        { at: [5.5, 3.5, 0.6], light: [1.7, 2.4, 3.6], radius: 0.6 },
      ],
      ambient: ([nx, ny]) => {
        const [up, left] = [0.5 + 0.5 * ny, 0.5 - 0.5 * nx];
        return [0.05 + 0.05 * left + 0.014 * up, 0.04 + 0.032 * left + 0.018 * up, 0.036 + 0.018 * left + 0.028 * up];
      },
      beyond: ([, dy]) => (dy > 0 ? [0.012, 0.016, 0.026] : [0.02, 0.016, 0.012]),
    },
    camera: { across: 0.1, distance: 3.4, height: 1.4, middle: [0.1, 1.13, 0], width: 3.6 },
    look: { x: -0.449, y: 1.68 },
    closeRound: { x: -0.571, y: 1.718 },
    backgroundTimes: 1.55,
    tone: 0.18,
    backgroundStops: 0,
    exposure: 1.25,
  };
}

function door(): Thing[] {
  const paint = timber([0.2, 0.13, 0.075], [0.03, 0.075, 0.07]);
  const frame = timber([0.16, 0.11, 0.07], [0.12, 0.11, 0.09]);
  const upright = (x: number, half: Vec): Thing => ({
    ...board(standing([x, 0, 0]), [half[1], half[0], half[2]], paint),
    pose: { at: [x, half[1], -1.955], x: [0, 1, 0], y: [-1, 0, 0], z: [0, 0, 1] },
  });
  const planks = Array.from({ length: 8 }, (_, i) => upright(-0.56 + 0.135 * i, [0.066, 1.08, 0.02]));
  return [
    ...planks,
    board(standing([-0.09, 0.55, -1.925]), [0.53, 0.07, 0.016], paint),
    board(standing([-0.09, 1.7, -1.925]), [0.53, 0.07, 0.016], paint),
    board(standing([-0.09, 2.24, -1.95]), [0.68, 0.075, 0.05], frame),
    { ...upright(-0.71, [0.07, 1.16, 0.05]), material: frame },
    { ...upright(0.53, [0.07, 1.16, 0.05]), material: frame },
  ];
}

function bills(): Thing[] {
  const sheet = (at: Vec, half: readonly [number, number], material: ReturnType<typeof bill>, roll = 0): Thing => ({
    pose: turned(at, 0, 0, roll),
    solid: (x, y, z) => Math.max(Math.abs(x) - half[0], Math.abs(y) - half[1], Math.abs(z) - 0.012) * 0.95,
    radius: Math.hypot(...half) + 0.02,
    material,
  });
  return [
    sheet(
      [1.12, 1.6, -1.985],
      [0.27, 0.38],
      bill(
        [
          { text: 'LANTERN', x: -0.225, y: 0.27, letterM: 0.046 },
          { text: 'WEEK', x: -0.2, y: 0.08, letterM: 0.08 },
          { text: 'AT THE', x: -0.13, y: 0, letterM: 0.03 },
          { text: 'FERRY STEPS', x: -0.225, y: -0.09, letterM: 0.03 },
          { text: 'MUSIC AND', x: -0.2, y: -0.19, letterM: 0.032 },
          { text: 'SKATING', x: -0.2, y: -0.27, letterM: 0.042 },
          { text: 'PORT ALDER', x: -0.19, y: -0.355, letterM: 0.028 },
        ],
        [0.3, 0.05, 0.03],
        [0.27, 0.38],
      ),
      0.02,
    ),
    sheet(
      [1.72, 1.72, -1.985],
      [0.21, 0.27],
      bill(
        [
          { text: 'FERRY', x: -0.17, y: 0.18, letterM: 0.05 },
          { text: 'TO THE', x: -0.15, y: 0.05, letterM: 0.036 },
          { text: 'OUTER', x: -0.17, y: -0.06, letterM: 0.05 },
          { text: 'ISLES', x: -0.17, y: -0.18, letterM: 0.05 },
        ],
        [0.03, 0.1, 0.16],
        [0.21, 0.27],
      ),
      -0.03,
    ),
  ];
}

/** The porter in mid-stride, and his cart. */
function walking(): Pick<Scene, 'parts'> {
  const cart = handcart(standing([0.72, 0, 0.05]));
  const body = turned([-0.62, 0.94, 0], 1.3);
  const p = (v: Vec): Vec => outOf(body, v);
  const lean = 0.2;
  const neck = within(body, { at: [0, 0.575, 0.1], x: [1, 0, 0], y: [0, 1, 0], z: [0, 0, 1] });
  const head = within(body, turned([0.0, 0.735, 0.15], -0.34, 0.06));
  const [nearGrip, farGrip] = cart.grips;
  // His right arm is the nearer one.
  const shoulders = [p([-0.2, 0.47, 0.1]), p([0.2, 0.47, 0.1])] as const;
  const elbows = [p([-0.27, 0.2, 0.06]), p([0.27, 0.2, 0.1])] as const;
  const knees = { near: p([-0.09, -0.42, 0.17]), far: p([0.09, -0.44, 0.02]) };
  const ankles = { near: p([-0.09, -0.83, 0.3]), far: p([0.09, -0.76, -0.36]) };
  const sleeve = STUFF.greyTweed;
  const arm = (i: 0 | 1, grip: Vec): Thing[] => {
    const [shoulder, elbow] = [shoulders[i], elbows[i]];
    const way = unit([grip[0] - elbow[0], grip[1] - elbow[1], grip[2] - elbow[2]]);
    const wrist: Vec = [grip[0] - way[0] * 0.07, grip[1] - way[1] * 0.07 + 0.01, grip[2] - way[2] * 0.07];
    return [
      clothed(shoulder, elbow, [0.078, 0.062], sleeve),
      clothed(elbow, wrist, [0.06, 0.048], sleeve),
      fist({ ...fistPose(wrist, way) }, STUFF.gloves),
    ];
  };
  const leg = (side: 'near' | 'far', hip: Vec, foot: number): Thing[] => [
    clothed(hip, knees[side], [0.088, 0.075], STUFF.moleskin),
    clothed(knees[side], ankles[side], [0.074, 0.066], STUFF.moleskin),
    ...boot(within({ ...body, at: ankles[side] }, turned([0, 0, 0], 0, foot)), STUFF.boots),
  ];
  return {
    parts: [
      { name: 'farLeg', things: leg('far', p([0.09, 0, 0]), 0.55), moves: 1, limb: true },
      { name: 'nearLeg', things: leg('near', p([-0.09, 0, 0.02]), -0.18), moves: 0.25 },
      {
        name: 'body',
        things: [
          ...arm(1, farGrip),
          ...cart.things,
          ...coatBody(body, { lean, skirt: 0.34, material: STUFF.greyTweed, fuzz: [0.16, 0.14, 0.12] }),
          ...scarf(neck, [0.3, 0.085, 0.045]),
          ...headOf(head),
          ...flatCap(head, STUFF.brownTweed),
          ...arm(0, nearGrip),
        ],
        moves: 1,
      },
    ],
  };
}

/** A fist whose fingers point along a way, its bar across. */
function fistPose(at: Vec, way: Vec): { at: Vec; x: Vec; y: Vec; z: Vec } {
  const z: Vec = unit([way[1], -way[0], 0]);
  return { at, x: [way[1] * z[2] - way[2] * z[1], way[2] * z[0] - way[0] * z[2], way[0] * z[1] - way[1] * z[0]], y: way, z };
}
