import { AIM_NAMES, type Aim } from '@hushto/core';
import { expect } from 'chai';
import { briefWith } from '../../core/test/briefs.ts';
import {
  aimWords,
  directionText,
  equivalentText,
  flickerText,
  focalText,
  keyText,
  motionVerb,
  movementText,
  swingText,
  toneWord,
  tonesText,
} from './sentence.ts';
import { THING_NAMES } from './things.ts';

const plain = (text: string): string => text.replace(/\u00a0/g, ' ');

describe('the sentence of a brief', () => {
  it('says which way the subject goes', () =>
    expect([90, 80, 45, 10, 135, 175].map(directionText)).to.deep.equal([
      'across the frame',
      'across the frame',
      'at a slant of 45°',
      'straight at me',
      'at a slant of 45°',
      'straight away',
    ]));
  it('says that what does something else moves meanwhile', () => {
    const verbs = Object.fromEntries(
      Object.entries(THING_NAMES).map(([id, { verb }]) => [id, motionVerb({ ...briefWith({}).subject, verb })]),
    );
    expect(verbs).to.include({
      walker: 'walks',
      drummer: 'plays, moving',
      waterfall: 'falls',
      'train-arriving': 'pulls in',
      ape: 'climbs',
      'spinning-dancer': 'spins, moving',
    });
  });
  it('names the movement', () => {
    const named = (thing: string | undefined, verb?: string) => movementText(briefWith({ subject: { thing, verb } }));
    expect([
      named('walker'),
      named('duck-flying'),
      named('waterfall'),
      named('drummer'),
      named(undefined, 'dives'),
    ]).to.deep.equal(['the walk', 'the flight', 'the fall', 'the movement', 'the dive']);
  });
  it('says how the light flickers, swings and is coloured', () => {
    const light = (change: Parameters<typeof briefWith>[0]['light']) => briefWith({ light: { ev100: 5, ...change } }).light;
    expect(plain(flickerText(light({})))).to.equal('no flicker');
    expect(plain(flickerText(light({ flicker: { frequencyHz: 100, modulation: 0.4 } })))).to.equal('40 % flicker at 100 Hz');
    expect(swingText(light({}))).to.equal('');
    expect(plain(swingText(light({ swing: { downStops: 2, upStops: 1, periodS: 8 } })))).to.equal('swinging over 3 stops');
    expect(plain(swingText(light({ swing: { downStops: 1, upStops: 0, periodS: 1 }, colour: 'saturated' })))).to.equal(
      'chasing over 1 stop, saturated',
    );
  });
  it('says tones and shadows where they are not usual', () => {
    expect(tonesText(briefWith({}))).to.equal('');
    expect(plain(tonesText(briefWith({ light: { ev100: 5, shadowStops: -3 } })))).to.equal('shadows 3 stops down');
    expect(
      plain(
        tonesText(
          briefWith({
            subject: { tone: 0.04 },
            light: { ev100: 5, background: { tone: 0.3, stops: 2 }, shadowStops: -1 },
          }),
        ),
      ),
    ).to.equal('black before light, 2 stops brighter, with shadows 1 stop down');
    expect(plain(tonesText(briefWith({ light: { ev100: 5, background: { tone: 0.18, stops: -4 } } })))).to.equal(
      'mid grey before mid grey, 4 stops darker',
    );
    expect([0.03, 0.06, 0.12, 0.18, 0.3, 0.5, 0.8].map(toneWord)).to.deep.equal([
      'black',
      'dark',
      'a little dark',
      'mid grey',
      'light',
      'very light',
      'white',
    ]);
  });
  it('says how dark it is to look, and how long the lens is', () => {
    expect([-1, 1, -2, -3].map((stops) => plain(keyText(stops)))).to.deep.equal([
      '1 stop down',
      '1 stop up',
      'night left night',
      'night left night',
    ]);
    // 18.3 mm on APS-C by the diagonals: 18.3·43.27/28.21.
    expect(equivalentText(briefWith({}))).to.equal('28 mm equivalent');
    expect([18.3, 35, 135].map((mm) => plain(focalText(mm)))).to.deep.equal(['18.3 mm', '35 mm', '135 mm']);
  });
  it('says what the picture does with the movement, in one sentence for each aim', () => {
    const said = (aim: Aim, speedMps = 1.4): string =>
      aimWords(briefWith({ subject: { label: 'A walker', verb: 'walks', thing: 'walker', speedMps }, picture: { aim } })).join(
        '',
      );
    expect(AIM_NAMES.map((aim) => said(aim))).to.deep.equal([
      'Freeze the walk',
      'Let the walk leave a trace',
      'Let the walk become a streak',
      'Pan with the walker',
    ]);
    expect(said('freeze', 0)).to.equal('Freeze the scene');
  });
});
