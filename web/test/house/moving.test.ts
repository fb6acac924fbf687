import { expect } from 'chai';
import { EARLIER_ADDRESSES } from '../../src/components/rooms.ts';
import { aHouse } from './aHouse.ts';
import { inARoom } from './room.ts';

describe('the house: from room to room', function () {
  this.timeout(20_000);
  const house = aHouse();
  const { enter, plan, says, page, named, hand, library } = house;
  const { once, press, type, shut, token, title } = inARoom(house);
  const goTo = async (name: string): Promise<void> =>
    hand().click(library().within(named('navigation', 'Main')).getByRole('link', { name }));

  it('opens each room by its name, says in the masthead where one is, and comes back by the browser', async () => {
    await plan('Sluice');
    const at = window.location.pathname;
    for (const [name, path] of [
      ['Light', '/light'],
      ['Outings', '/outings'],
      ['Log', '/log/frames'],
      ['You', '/you/steadiness'],
      ['Kit', '/kit/beside'],
    ] as const) {
      await goTo(name);
      await once(() =>
        expect(window.location.pathname.startsWith(path), `${name} at ${window.location.pathname}`).to.equal(true),
      );
      const shown = () => library().within(named('navigation', 'Main')).getByRole('link', { current: 'page' }).textContent;
      await once(() => expect(shown()).to.equal(name));
    }
    await goTo('Plan');
    // The brief that was open last.
    await once(() => expect(window.location.pathname).to.equal(at));
    expect(title()).to.include('Sluice');
  });

  it('leads addresses of earlier releases to where that is now, and an unknown one nowhere else', async () => {
    for (const [old, now] of Object.entries(EARLIER_ADDRESSES)) {
      const [from, to] = [old, now].map((address) => address.replace(/\/?:id\??/, ''));
      await enter(from!);
      await once(() =>
        expect(window.location.pathname.startsWith(to!), `${from} led to ${window.location.pathname}`).to.equal(true),
      );
      library().cleanup();
    }
    await enter('/no/such/room');
    await once(() => expect(says()).to.match(/There is no such page/));
    expect(window.location.pathname).to.equal('/no/such/room');
  });

  it('says at ? which keys there are in each room, and takes none while a field has the focus', async () => {
    for (const [at, key] of [
      ['/plan', 'Shutter, a third'],
      ['/light', 'The day before'],
      ['/kit/figures', 'Table or swatches'],
      ['/you/steadiness', 'Table or chart'],
    ] as const) {
      await enter(at);
      await hand().keyboard('{Shift>}?{/Shift}');
      const list = await once(() => page().getByRole('dialog'));
      await once(() => expect(list.textContent).to.include(key).and.to.include('This list'));
      expect(list.textContent).not.to.match(/undefined|NaN/);
      library().cleanup();
    }
    await plan('Ferry Steps');
    const theme = document.documentElement.className;
    await press(/^EV/);
    const box = await once(() => page().getByRole('textbox', { name: 'EV at ISO 100' }));
    await hand().type(box, 'd?');
    expect(document.documentElement.className).to.equal(theme);
    expect(page().getAllByRole('dialog')).to.have.length(1);
  });

  it('turns from Paper to Dim and back by one key, everywhere, and remembers', async () => {
    await enter('/kit/beside');
    const theme = (): string => document.documentElement.className;
    const before = theme();
    await hand().keyboard('d');
    await once(() => expect(theme()).not.to.equal(before));
    const after = theme();
    library().cleanup();
    await enter('/data');
    expect(theme()).to.equal(after);
    expect(localStorage.getItem('hushto.settings')).to.match(/dim|paper/);
    await hand().keyboard('d');
    await once(() => expect(theme()).to.equal(before));
  });

  it('keeps what was typed in one room while another is looked at', async () => {
    await plan('Ferry Steps');
    await press('4 m');
    await type('Distance', '6');
    await shut();
    await goTo('Kit');
    await once(() => expect(says()).to.include('At the brief'));
    await goTo('Plan');
    await once(() => token('6 m'));
  });
});
