import { briefOfTake, planWithoutLadder, type Brief } from '@hushto/core';
import { PORT_ALDER_BRIEFS } from '@hushto/demo';
import { expect } from 'chai';
import { aPage } from '../../../test/aPage.ts';

/** The brief as it is read aloud, and what stands beside it. */
describe('the brief’s sentence', () => {
  const { open, page, library } = aPage();

  const market = PORT_ALDER_BRIEFS[0]!;
  const read = async (brief: Brief, more: object = {}): Promise<string> => {
    const { BriefText } = await import('./BriefText.tsx');
    open(<BriefText brief={brief} plain {...more} />);
    return [...document.querySelectorAll('p')]
      .map(({ textContent }) => textContent.replace(/[\u00a0\u202f]/g, ' ').trim())
      .join('\n');
  };

  it('is four paragraphs a photographer would say', async () => {
    expect(await read(market)).to.equal(
      [
        'A porter with a handcart walks across the frame at 1.6 m/s, 4 m away and 0.4 m deep; I hold still.',
        'Strings of bulbs give EV 4.0, with no flicker.',
        'I hold an APS-C 24 MP with an 18.3 mm f/2.8 (28 mm equivalent), standing, elbows in; the stabiliser gives 3 stops.',
        'It will be shown 2048 px wide. Freeze the walk, set ISO up to 6400, accept grain up to ISO 16 000. Be 90 % sure, in bursts of up to 4.',
      ].join('\n'),
    );
  });
  it('follows what is followed, stands where nothing moves, and names what to watch for', async () => {
    expect(await read({ ...market, hold: { ...market.hold, follow: true } })).to.include('deep; I follow it.');
    library().cleanup();
    const still = await read({
      ...market,
      subject: { ...market.subject, speedMps: 0 },
      watch: [{ what: 'heads' }, { what: 'pattern', pitchMm: 4 }],
    });
    expect(still).to.include('A porter with a handcart keeps still, 4 m away');
    expect(still).to.include('Watch for heads and phones in front and an LED wall or a fine pattern.');
    expect(still).to.include('Freeze the scene');
  });
  it('says how the light swings, what the meter sees and how deep the shadows are', async () => {
    const said = await read({
      ...market,
      light: {
        ...market.light,
        swing: { downStops: 2, upStops: 1, periodS: 1 },
        background: { tone: 0.5, stops: 3 },
        shadowStops: -2,
      },
    });
    expect(said).to.include('chasing over 3 stops');
    expect(said).to.include('mid grey before very light, 3 stops brighter, with shadows 2 stops down');
  });
  it('has a focal length of its own where the lens is a zoom', async () => {
    const lens = { ...market.kit.lens, label: '24–70 mm f/2.8', focalLengthMm: 35 };
    expect(await read({ ...market, kit: { ...market.kit, lens } })).to.include('with a 24–70 mm f/2.8 at 35 mm (');
  });
  it('says the light that is looked at, and the way back', async () => {
    let backs = 0;
    const said = await read(market, { plain: false, looked: { ev100: 7, back: () => (backs += 1) } });
    expect(said).to.include('(looking at EV 7.0; back)');
    library().fireEvent.click(page().getByRole('button', { name: 'back' }));
    expect(backs).to.equal(1);
  });
  it('names every value that can be changed, and at which one something cannot work', async () => {
    const { BriefText } = await import('./BriefText.tsx');
    const issues = [{ path: 'subject.distanceM', message: 'Stand farther away.' }];
    open(<BriefText brief={market} issues={issues} tooDark="Too dark by hand." />);
    const names = page()
      .getAllByRole('button')
      .map((button) => button.getAttribute('aria-label'));
    for (const name of ['Subject: A porter with a handcart', 'ISO ceiling: 6400', 'Longest burst: 4', 'Movement: Freeze'])
      expect(names).to.include(name);
    expect(names.find((name) => name?.startsWith('Distance'))).to.match(/^Distance: 4\sm\. Stand farther away\.$/);
    expect(names.find((name) => name?.startsWith('How much light'))).to.match(/Too dark by hand\.$/);
  });

  it('keeps what a take changes when something is set in it, and nothing else', async () => {
    const { adopted } = await import('./Takes.tsx');
    const streak = briefOfTake(market, 'streak')!;
    const made = adopted({ ...market, title: 'Renamed meanwhile', light: { ...market.light, ev100: 5 } }, streak);
    expect(made.picture.aim).to.equal('streak');
    expect([made.title, made.light.ev100]).to.deep.equal(['Renamed meanwhile', 5]);
    expect(planWithoutLadder({ ...made, light: market.light }, 0).choice).to.deep.equal(planWithoutLadder(streak, 0).choice);
  });
  it('lists other takes beside the answer, and none where all three values are pinned', async () => {
    const { Takes } = await import('./Takes.tsx');
    const { rerender } = open(<Takes brief={market} taken={null} onTake={() => {}} />);
    expect(
      page()
        .getAllByRole('radio')
        .map(({ textContent }) => textContent.split(' ')[0]),
    ).to.deep.equal(['Plan', 'Still', 'Streak', 'Deep']);
    const pinned = { shutterS: 1 / 125, fNumber: 2.8, iso: 3200, burst: null };
    rerender(<Takes brief={{ ...market, picture: { ...market.picture, pinned } }} taken={null} onTake={() => {}} />);
    expect(page().queryByRole('radio')).to.equal(null);
  });
});
