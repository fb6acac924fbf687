import type { Material } from '../material/material.ts';
import type { Thing } from '../trace/thing.ts';
import { outOf, standing, turned, type Vec } from '../vector.ts';
import { boot, clothed, coatBody, headOf, knitCap, scarf, STUFF, within } from './person.ts';

/** Somebody who stands and looks on. @param feet where  @param turn which way, radians from the camera */
export function bystander(
  feet: Vec,
  turn: number,
  { coat, cap, shawl, beard = false, tone }: { coat: Material; cap: Vec; shawl?: Vec; beard?: boolean; tone?: Vec },
): Thing[] {
  const body = turned([feet[0], feet[1] + 0.93, feet[2]], turn, 0.02);
  const p = (v: Vec): Vec => outOf(body, v);
  const head = within(body, turned([0, 0.71, 0.04], 0.15, 0.05));
  const neck = within(body, standing([0, 0.575, 0.02]));
  const limb = (side: 1 | -1): Thing[] => {
    const [elbow, wrist, ankle] = [
      p([side * 0.28, 0.2, -0.02]),
      p([side * 0.25, -0.04, 0.1]),
      p([side * 0.1, -0.83, 0.02 * side]),
    ];
    return [
      clothed(p([side * 0.19, 0.46, 0]), elbow, [0.08, 0.066], coat),
      clothed(elbow, wrist, [0.064, 0.056], coat),
      clothed(p([side * 0.1, -0.1, 0]), p([side * 0.1, -0.45, 0.02]), [0.1, 0.08], STUFF.moleskin),
      clothed(p([side * 0.1, -0.45, 0.02]), ankle, [0.078, 0.07], STUFF.moleskin),
      ...boot(within({ ...body, at: ankle }, turned([0, 0, 0], side * 0.2)), STUFF.boots),
    ];
  };
  return [
    ...limb(1),
    ...limb(-1),
    ...coatBody(body, { lean: 0, skirt: 0.36, material: coat }),
    ...(shawl ? scarf(neck, shawl) : []),
    ...headOf(head, { beard, grey: 0.6, ...(tone && { tone }) }),
    ...knitCap(head, cap),
  ];
}
