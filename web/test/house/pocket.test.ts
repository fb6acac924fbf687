import { planBrief } from '@hushto/core';
import { expect } from 'chai';
import { aHouse } from './aHouse.ts';
import { inARoom } from './room.ts';

describe('the house: Pocket and the card', function () {
  this.timeout(20_000);
  const house = aHouse();
  const { enter, says, page, named, hand, server, briefs, library } = house;
  const { said, once } = inARoom(house);
  const briefOf = async (title: string) => (await briefs()).find(({ document }) => document.title.includes(title))!;
  const open = async (title: string): Promise<void> => enter(`/pocket/${(await briefOf(title)).id}`);
  const tally = (): string[] =>
    library()
      .within(named('group', 'Tally'))
      .getAllByRole('button', { name: /^\d+\s?(sharp|soft|noisy|missed)$/ })
      .map((button) => /\d+/.exec(button.textContent)![0]);
  const kept = async () =>
    ((await server().send('GET', '/api/tallies')).body as { document: { frames: { verdict: string }[] } }[])[0]?.document.frames;

  it('says the plan’s setting, and another light’s in one press', async () => {
    await open('Ferry Steps');
    const { choice } = planBrief((await briefOf('Ferry Steps')).document);
    const set = (): string => said('region', 'Set these');
    expect(set()).to.include(choice.labels.shutter).and.to.include(choice.labels.aperture);
    await hand().click(named('button', /stop darker$/));
    await once(() => expect(says()).to.match(/EV 3\.0, not 4\.0/));
    // What the planner says of that light, by the same brief.
    const darker = planBrief({
      ...(await briefOf('Ferry Steps')).document,
      light: { ...(await briefOf('Ferry Steps')).document.light, ev100: 3 },
    });
    expect(set()).to.include(darker.choice.labels.shutter);
    await hand().click(named('button', /Back to the planned light/));
    await once(() => expect(set()).to.include(choice.labels.shutter));
    await hand().keyboard('{ArrowUp}');
    await once(() => expect(says()).to.match(/EV 4\.3, not 4\.0/));
    await hand().click(named('button', /Back to the planned light/));
  });

  it('takes another distance, and says so', async () => {
    await open('Ferry Steps');
    await hand().click(named('button', /How far away/));
    await hand().click(await once(() => page().getByRole('button', { name: /^7\s?m$/ })));
    await hand().click(page().getByRole('button', { name: 'Done' }));
    await once(() => named('button', /How far away: 7\sm/));
  });

  it('counts by keys, takes back, and counts each take apart', async () => {
    await open('Boathouse');
    await hand().keyboard('112u4');
    await once(() => expect(tally()).to.deep.equal(['2', '0', '0', '1']));
    await hand().click(named('radio', /^A streak at/));
    await hand().keyboard('1');
    await once(() => expect(tally()).to.deep.equal(['1', '0', '0', '0']));
    await hand().click(named('radio', 'The plan'));
    await once(() => expect(tally()).to.deep.equal(['2', '0', '0', '1']));
    // All of it reaches the server.
    await once(async () => expect((await kept())?.length).to.equal(4));
    expect((await kept())!.map(({ verdict }) => verdict)).to.deep.equal(['sharp', 'sharp', 'missed', 'sharp']);
  });

  it('goes into deep dim and back, and is never bright', async () => {
    await open('Ferry Steps');
    const theme = (): string => document.documentElement.className;
    expect(theme()).to.equal('dim');
    await hand().keyboard('d');
    await once(() => expect(theme()).to.equal('dim deep'));
    await hand().click(named('button', 'Back to Dim'));
    await once(() => expect(theme()).to.equal('dim'));
  });

  it('has on the card what the plan says, its other takes and every rung of the ladder', async () => {
    const { id, document: brief } = await briefOf('Sluice');
    await enter(`/card/${id}`);
    const plan = planBrief(brief);
    const card = said('article', /^Card of /);
    for (const words of [plan.choice.labels.shutter, plan.choice.labels.aperture, 'Set back', 'Why', 'Other takes'])
      expect(card).to.include(words);
    for (const { shutterS } of plan.ladder)
      if (shutterS < 0.3) expect(card).to.include(`1/${Math.round(1 / shutterS)}`.slice(0, 3));
    expect(card).not.to.match(/undefined|NaN/);
  });
});
