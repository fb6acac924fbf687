import { ladderFor, planWithoutLadder, type Brief } from '@hushto/core';
import { expect } from 'chai';
import fc from 'fast-check';
import { anyBrief } from '../../../core/test/briefs.ts';
import { rungsRound } from '../../src/domain/ladder.ts';
import { aHouse } from './aHouse.ts';
import { inARoom } from './room.ts';

/** Text that a fact left out, or a figure that is none, would leave on the page. */
const NO_WORDS = /.{0,40}(?:NaN|Infinity|undefined|null|\[object|−0(?![.\d+])| [,;]).{0,20}/g;
const amiss = (text: string): string[] => text.match(NO_WORDS) ?? [];

describe('the house: every room', function () {
  this.timeout(20_000);
  const house = aHouse({ frames: true });
  const { enter, says, page } = house;
  const { once } = inARoom(house);

  /** What each room says first, of Port Alder. */
  const ROOMS: readonly (readonly [at: string, says: RegExp])[] = [
    ['/plan', /A porter with a handcart walks across the frame at 1\.6 m\/s/],
    ['/light', /It lies at 56\.0° N 3\.0° E/],
    ['/outings', /Lantern evening/],
    ['/log/frames', /All outings/],
    ['/log/says', /351 judged frames are keepers/],
    ['/you/steadiness', /8 frames in 10 come out sharp at/],
    ['/you/taste', /Grain bothers you ⅓ stop more than blur/],
    ['/you/focus', /The darkest it may be trusted/],
    ['/kit/beside', /At the brief/],
    ['/kit/carry', /A lens does for a stretch where a setting works/],
    ['/kit/figures', /Well and read noise are our guess/],
    ['/kit/lens', /How to take them/],
    ['/kit/measure', /Raw files, 14 bits where the body has them/],
    ['/data', /All of it is one file/],
  ];
  for (const [at, words] of ROOMS)
    it(`${at} stands, says what it is for, and names all that can be pressed or filled`, async () => {
      await enter(at);
      await once(() => expect(says()).to.match(words));
      expect(amiss(says())).to.deep.equal([]);
      expect(page().getAllByRole('heading', { level: 1 }).length, 'one title').to.equal(1);
      for (const role of [
        'button',
        'link',
        'textbox',
        'combobox',
        'slider',
        'checkbox',
        'radio',
        'tab',
        'switch',
        'img',
        'region',
      ])
        for (const one of page().queryAllByRole(role))
          expect(page().queryAllByRole(role, { name: /\S/ }), `${role}: ${one.outerHTML.slice(0, 200)}`).to.include(one);
    });
});

describe('the house: an address whose document is not there', function () {
  this.timeout(20_000);
  const house = aHouse();
  const { enter, says, page, server, briefs, reload } = house;
  const { once } = inARoom(house);
  const NEVER = '00000000-0000-4000-8000-00000000dead';

  for (const [at, words] of [
    [`/plan/${NEVER}`, /This brief is gone; here are yours/],
    [`/card/${NEVER}`, /This brief is gone; here are yours/],
    [`/pocket/${NEVER}`, /This brief is gone; here are yours/],
    [`/light/${NEVER}`, /This place is gone; here are yours/],
    [`/outings/${NEVER}`, /This run sheet is gone; here are yours/],
    [`/you/steadiness/${NEVER}`, /This steadiness test is gone; here are yours/],
    [`/you/taste/${NEVER}`, /This taste test is gone; here are yours/],
    [`/you/focus/${NEVER}`, /This focus test is gone; here are yours/],
    [`/kit/beside/blind/${NEVER}`, /This blind look is gone/],
    ['/nonsense', /There is no such page/],
    ['/plan/of/nothing', /There is no such page/],
  ] as const)
    it(`${at} says so, stays where it is and offers the way on`, async () => {
      await enter(at);
      await once(() => expect(says()).to.match(words));
      expect(window.location.pathname).to.equal(at);
      expect(page().getAllByRole('link').length).to.be.above(0);
    });

  it('of a brief deleted elsewhere while it is open says that it is gone, and never opens another', async () => {
    const [brief] = await briefs();
    await enter(`/plan/${brief!.id}`);
    await once(() => expect(says()).to.match(/A porter with a handcart/));
    await server().send('DELETE', `/api/briefs/${brief!.id}`);
    await reload();
    await once(() => expect(says()).to.match(/This brief is gone; here are yours/));
    expect(window.location.pathname).to.equal(`/plan/${brief!.id}`);
  });
});

describe('the house: Plan, of any brief', function () {
  this.timeout(60_000);
  // Nobody's tests are there: hands are those of the brief.
  const house = aHouse({ demo: false });
  const { enter, says, page, library } = house;
  const { value, cell } = inARoom(house);

  it('says what its plan says', async () => {
    let impossible = 0;
    await fc.assert(
      fc.asyncProperty(anyBrief, async (made) => {
        library().cleanup();
        const brief: Brief = { ...made, title: 'Any brief' };
        const id = crypto.randomUUID();
        const { status } = await house.server().send('POST', `/api/briefs/${id}/restore`, brief);
        expect(status).to.equal(200);
        await house.reload();
        await enter(`/plan/${id}`);
        const plan = planWithoutLadder(brief);
        if (!plan.possible) impossible++;
        expect(value('Shutter')).to.include(plan.choice.labels.shutter);
        expect(value('Aperture')).to.equal(plan.choice.labels.aperture);
        expect(value('ISO').split(/[+−]/)[0]!.replaceAll(' ', '')).to.equal(plan.choice.labels.iso);
        expect(cell('Burst').textContent).to.include(String(plan.choice.burst));
        const rungs = library()
          .within(page().getByRole('region', { name: /^Ladder/ }))
          .queryAllByRole('listitem');
        expect(rungs.length).to.equal(rungsRound(ladderFor(brief)).length);
        expect(amiss(says())).to.deep.equal([]);
      }),
      { numRuns: 25 },
    );
    // Some lights have no setting: the page must stand there too.
    expect(impossible).to.be.greaterThan(0);
  });
});
