import { expect } from 'chai';
import { aHouse } from './aHouse.ts';
import { inARoom } from './room.ts';

describe('the house: Light', function () {
  this.timeout(20_000);
  const house = aHouse();
  const { enter, page, named, hand, server, library } = house;
  const { said, type, once, shut } = inARoom(house);
  const found = () => said('status', 'The light found');
  const placeOf = async () =>
    ((await server().send('GET', '/api/places')).body as { document: { readings: { ev100: number }[] } }[])[0]!.document;

  it('reads the light in four ways, keeps it with its place and gives it to the brief', async () => {
    await enter('/light');
    await type('Shutter', '1/125');
    await type('Aperture', 'f/8');
    await type('ISO', '100');
    // Sunny 16 three stops under: f/8 and 1/125 s at ISO 100 are EV 13.
    expect(found()).to.match(/EV 13\.0/);
    await hand().click(page().getByText('Light palm'));
    expect(found()).to.match(/EV 12\.0/);
    await hand().click(named('tab', 'Lux'));
    await type('Light on it', '40');
    // 2.5 lux are EV 0 (ISO 2720 with C = 250): 40 are four stops more.
    expect(found()).to.match(/EV 4\.0[\s\S]*1\/200/);
    await hand().click(page().getByText('Background', { exact: true }));
    await type('Light on it', '10');
    expect(found()).to.match(/background is 2 stops darker/);
    await hand().click(page().getByText('Subject', { exact: true }));
    await hand().click(named('tab', 'Scene'));
    await hand().type(await once(() => named('combobox', /Find in known scenes/)), 'fair');
    await hand().click(await once(() => named('option', /Fairground/)));
    expect(found()).to.match(/EV 7\.0/);
    const kept = (await placeOf()).readings.length;
    await hand().click(named('button', 'Keep this reading'));
    await once(() => expect(said('region', 'Read here')).to.include('Fairground'));
    await hand().click(named('button', 'Use it in the brief'));
    await once(async () => expect((await placeOf()).readings.length).to.equal(kept + 1));
    await hand().click(page().getByRole('link', { name: 'Plan' }));
    await once(() => expect(said('region', 'Brief')).to.include('EV 7.0'));
  });

  it('refuses what is no reading, at its field', async () => {
    await enter('/light');
    await once(() => named('textbox', 'Shutter'));
    expect(said('tabpanel', /./)).not.to.match(/such as/i);
    await type('Shutter', 'a while');
    await once(() => expect(said('tabpanel', /./)).to.match(/such as/i));
    await type('Shutter', '1/60');
    await type('ISO', '-3');
    await once(() => expect(page().getByRole('textbox', { name: 'ISO' }).getAttribute('aria-invalid')).to.equal('true'));
  });

  it('says when the sun sets, the shadows of the low sun, and where it never does', async () => {
    await enter('/light');
    const day = await once(() => page().getByLabelText('Day'));
    library().fireEvent.change(day, { target: { value: '2027-01-14' } });
    // Sunset by NOAA's equations for 56° N 3° E on 14 January, UTC+1.
    await once(() => expect(document.body.textContent).to.match(/sunset 16:44, dark by 18:\d\d/));
    expect(document.body.textContent).to.match(/Backlit; shadows may want 1½ to 3 stops of brightening until sunset/);
    const times = library()
      .within(named('region', 'When each rung is reached'))
      .getAllByRole('rowheader')
      .map(({ textContent }) => textContent);
    expect(times.length).to.be.above(1);
    expect(times).to.deep.equal([...times].sort());
    await hand().click(named('button', /56\.0°/));
    await type(/Latitude/, '75');
    await shut();
    await once(() => named('button', /75\.0°/));
    library().fireEvent.change(page().getByLabelText('Day'), { target: { value: '2027-06-21' } });
    await once(() => expect(document.body.textContent).to.include('the sun does not set'));
    await hand().click(page().getAllByRole('button', { name: 'Undo' })[0]!);
    await once(() => named('button', /56\.0°/));
  });
});
