import type { Brief } from '../brief/brief.ts';
import { depthOfField, magnification } from '../optics/depthOfField.ts';
import { pictureOf, viewedPixels } from '../optics/picture.ts';
import { planWithoutLadder, type PlanAtLight } from '../plan/planBrief.ts';
import { withKit, type Kit, type KitView } from './withKit.ts';

/** What a kit does with a brief: its settings, and what they give. */
export interface KitAtWork {
  kit: Kit;
  view: KitView;
  /** The brief as this kit takes it. */
  brief: Brief;
  plan: PlanAtLight;
  /** Detail of the picture at the best of what looks alike, bits of the detail integral: comparable from kit to kit. */
  detailBits: number;
  depthOfField: { nearM: number; farM: number | null };
  /** A point of light very far behind the subject: its disc, share of the picture's height and px as viewed. */
  background: { share: number; viewPx: number };
  /** What a 36 × 24 mm sensor would use for this view, this depth and this light in all, by the heights of the pictures. */
  equivalent: { focalLengthMm: number; fNumber: number; iso: number };
}

/** Thirds of shutter round the choice that are worked out: the floor lies within. */
const NEARBY = 9;
/** Height the equivalents are told for, mm. */
const FULL_FRAME_HEIGHT_MM = 24;

/**
 * A kit at a brief: the same subject, light, hold and picture. @param aspect shape of the picture, width over height
 * @param handsOf gives the brief of a kit the hands that fit it; as they are where none is given
 */
export function kitAtWork(brief: Brief, kit: Kit, aspect: number, handsOf: (brief: Brief) => Brief = (same) => same): KitAtWork {
  const { brief: bare, view } = withKit(brief, kit, aspect);
  const own = handsOf(bare);
  const plan = planWithoutLadder(own, NEARBY);
  const { sensor, lens } = own.kit;
  const { distanceM } = own.subject;
  const picture = pictureOf(sensor.widthMm, sensor.heightMm, sensor.megapixels, own.picture.crop, own.picture.viewCph);
  const { fNumber, iso } = plan.choice;
  // With its own far off, the disc of a point at infinity: f·m/N.
  const discMm = (lens.focalLengthMm * magnification(lens.focalLengthMm, distanceM)) / fNumber;
  const times = FULL_FRAME_HEIGHT_MM / picture.heightMm;
  return {
    kit,
    view,
    brief: own,
    plan,
    detailBits: bestBits(plan),
    depthOfField: depthOfField(lens.focalLengthMm, fNumber, picture.toleranceMm, distanceM),
    background: { share: discMm / picture.heightMm, viewPx: viewedPixels(discMm, picture) },
    equivalent: { focalLengthMm: lens.focalLengthMm * times, fNumber: fNumber * times, iso: iso * times * times },
  };
}

/** Detail at the best of the floor: the chosen slow end may lie up to a tenth below it, by the steps of the marks. */
function bestBits({ figures: { detailBits, lostGrain, lostBlur, plateau } }: PlanAtLight): number {
  return plateau ? detailBits * 2 ** Math.max(0, lostGrain + lostBlur - plateau.lost) : detailBits;
}

/** Light a search goes up or down, stops. */
const FARTHEST_STOPS = 6;
const HALVINGS = 9;

/** One kit against another at the same brief. */
export interface KitAgainst {
  /** Share of the other's detail that this one gives: 1 for alike. */
  detail: number;
  /** Stops of light this one may have less of for the detail of the other; below 0 it needs more. Null beyond six either way. */
  stops: number | null;
}

/**
 * What one kit is ahead of another, in detail and in light. Both as plans would use them, within a hundredth of a stop where detail grows
 * with light. @param first, second from {@link kitAtWork} of one brief
 */
export function kitAgainst(first: KitAtWork, second: KitAtWork): KitAgainst {
  const detail = first.detailBits / second.detailBits;
  const bitsAt = (stops: number): number => {
    const { light } = first.brief;
    return bestBits(planWithoutLadder({ ...first.brief, light: { ...light, ev100: light.ev100 - stops } }, NEARBY));
  };
  if (Math.abs(Math.log2(detail)) < 1e-6) return { detail, stops: 0 };
  // Detail falls with the light: less of it where this kit is ahead, more where it is behind.
  const end = detail > 1 ? FARTHEST_STOPS : -FARTHEST_STOPS;
  if (bitsAt(end) > second.detailBits === end > 0) return { detail, stops: null };
  let [ahead, behind] = end > 0 ? [0, end] : [end, 0];
  for (let i = 0; i < HALVINGS; i++) {
    const middle = (ahead + behind) / 2;
    if (bitsAt(middle) > second.detailBits) ahead = middle;
    else behind = middle;
  }
  return { detail, stops: (ahead + behind) / 2 };
}

/** What the better of two kits costs, in the money of its prices. */
export interface KitCost {
  /** Price of the first less that of the second. */
  more: number;
  /** For a stop of light, and for a tenth more detail; null where the first is not ahead by a sixth of a stop, or a fiftieth. */
  perStop: number | null;
  perTenth: number | null;
}

/** @param more price of the first less that of the second */
export function kitCost({ detail, stops }: KitAgainst, more: number): KitCost {
  return {
    more,
    perStop: stops !== null && stops > 1 / 6 ? more / stops : null,
    perTenth: detail > 1.02 ? more / (10 * (detail - 1)) : null,
  };
}
