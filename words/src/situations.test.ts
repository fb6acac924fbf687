import { BriefSchema } from '@hushto/contract';
import { KNOWN_SCENES, MOVING_THINGS, planBrief } from '@hushto/core';
import { expect } from 'chai';
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
