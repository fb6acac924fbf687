import { expect } from 'chai';
import { aHouse } from './aHouse.ts';
import { inARoom } from './room.ts';

describe('the house: Plan', function () {
  this.timeout(20_000);
  const house = aHouse();
  const { plan, page, named, hand, briefs, says } = house;
  const { token, press, value, cell, said, whySays, title, openList, type, shut, once, dialog, pick } = inARoom(house);
  const button = (name: string | RegExp) => page().getByRole('button', { name });
  /** Where wide and narrow windows have one each. */
  const first = (name: string) => page().getAllByRole('button', { name })[0]!;
  const documentOf = async (name: string) => (await briefs()).find(({ document }) => document.title.includes(name))!.document;

  describe('the brief', () => {
    it('finds a subject by another word, keeps one of its own by name, and meets it again in another brief', async () => {
      await plan('Ferry Steps');
      await press(/porter/);
      await hand().type(await once(() => named('combobox', 'Find in subjects')), 'gorilla');
      await hand().click(await once(() => named('option', /An ape among leaves/)));
      await once(() => expect(said('region', 'Brief')).to.include('climbs'));
      await press(/ape among leaves/);
      await hand().click(await once(() => page().getByText('A subject of your own')));
      await type('Name, with its article', 'Old Marlow the silverback');
      await hand().click(button('Keep it as mine'));
      await once(() => expect(says()).to.include('is among your subjects'));
      await hand().click(button('Close'));
      await openList();
      await hand().click(await once(() => button(/Sluice/)));
      await once(() => expect(title()).to.include('Sluice'));
      await press(/^An otter/);
      await hand().type(await once(() => named('combobox', 'Find in subjects')), 'marlow');
      await hand().click(await once(() => named('option', /Old Marlow/)));
      await once(() => token(/Old Marlow/));
      await once(async () => expect((await documentOf('Sluice')).subject.label).to.equal('Old Marlow the silverback'));
    });

    it('measures a distance by framing and a speed by two taps, and says how sure they are', async () => {
      await plan('Ferry Steps');
      await press('4 m');
      await hand().click(await once(() => page().getByText('By how much of the frame it fills')));
      // 18.3 mm on a frame 15.6 mm high: 1.75 m fill half of it at 18.3·(1 + 1750/7.8) mm = 4.1 m.
      const share = await once(() => named('slider', 'Share of the frame’s height'));
      share.focus();
      await hand().keyboard('{Home}');
      await hand().keyboard('{ArrowRight>45/}');
      await once(() => expect(said('dialog', /./)).to.match(/4\.1 m, give or take 21 %/));
      await shut();
      token('4.1 m');
      await press(/m\/s$/);
      await hand().click(await once(() => page().getByText('Measure it')));
      (await once(() => button(/at the start: tap/))).focus();
      await hand().keyboard('{Enter}');
      // A second and a half goes by.
      const clock = performance.now.bind(performance);
      performance.now = () => clock() + 1500;
      try {
        (await once(() => button(/at the end: tap/))).focus();
        await hand().keyboard('{Enter}');
      } finally {
        performance.now = clock;
      }
      await once(() => expect(said('dialog', /./)).to.match(/m\/s, give or take/));
      await once(async () => expect((await documentOf('Ferry Steps')).subject.speedFrom?.by).to.equal('stopwatch'));
      expect((await documentOf('Ferry Steps')).subject.distanceFrom?.by).to.equal('framing');
    });

    it('answers what cannot work at its token, and keeps the last good plan', async () => {
      await plan('Sluice');
      const good = value('Shutter');
      await press('25 m');
      // What stands nearby says which way to drag.
      await once(() => expect(said('dialog', /./)).to.match(/At 17 m.+; at 38 m.+\./));
      await type('Distance', '0.2');
      expect(said('alert', '')).to.match(/inside the 400 mm lens; it needs more than 0\.42 m/);
      expect(value('Shutter')).to.equal(good);
      await once(() => expect(says()).to.include('Last plan that worked.'));
      // What cannot be used is kept as typed, and stays out of everything else.
      expect((await documentOf('Sluice')).subject.distanceM).to.equal(25);
      await type('Distance', 'a few');
      await once(() => expect(said('dialog', /./)).to.include('Give a number'));
      await type('Distance', '20');
      await shut();
      button(/^Distance: 20.m$/);
      await once(async () => expect((await documentOf('Sluice')).subject.distanceM).to.equal(20));
    });

    it('says at the light when nothing works there, and what would help', async () => {
      await plan('Skate hall');
      await press(/^EV/);
      await type('EV at ISO 100', '-2');
      await shut();
      await once(() => button(/^How much light: EV.−2\.0\. ./));
      const help = said('region', 'What would help');
      expect(help).to.match(/light/i);
      // Skaters are athletes behind a barrier: nobody asks them to stop or goes nearer.
      expect(help).not.to.match(/ask|nearer/i);
    });

    it('takes changes back one by one, makes them again, and goes back to how it was opened', async () => {
      await plan('Boathouse');
      await press('7 m');
      await type('Distance', '9');
      await shut();
      await press(/^EV/);
      await type('EV at ISO 100', '8');
      await shut();
      token('9 m');
      token('EV 8.0');
      await hand().keyboard('{Control>}z{/Control}');
      await once(() => token('EV 6.5'));
      await hand().click(first('Redo'));
      await once(() => token('EV 8.0'));
      await openList();
      await hand().click(await once(() => button('As it was when I opened it')));
      await once(() => token('EV 6.5'));
      token('7 m');
      // That was a step too.
      await hand().click(first('Undo'));
      await once(() => token('EV 8.0'));
    });

    it('adds a body and a lens of one’s own, and says what of them is a guess', async () => {
      await plan('Boathouse');
      await press('Full frame 24 MP');
      await hand().click(await once(() => button('Add my own body')));
      await type('Megapixels', 'many');
      await hand().click(button('Add body'));
      expect(said('dialog', /./)).to.include('Give it a name').and.to.include('Give a number, such as 24.');
      await type('Name', 'Large format 33 MP');
      await type('Megapixels', '4000');
      await once(() => expect(says()).to.include('Must be at most 400.'));
      await pick('Format', 'Another size');
      await type('Width, mm', '44');
      await type('Height, mm', '33');
      await type('Megapixels', '33');
      await hand().click(button('Add body'));
      await once(() => token('Large format 33 MP'));
      await press('Large format 33 MP');
      await once(() => expect(said('dialog', /./)).to.include('Our guess until you measure').and.to.include('stabiliser'));
      await shut();
      await press(/85 mm/);
      await hand().click(await once(() => button('Add my own lens')));
      await type('Shortest, mm', '24');
      await type('Longest, mm', '120');
      await type('Widest f/ at the shortest', '2.8');
      await type('Widest f/ at the longest', '4');
      await hand().click(button('Add lens'));
      // The focal length of a zoom is a value of its own, and it opens there again.
      await once(() => token('85 mm'));
      await press('85 mm');
      await type('Focal length', '120');
      await shut();
      await once(() => token('120 mm'));
      expect(cell('Aperture').textContent).to.include('f/4');
    });
  });

  describe('the shelf of briefs', () => {
    it('makes, names, duplicates and deletes a brief, and takes the deletion back', async () => {
      await plan('Ferry Steps');
      await openList();
      await hand().click(await once(() => button('New brief')));
      const situations = await once(() => named('list', 'Situations to begin from'));
      expect(situations.querySelectorAll('li').length).to.equal(12);
      await hand().click(button(/Someone walking at night/));
      await once(() => expect(title()).to.include('Someone walking at night'));
      await openList();
      await type('Name of this brief', 'Lamp street');
      await shut();
      await openList();
      await hand().click(await once(() => button('Duplicate')));
      await once(() => expect(title()).to.include('Lamp street, copy'));
      await openList();
      await hand().click(await once(() => button('Delete')));
      await once(() => expect(title()).not.to.include('copy'));
      // The message's own, not that of the brief's changes.
      await hand().click(
        await once(() =>
          house
            .library()
            .within(
              page()
                .getAllByText(/deleted/i)[0]!
                .closest('li')!,
            )
            .getByText('Undo'),
        ),
      );
      await once(() => expect(title()).to.include('Lamp street, copy'));
    });
  });

  describe('the instrument', () => {
    it('pins a value where it is stepped to, solves the rest round it, and lets it go again', async () => {
      await plan('Ferry Steps');
      const hush = value('Shutter');
      const { within } = house.library();
      for (let i = 0; i < 3; i++) await hand().click(within(cell('Aperture')).getByRole('button', { name: 'A third narrower' }));
      expect(value('Aperture')).to.equal('f/4');
      expect(cell('Aperture').textContent).to.include('Pinned.');
      expect(value('Shutter')).not.to.equal(hush);
      await whySays(/^Your pins: .* less detail than at the hush point/);
      await hand().keyboard('pa');
      expect(value('Aperture')).to.equal('f/2.8');
      expect(value('Shutter')).to.equal(hush);
    });

    it('looks at other takes of the same picture one press away, comes back, and makes one the plan by setting something in it', async () => {
      await plan('Ferry Steps');
      const before = value('Shutter');
      const take = (name: string | RegExp) => named('radio', name);
      const still = take(/if the porter keeps still$/);
      await hand().click(still);
      expect(still.getAttribute('aria-checked')).to.equal('true');
      expect(value('Shutter')).not.to.equal(before);
      expect(still.getAttribute('aria-label')).to.include(value('Shutter').split('s')[0]!.trim());
      await once(() => expect(says()).to.include('the moment setting the cart down'));
      await hand().click(take('The plan'));
      expect(value('Shutter')).to.equal(before);
      await hand().click(take(/^A streak/));
      await hand().click(house.library().within(cell('Aperture')).getByRole('button', { name: 'A third narrower' }));
      // The streak is the brief's own aim now, with its aperture pinned.
      await once(() => token(/streak/i));
      await once(() => take(/^Frozen/));
    });

    it('does all of it by keyboard, and with three pins only says what they give', async () => {
      await plan('Ferry Steps');
      await hand().keyboard('{ArrowUp}');
      expect(value('Aperture')).to.equal('f/3.2');
      await hand().keyboard('[[');
      expect(value('ISO')).to.equal('5000');
      await hand().keyboard('b');
      expect(value('Burst')).to.equal('4');
      await hand().keyboard('ps');
      expect(button('Pin shutter').getAttribute('aria-pressed')).to.equal('true');
      await hand().keyboard('{Shift>}{ArrowRight}{ArrowRight}{/Shift}');
      expect(cell('ISO').textContent).to.include('Too dark.');
      await whySays(/These three need .* of brightening later/);
      expect(said('region', 'What would help')).to.include('Unpin');
      await hand().keyboard('h');
      expect(button('Pin shutter').getAttribute('aria-pressed')).to.equal('false');
    });

    it('changes school in one gesture and lays the schools side by side', async () => {
      await plan('Ferry Steps');
      await hand().click(page().getByRole('radio', { name: 'Clean' }));
      expect(value('ISO')).to.equal('100');
      await whySays(/Clean first:.*Freeze is given up here/);
      await hand().click(button('What comes first, side by side'));
      const table = await once(() => dialog().getByRole('table'));
      expect(table.querySelectorAll('tr').length).to.equal(5);
      await hand().click(dialog().getByRole('button', { name: 'Use Hush' }));
      await once(() => expect(value('Shutter')).to.include('1/200'));
    });

    it('lets movement show, follows it, and refuses a pan with nothing to follow at its token', async () => {
      await plan('Ferry Steps');
      await press(/^Freeze/);
      await hand().click(await once(() => page().getByText('Streak', { selector: '[role=dialog] *' })));
      await whySays(/moves over \d.* % of the picture height/);
      await hand().click(page().getByText('Pan', { selector: '[role=dialog] *' }));
      await whySays(/^Follow the porter: .* % of frames are usable/);
      await shut();
      await press('across the frame');
      await hand().click(await once(() => page().getByText('Towards me')));
      await shut();
      await once(() => button(/Pan\. .*nothing to pan with/));
    });

    it('says what darker buys, what the meter sees, and which shutters are safe from flicker', async () => {
      await plan('Ferry Steps');
      await hand().click(button('More about the picture'));
      await hand().click(await once(() => page().getByText('A stop down')));
      expect(said('dialog', /./)).to.match(/Buys .* of (shutter|ISO)/);
      await shut();
      await hand().click(button('More about the light'));
      (await once(() => named('slider', 'Tone of the subject'))).focus();
      await hand().keyboard('{ArrowLeft>12/}');
      expect(said('dialog', /./)).to.match(/meter would make it ⅓.stop too bright: compensate −⅓/);
      await shut();
      await press('no flicker');
      await hand().click(await once(() => page().getByText('50 Hz mains')));
      expect(said('dialog', /./)).to.match(/Safe from it: .*1\/100/);
    });

    it('looks at another light from the ladder without changing the brief, and tells how to set the camera there', async () => {
      await plan('Boathouse');
      const { within } = house.library();
      const ladder = () => within(named('region', /^Ladder/));
      expect(ladder().getAllByRole('listitem').length).to.be.within(4, 7);
      const now = value('Shutter');
      const steps = page().queryAllByRole('button', { name: 'Undo' }).length;
      const rung = ladder().getAllByRole('listitem').at(-1)!;
      const seen = /^1\/\d+|^\d+/.exec(rung.textContent)![0];
      await hand().click(within(rung).getByRole('button'));
      await once(() => expect(value('Shutter')).to.include(seen));
      expect(said('region', /^Ladder/)).to.include('your brief says EV 6.5');
      // Looking is no change.
      expect(page().queryAllByRole('button', { name: 'Undo' }).length).to.equal(steps);
      await hand().click(button('Back to now'));
      expect(value('Shutter')).to.equal(now);
      expect(said('region', 'Set the camera')).to.include('auto ISO up to');
      await hand().click(within(named('region', 'Set the camera')).getByRole('button', { name: 'All' }));
      const all = await once(() => named('dialog', 'All of the setting'));
      await once(() => expect(all.textContent).to.include('Hyperfocal').and.to.include('Set back'));
    });
  });
});
