import type { KitLook } from '@hushto/contract';
import { BLIND_CHOICES, blindVerdict, seededRandom, type BlindVerdict, type KitAtWork } from '@hushto/core';
import type { FrameJob } from '../workers/frameProtocol.ts';
import { sceneFor } from '../workers/scenes/names.ts';

/** A pair of a blind look: which kit stands on the left, and which frame of all that could be taken. */
export interface BlindPair {
  firstLeft: boolean;
  seed: number;
}

/** The next pair; sides by lot, the same again after a reload. */
export function nextBlindPair({ seed, choices }: KitLook): BlindPair {
  const own = (seed % 1_000_003) * 41 + choices.length;
  return { firstLeft: seededRandom(own)() < 0.5, seed: own };
}

/** A choice added; the last one closes the look. */
export function withBlindChoice(look: KitLook, { firstLeft }: BlindPair, tookLeft: boolean, at = new Date()): KitLook {
  const choice = { id: crypto.randomUUID(), at: at.toISOString(), tookFirst: tookLeft === firstLeft, firstLeft };
  const choices = [...look.choices, choice];
  return { ...look, choices, closed: choices.length >= BLIND_CHOICES };
}

export const blindVerdictOf = ({ choices }: KitLook): BlindVerdict =>
  blindVerdict(choices.filter(({ tookFirst }) => tookFirst).length, choices.length);

interface Size {
  width: number;
  height: number;
}

/** The frame of one side, one pixel of the screen for one of the picture as it is looked at. */
export function blindJob(look: KitLook, { firstLeft, seed }: BlindPair, side: 'left' | 'right', size: Size): FrameJob {
  const { brief, shutterS, fNumber } = (side === 'left') === firstLeft ? look.first : look.second;
  const subject = { kind: 'drawn', name: look.scene } as const;
  // The same moment for both: what differs is the kit.
  return { brief, shutterS, fNumber, burst: 1, subject, view: look.view, ...size, seed, frame: 0 };
}

/** A new look at two kits that were worked out for one brief. */
export function newBlindLook(
  [first, second]: readonly { name: string; work: KitAtWork }[],
  view: KitLook['view'],
  seed: number,
  day: string,
): KitLook {
  const side = ({ name, work: { brief, plan } }: { name: string; work: KitAtWork }): KitLook['first'] => ({
    label: name,
    brief,
    shutterS: plan.choice.shutterS,
    fNumber: plan.choice.fNumber,
  });
  return {
    title: first!.work.brief.title,
    day,
    first: side(first!),
    second: side(second!),
    scene: sceneFor(first!.work.brief),
    view,
    seed,
    closed: false,
    choices: [],
  };
}

/** A frame of a kit at work, whole or close. */
export const kitJob = ({ brief, plan: { choice } }: KitAtWork, view: FrameJob['view'], size: Size): FrameJob => ({
  brief,
  shutterS: choice.shutterS,
  fNumber: choice.fNumber,
  burst: choice.burst,
  subject: { kind: 'drawn', name: null },
  view,
  ...size,
  seed: 1,
  frame: null,
});
