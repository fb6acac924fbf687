import { expect } from 'chai';
import { aHouse } from './aHouse.ts';
import { inARoom } from './room.ts';

describe('the house: You', function () {
  this.timeout(20_000);
  const house = aHouse();
  const { enter, plan, says, page, named, hand, library, briefs } = house;
  const { said, once, pick } = inARoom(house);

  it('compares two holds, and shows rates with their intervals', async () => {
    await enter('/you/steadiness');
    await hand().click(await once(() => named('link', /Stabiliser off/)));
    await once(() => expect(said('navigation', 'Steadiness tests')).to.include('Stabiliser off'));
    await pick('Beside', 1);
    await once(() => expect(says()).to.match(/slower than this one, 9 times in 10 between/));
    named('heading', 'You').focus();
    (document.activeElement as HTMLElement).blur();
    await hand().keyboard('t');
    const rows = await once(() => library().within(named('region', 'Rates by shutter speed')).getAllByRole('row'));
    // Rates lie within their own intervals.
    for (const row of rows.slice(1)) {
      const cells = [...row.querySelectorAll('td')].map(({ textContent }) => textContent.replace(/[\u00a0\u202f]/g, ' '));
      const found = cells.map((cell) => /(\d+) %, (\d+) % to (\d+) %/.exec(cell)).find(Boolean);
      expect(found, row.textContent).to.not.equal(undefined);
      const [rate, low, high] = found!.slice(1).map(Number);
      expect(rate).to.be.within(low!, high!);
    }
    expect(rows.length).to.be.above(2);
  });

  it('finds an ISO ceiling, which a plan then keeps to and says so; undoing takes it back', async () => {
    await enter('/you/taste');
    await hand().click(await once(() => named('link', /APS-C 24 MP/)));
    await once(() => named('heading', 'Your ISO ceiling'));
    const iso = page().getAllByRole('status')[0]!.textContent.trim();
    expect(iso).to.match(/^[\d\u202f\u00a0 ]+$/);
    const before = (await briefs()).find(({ document }) => document.title.includes('Ferry Steps'))!.document.picture.isoCeiling;
    await hand().click(page().getByLabelText('Ferry Steps market'));
    await once(() => expect(says()).to.include('Ferry Steps market plans with this ceiling.'));
    await once(async () => {
      const { picture } = (await briefs()).find(({ document }) => document.title.includes('Ferry Steps'))!.document;
      expect(String(picture.isoCeiling)).to.equal(iso.replace(/\D/g, ''));
    });
    await hand().click(page().getByRole('link', { name: 'Plan' }));
    await once(() => expect(says()).to.match(/ceiling is from your 12 looks of 6 March/));
    expect(said('region', 'Brief')).to.include(`set ISO up to ${iso}`);
    library().cleanup();
    await plan('Ferry Steps');
    await hand().click(page().getAllByRole('button', { name: 'Undo' })[0]!);
    await once(async () => {
      const { picture } = (await briefs()).find(({ document }) => document.title.includes('Ferry Steps'))!.document;
      expect(picture.isoCeiling).to.equal(before);
    });
  });
});
