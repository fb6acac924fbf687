import type { AgainstHush } from '@hushto/core';
import { SCHOOL_WORDS } from './choices.ts';
import { halvingsShare, shutterWords } from './numbers.ts';

/** Halvings too small to speak of. */
const NOTHING = 0.05;

/** How pins or another school stand against the hush point, and to what the difference goes. */
export function againstWords({ by, hush, halvings, blur, grain }: AgainstHush): string {
  const who = by === 'pins' ? 'Your pins' : by === 'cursor' ? 'Here' : SCHOOL_WORDS[by].label;
  const there = `the hush point, ${shutterWords(hush.shutterS)} at ${hush.labels.aperture}`;
  if (Math.abs(halvings) < NOTHING) return `${who}: the same detail as at ${there}.`;
  const parts = [part(blur, 'blur'), part(grain, 'grain')].filter((said) => said !== null).join(', ');
  const split = parts === '' ? '' : `: ${parts}`;
  return halvings > 0
    ? `${who}: ${halvingsShare(halvings)} less detail than at ${there}${split}.`
    : `${who}: ${halvingsShare(-halvings)} more detail than at ${there}, which keeps to its gates or is as slow as looks alike${split}.`;
}

/** What one disturbance has of the difference; null where it is too small to speak of. */
function part(halvings: number, what: string): string | null {
  if (Math.abs(halvings) < NOTHING) return null;
  return `${halvings > 0 ? 'more' : 'less'} ${what}`;
}
