import { boathouse } from './boathouse.ts';
import { porter } from './porter.ts';
import { quay } from './quay.ts';
import { skateHall } from './skateHall.ts';
import { sluice } from './sluice.ts';
import type { Scene } from './scene.ts';

/** Every scene there is, by the name of its folder. */
export const SETS = { porter, boathouse, sluice, quay, skateHall } as const satisfies Record<string, () => Scene>;
export type SetName = keyof typeof SETS;
