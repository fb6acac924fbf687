import { MOVING_THINGS, type Brief } from '@hushto/core';
import { PORT_ALDER_BRIEFS } from '@hushto/demo';
import { briefFrom, STARTER_SITUATIONS } from '@hushto/words';
import { expect } from 'chai';
import { readdirSync } from 'node:fs';
import { SCENES } from './index.ts';
import { sceneFor } from './names.ts';

const brief = PORT_ALDER_BRIEFS[0]!;
const of = (subject: Partial<Brief['subject']>): string =>
  sceneFor({ ...brief, subject: { ...brief.subject, thing: undefined, kind: undefined, ...subject } });

describe('the scene of a brief', () => {
  it('shows what the brief is about: nothing with legs for wheels, nothing with wheels for wings', () => {
    // What anybody would expect to see; common sense.
    for (const [thing, scene] of [
      ['porter', 'street'],
      ['standing-person', 'window'],
      ['cyclist', 'cyclist'],
      ['brass-player', 'concert'],
      ['drummer', 'drummer'],
      ['otter', 'wildlife'],
      ['ape', 'ape'],
      ['large-bird-flying', 'bird'],
      ['skater', 'action'],
      ['sprinter', 'runner'],
      ['tram', 'train'],
      ['train-arriving', 'train'],
    ] as const)
      // prettier-ignore
      expect(of({ thing }), thing).to.equal(scene);
    for (const { id, kind } of MOVING_THINGS) {
      const shown = of({ thing: id });
      if (kind === 'vehicle') expect(shown, id).to.be.oneOf(['train', 'cyclist']);
      if (kind === 'animal') expect(shown, id).to.be.oneOf(['wildlife', 'bird', 'ape']);
      if (kind === 'person' || kind === 'performer')
        expect(shown, id).to.not.be.oneOf(['cyclist', 'train', 'wildlife', 'bird', 'ape']);
    }
  });

  it('goes by the kind of a subject of one’s own, and is empty where nothing moves', () => {
    expect(of({ kind: 'vehicle', speedMps: 9 })).to.equal('train');
    expect(of({ kind: 'animal', speedMps: 0 })).to.equal('wildlife');
    expect(of({ speedMps: 0 })).to.equal('quay');
    expect(of({ speedMps: 1 })).to.equal('street');
  });

  it('has a file where it was computed, and every file is shown', () => {
    const computed = Object.values(SCENES).flatMap((scene) => ('folder' in scene ? [`${scene.folder}.scene`] : []));
    expect(readdirSync(new URL('./natural/', import.meta.url)).sort()).to.deep.equal(computed.sort());
  });

  it('is the otter’s, the quintet’s, the skater’s and the porter’s for the demo evening, and differs among the situations to begin with', () => {
    expect(PORT_ALDER_BRIEFS.slice(0, 4).map(sceneFor)).to.include.members(['street', 'concert', 'wildlife', 'action']);
    expect(new Set(STARTER_SITUATIONS.map((situation) => sceneFor(briefFrom(situation)))).size).to.be.at.least(6);
  });
});
