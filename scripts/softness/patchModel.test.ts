import { normalSource, patchFeatures, seededRandom, type SoftCause } from '@hushto/core';
import { expect } from 'chai';
import type { Looked } from './features.ts';
import { learnPatches } from './patchModel.ts';

const normal = normalSource(seededRandom(1));

/** A frame of a made-up scene, whose first sign is high where its subject moved and whose second where it is out of focus. */
const frameOf = (scene: string, cause: SoftCause): Looked => ({
  scene,
  cause,
  size: 3,
  told: [],
  untold: [],
  upright: [],
  patches: Array.from({ length: 12 }, (_, i) => {
    const covered = i < 4 ? 1 : 0;
    const sign = (own: SoftCause): number => (cause === own && covered === 1 ? 3 : 0) + normal();
    return { x: i / 12, y: 0.5, signs: [sign('subject'), sign('focus')], covered };
  }),
});
const SCENES = ['a', 'b', 'c', 'd', 'e', 'f'];
const [LIKELIEST_MOVED, LIKELIEST_SOFT] = [0, 4];

describe('learning what tells of patches', () => {
  const causes: SoftCause[] = ['sharp', 'hands', 'subject', 'focus'];
  const frames = SCENES.flatMap((scene) => Array.from({ length: 40 }, (_, n) => frameOf(scene, causes[n % 4]!)));
  const { model, without } = learnPatches(frames);

  it('tells what moved and what is out of focus from what is neither, on scenes it never saw', () => {
    const said = (cause: SoftCause, feature: number): number[] =>
      Array.from({ length: 20 }, () => patchFeatures(frameOf('new', cause).patches, model)[feature]!);
    const [moved, soft, still] = [
      said('subject', LIKELIEST_MOVED),
      said('focus', LIKELIEST_SOFT),
      said('hands', LIKELIEST_MOVED),
    ];
    expect(moved.filter((score) => score > 0)).to.have.length.of.at.least(19);
    expect(soft.filter((score) => score > 0)).to.have.length.of.at.least(19);
    expect(still.filter((score) => score < Math.min(...moved))).to.have.length.of.at.least(15);
  });

  it('has a network for each scene that did not learn from it', () => {
    // The scene's own signs are turned about: only what learnt from it can hear of that.
    const about = frames.map((frame) =>
      frame.scene === 'b'
        ? { ...frame, patches: frame.patches.map((patch) => ({ ...patch, covered: 1 - patch.covered })) }
        : frame,
    );
    const again = learnPatches(about);
    expect(again.without('b').nets).to.deep.equal(without('b').nets);
    expect(again.without('c').nets).not.to.deep.equal(without('c').nets);
  });
});
