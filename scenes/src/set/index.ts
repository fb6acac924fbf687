import { boathouse } from './boathouse.ts';
import { cellar } from './cellar.ts';
import { cyclist } from './cyclist.ts';
import { lane } from './lane.ts';
import { lodging } from './lodging.ts';
import { mooring } from './mooring.ts';
import { platform } from './platform.ts';
import { porter } from './porter.ts';
import { quay } from './quay.ts';
import { skateHall } from './skateHall.ts';
import { sluice } from './sluice.ts';
import { thicket } from './thicket.ts';
import type { Scene } from './scene.ts';

/** Every scene there is, by the name of its folder. */
export const SETS = {
  porter,
  boathouse,
  sluice,
  quay,
  skateHall,
  cyclist,
  cellar,
  lane,
  platform,
  mooring,
  thicket,
  lodging,
} as const satisfies Record<string, () => Scene>;
export type SetName = keyof typeof SETS;
