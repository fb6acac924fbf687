import { expect } from 'chai';
import { aHouse } from './aHouse.ts';
import { inARoom } from './room.ts';

describe('the house: Outings', function () {
  this.timeout(20_000);
  const house = aHouse();
  const { enter, page, named, hand, server } = house;
  const { said, type, once, shut } = inARoom(house);
  const sheet = async (): Promise<{ document: { segments: { title: string; minutes: number }[] } }> =>
    ((await server().send('GET', '/api/run-sheets')).body as Awaited<ReturnType<typeof sheet>>[])[0]!;
  const starts = (): string[] =>
    page()
      .getAllByRole('button', { name: /^Name of this stretch/ })
      .map((name) => /\d\d:\d\d/.exec(name.closest('li')!.textContent)![0]);

  it('says what it takes and where that runs out, and that more batteries last', async () => {
    await enter('/outings');
    expect(said('region', 'What it takes')).to.match(/batteries are empty at \d\d:\d\d, during “/);
    await hand().click(named('button', /battery rated/));
    await type('Batteries', '4');
    await shut();
    await once(() => expect(said('region', 'What it takes')).to.include('What you carry lasts.'));
  });

  it('ticks what is done, of one’s own too, and keeps it', async () => {
    await enter('/outings');
    await hand().type(
      await once(() => page().getByRole('textbox', { name: 'Add to: Before leaving' })),
      'Fingerless gloves{Enter}',
    );
    const own = await once(() => page().getByRole('checkbox', { name: 'Fingerless gloves' }));
    await hand().click(own);
    await hand().click(page().getByRole('checkbox', { name: 'Set back: drive' }));
    for (const name of ['Fingerless gloves', 'Set back: drive'])
      await once(() => expect(page().getByRole('checkbox', { name }).getAttribute('aria-checked')).to.equal('true'));
    await once(async () => expect(JSON.stringify(await sheet())).to.include('Fingerless gloves'));
  });

  it('begins where the one before ends, whatever is made longer, added or taken out', async () => {
    await enter('/outings');
    const before = starts();
    expect(before[0]).to.equal('15:50');
    expect(before).to.deep.equal([...before].sort());
    const { segments } = (await sheet()).document;
    const minutes = (from: string, to: string): number =>
      (Number(to.slice(0, 2)) - Number(from.slice(0, 2))) * 60 + Number(to.slice(3)) - Number(from.slice(3));
    before.slice(1).forEach((start, i) => expect(minutes(before[i]!, start), `stretch ${i + 1}`).to.equal(segments[i]!.minutes));
    await hand().click(named('button', 'Add a pause'));
    await once(() => expect(starts().length).to.equal(before.length + 1));
    await once(async () => expect((await sheet()).document.segments.length).to.equal(before.length + 1));
    await hand().click(page().getAllByRole('button', { name: 'Undo' })[0]!);
    await once(() => expect(starts()).to.deep.equal(before));
  });
});

describe('the house: nothing in it yet', function () {
  this.timeout(20_000);
  const house = aHouse({ demo: false });
  const { enter, page, named, hand, server } = house;
  const { once, pick, title, token } = inARoom(house);

  it('shows situations with their answers, makes them one’s own by three questions, and opens one by one press', async () => {
    await enter('/plan');
    const tiles = await once(() => house.library().within(named('list', 'Situations to begin from')).getAllByRole('listitem'));
    expect(tiles).to.have.length(12);
    const tile = (words: string): HTMLElement =>
      house
        .library()
        .within(named('list', 'Situations to begin from'))
        .getAllByRole('listitem')
        .find(({ textContent }) => textContent.includes(words))!;
    expect(tile('Someone walking at night').textContent).to.match(/1\/\d+.*f\/[\d.]+.*ISO \d/);
    const before = tile('A band in a small club').textContent;
    await pick('Your ISO ceiling', /1600/);
    await once(() => expect(tile('A band in a small club').textContent).not.to.equal(before));
    await pick('Your camera', /^APS-C 24 MP/);
    await hand().click(house.library().within(tile('Someone walking at night')).getByRole('button'));
    await once(() => expect(title()).to.include('Someone walking at night'));
    token('APS-C 24 MP');
    token('1600');
  });

  it('makes a run sheet when there is none', async () => {
    await enter('/outings');
    await hand().click(await once(() => named('button', 'New run sheet')));
    await once(() => expect(document.body.textContent).to.include('Nothing in it yet'));
    await hand().click(named('button', 'Add a pause'));
    await once(async () => {
      const [made] = (await server().send('GET', '/api/run-sheets')).body as { document: { segments: unknown[] } }[];
      expect(made?.document.segments).to.have.length(1);
    });
  });

  it('has an empty log that says how frames come in, and shelves that say what is missing', async () => {
    await enter('/log/frames');
    await once(() => expect(document.body.textContent).to.match(/folder/i));
    expect(page().queryAllByRole('alert')).to.deep.equal([]);
    house.library().cleanup();
    await enter('/you/steadiness');
    await once(() => named('button', 'Start a steadiness test'));
    house.library().cleanup();
    await enter('/you/taste');
    expect(page().queryAllByRole('alert')).to.deep.equal([]);
  });
});
