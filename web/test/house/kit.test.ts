import { expect } from 'chai';
import { aHouse } from './aHouse.ts';
import { inARoom } from './room.ts';

describe('the house: Kit', function () {
  this.timeout(20_000);
  const house = aHouse();
  const { enter, plan, says, page, named, hand, library } = house;
  const { said, type, once, shut } = inARoom(house);

  it('finds the fewest lenses for an evening, and says what leaving one costs', async () => {
    await enter('/kit/carry');
    const found = await once(() => named('heading', /do for all of Lantern evening/));
    const [, one, other] = /^(.+ mm f\/\S+) and (.+ mm f\/\S+) do for/.exec(found.textContent.replace(/\u00a0/g, ' '))!;
    await once(() => expect(says()).to.include('Every stretch has a setting that works.'));
    expect(says()).to.include(`${one!} left at home: nothing works at`);
    await hand().click(page().getByRole('checkbox', { name: new RegExp(other!.replace(/ /g, '\\s')) }));
    await once(() => expect(says()).to.match(/Nothing works at .*Otters/));
  });

  it('keeps where a body’s options are, and says it wherever one is to be set', async () => {
    await enter('/kit/figures');
    await hand().click(await once(() => named('button', /^Where its options are/)));
    await type('Exposure mode', 'dial on the left');
    await type('Focus mode', 'lever');
    await shut();
    await once(() => named('button', /Where its options are 2 said/));
    library().cleanup();
    await plan('Ferry Steps');
    await once(() => expect(said('region', 'Set the camera')).to.match(/ISO fixed at 6400 \(dial on the left\)/));
    expect(said('region', 'Set the camera')).to.match(/a small point on the subject \(lever\)/);
    library().cleanup();
    // Cleared, it is said no more.
    await enter('/kit/figures');
    await hand().click(await once(() => named('button', /^Where its options are/)));
    await hand().clear(await once(() => named('textbox', 'Focus mode')));
    await shut();
    await once(() => named('button', /Where its options are 1 said/));
  });

  it('says of two bodies which is ahead at the brief, by how much light, and what that costs', async () => {
    await enter('/kit/figures');
    const { pick } = inARoom(house);
    await pick(/against$/, /^Full frame 24 MP/);
    await type('Price of APS-C 24 MP', '900');
    await type('Price of Full frame 24 MP', '1600');
    // Twice the area and the pitch that goes with it: 1⅓ stops at the same picture. Common practice says one and a bit.
    await once(() =>
      expect(said('region', 'Two bodies at the same picture')).to.match(
        /Full frame 24 MP is 1⅓.stops ahead[\s\S]*costs 700 more, 525 a stop/,
      ),
    );
  });
});
