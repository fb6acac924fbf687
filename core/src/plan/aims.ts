import type { GateName } from './gates.ts';

/** What a picture is to do with movement. */
interface AimRow {
  /** Share of picture height the smear should cover where motion is to show, marginal within a factor of 1.5 beyond; null where it should not. */
  wanted: { readonly from: number; readonly to: number } | null;
  /** Whether the subject's smear takes detail away. */
  smearCosts: boolean;
  /** Whether the camera follows the subject: the streak of the background asks for the shutter, and following takes the place of the hands. */
  follows: boolean;
  /** Whether one may turn with the subject so that it smears less. */
  canFollow: boolean;
  /** Gates that never forbid a setting, though their state is said. */
  waived: readonly GateName[];
}

const row = (aim: AimRow): AimRow => aim;

/** Every aim. A new one is a row here, its words, its place in the editor and its reference values. Shares of the height: common practice. */
export const AIMS = {
  freeze: row({ wanted: null, smearCosts: true, follows: false, canFollow: true, waived: [] }),
  trace: row({ wanted: { from: 0.005, to: 0.02 }, smearCosts: false, follows: false, canFollow: false, waived: [] }),
  streak: row({ wanted: { from: 0.03, to: 0.08 }, smearCosts: false, follows: false, canFollow: false, waived: [] }),
  // The frames that fail are part of the bargain.
  pan: row({ wanted: null, smearCosts: false, follows: true, canFollow: false, waived: ['hold'] }),
} as const;

export type Aim = keyof typeof AIMS;
export const AIM_NAMES = Object.keys(AIMS) as [Aim, ...Aim[]];
