import { expect } from 'chai';
import { realFrameWords } from './realFrame.ts';

const same = { settingsEv: 5, briefEv: 5.2 };

describe('words on a real frame beside its simulation', () => {
  it('say which is softer, with both figures, and nothing of light that is the same', () => {
    expect(realFrameWords({ ...same, realPx: 2.1, simulatedPx: 2 })).to.deep.equal([
      'Edges are as soft: 2.1 px in yours, 2.0 px simulated.',
    ]);
    expect(realFrameWords({ ...same, realPx: 4, simulatedPx: 2 })[0]).to.match(/^Yours is softer here: 4.0 px .*focus lay elsewhere/);
    expect(realFrameWords({ ...same, realPx: 1, simulatedPx: 2 })[0]).to.match(/^Yours is sharper here: 1.0 px .*Less moved/);
  });

  it('say when there is nothing to tell by, and when the light is another', () => {
    for (const [realPx, simulatedPx] of [[null, 2], [2, null]] as const)
      expect(realFrameWords({ ...same, realPx, simulatedPx })[0]).to.contain('too few clear edges');
    expect(realFrameWords({ realPx: 1, simulatedPx: 1, settingsEv: 3, briefEv: 5 })[1]).to.equal(
      'Its settings are right for EV 3.0, this brief’s light is EV 5.0; it is simulated in its own.',
    );
  });
}); // prettier-ignore
