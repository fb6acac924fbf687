import { BriefSchema } from '@hushto/contract';
import { FINISHES, KNOWN_SCENES, MOVING_THINGS, planBrief } from '@hushto/core';
import { expect } from 'chai';
import { FINISH_WORDS } from './choices.ts';
import { SCENE_NAMES } from './scenes.ts';
import { briefFrom, STARTER_SITUATIONS } from './situations.ts';
import { THING_NAMES } from './things.ts';

describe('a situation to begin from', () => {
  for (const start of STARTER_SITUATIONS) {
    it(`begins “${start.label}” with a whole brief, solved at once and without lift`, () => {
      const brief = BriefSchema.parse(briefFrom(start));
      const plan = planBrief(brief);
      expect(plan.possible).to.equal(true);
      expect(plan.choice.liftStops).to.equal(0);
      expect(brief.picture.liftCeilingStops).to.equal(0);
    });
  }
});

describe('a finish', () => {
  it('has a name of its own, goes on in the sentence, and says what becomes of grain, colour or detail', () => {
    const words = FINISHES.map((finish) => FINISH_WORDS[finish]);
    expect(new Set(words.flatMap(({ label, goesOn }) => [label, goesOn]))).to.have.length(2 * FINISHES.length);
    for (const { says } of words)
      expect(says)
        .to.match(/grain|detail|colour/i)
        .and.to.match(/\.$/);
  });
});

describe('the names of the libraries', () => {
  it('has what people meet in the dark, by any usual word for it', () => {
    const found = (word: string): number =>
      MOVING_THINGS.filter(({ id }) => `${THING_NAMES[id].label} ${THING_NAMES[id].also}`.toLowerCase().includes(word)).length;
    for (const word of 'aeroplane railway streetcar motorbike gorilla horse wrestling drums pirouette flight bee cascade crowd gull'.split(
      ' ',
    ))
      expect(found(word), word).to.be.above(0);
  });
  it('calls no two things and no two scenes the same', () => {
    const labels = [...MOVING_THINGS.map(({ id }) => THING_NAMES[id].label), ...KNOWN_SCENES.map(({ id }) => SCENE_NAMES[id])];
    expect(new Set(labels)).to.have.length(labels.length);
  });
});
