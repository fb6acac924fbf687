import { expect } from 'chai';
import { aHouse } from './aHouse.ts';
import { inARoom } from './room.ts';

interface Page {
  total: number;
  frames: { name: string; verdict: string }[];
}

describe('the house: Log', function () {
  this.timeout(20_000);
  const house = aHouse({ frames: true });
  const { enter, says, named, hand, server } = house;
  const { said, once, pick, shut, type } = inARoom(house);
  const asked = async (query: string): Promise<Page> => (await server().send('GET', `/api/log/frames${query}`)).body as Page;
  const verdicts = async (count: number) => (await asked(`?limit=${count}`)).frames.map(({ verdict }) => verdict);

  it('judges frames by letters, one after another, and takes it back', async () => {
    await enter('/log/frames');
    await once(() => expect(says()).to.include('400 frames'));
    const [first, second] = (await asked('?limit=2')).frames;
    await once(() => expect(said('region', 'This frame')).to.include(first!.name));
    // To the grid; what is judged there moves on to the next.
    await hand().keyboard('gr');
    await once(async () => expect((await verdicts(1))[0]).to.equal('grain'));
    await once(() => expect(said('region', 'This frame')).to.include(second!.name));
    await hand().keyboard('w');
    await once(async () => expect((await verdicts(2))[1]).to.equal('focus'));
    await hand().keyboard('{Control>}z{/Control}');
    await once(async () => expect((await verdicts(2))[1]).to.equal(second!.verdict));
  });

  it('shows the frames that are asked for, by verdict and by any figure', async () => {
    await enter('/log/frames');
    await hand().click(await once(() => named('button', 'Which frames')));
    await pick('Verdict', 'It moved');
    await type('From', '1/125');
    const { total } = await asked(`?verdict=subject&shutterS.from=${1 / 125}`);
    expect(total).to.be.within(1, 200);
    await once(() => expect(says()).to.include(`${total} frames`));
    await shut();
    await hand().click(await once(() => named('button', 'Leave out: Shutter from 1/125')));
    const { total: more } = await asked('?verdict=subject');
    expect(more).to.be.above(total);
    await once(() => expect(says()).to.include(`${more} frames`));
  });
});

describe('the house: what the log says', function () {
  this.timeout(20_000);
  const house = aHouse({ frames: true });
  const { enter, says, page, named, hand, server, briefs, library } = house;
  const { said, once, pick } = inARoom(house);

  it('says what the frames teach, and lets a plan take it over and give it back', async () => {
    await enter('/log/says');
    await once(() => expect(says()).to.match(/judged frames are keepers/));
    await pick('Frames taken for', 'The Boathouse quintet');
    const holds = async () =>
      ((await server().send('GET', '/api/holds')).body as { document: { title: string; counts: boolean } }[]).find(
        ({ document }) => document.title === 'From the log: The Boathouse quintet',
      );
    await hand().click(await once(() => named('button', 'Let plans use these hands')));
    await once(async () => expect((await holds())?.document.counts).to.equal(true));
    await hand().click(await once(() => page().getByText('Undo')));
    await once(async () => expect(await holds()).to.equal(undefined));
    // Its players moved faster than was thought.
    const quintet = async () => (await briefs()).find(({ document }) => document.title === 'The Boathouse quintet')!;
    const before = (await quintet()).document.subject.speedMps;
    await hand().click(await once(() => named('button', /^Plan for .*\sm\/s, not 0\.7\sm\/s$/)));
    await once(async () => expect((await quintet()).document.subject.speedMps).to.be.above(1.2 * before));
    library().cleanup();
    await enter(`/plan/${(await quintet()).id}`);
    await once(() => expect(said('list', 'Why')).to.match(/The subject’s speed comes from your \d+ frames of the log, /));
  });
});
