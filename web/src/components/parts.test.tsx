import { takesOf } from '@hushto/core';
import { PORT_ALDER_BRIEFS } from '@hushto/demo';
import { expect } from 'chai';
import type { ReactNode } from 'react';
import { aPage } from '../../test/aPage.ts';

/** Parts by role and name, as a screen reader meets them. The page is a stand-in; journeys meet the real one. */
describe('the parts', () => {
  const { open, page, named, library } = aPage();

  it('a token says what it is beside its value, opens its editor by keyboard and gives the focus back', async () => {
    const { Token } = await import('./Token.tsx');
    await import('./PopupPanel.tsx');
    open(
      <Token title="ISO ceiling" editor={(close) => <button onClick={close}>Take 3200</button>}>
        6400
      </Token>,
    );
    const token = named('button', 'ISO ceiling: 6400');
    expect(token.getAttribute('aria-expanded')).to.equal('false');
    library().fireEvent.keyDown(token, { key: 'Enter' });
    await library().waitFor(() => expect(named('dialog', 'ISO ceiling').textContent).to.include('Take 3200'));
    expect(token.getAttribute('aria-expanded')).to.equal('true');
    library().fireEvent.click(named('button', 'Take 3200'));
    expect(page().queryByRole('dialog')).to.equal(null);
    await library().waitFor(() => expect(document.activeElement).to.equal(token));
  });

  it('a token that cannot work says so in its name, and in its editor', async () => {
    const { Token } = await import('./Token.tsx');
    await import('./PopupPanel.tsx');
    open(
      <Token title="Distance" problem="Stand at least 0.5 m away." editor={() => <p>metres</p>}>
        0.2 m
      </Token>,
    );
    library().fireEvent.click(named('button', 'Distance: 0.2 m. Stand at least 0.5 m away.'));
    await library().waitFor(() => expect(named('alert', '').textContent).to.equal('Stand at least 0.5 m away.'));
  });

  it('a field takes commas, keeps the last number while nonsense is typed, and says what is wanted', async () => {
    const { NumberField } = await import('./NumberField.tsx');
    const taken: number[] = [];
    open(<NumberField label="Distance" value={4} unit="m" onChange={(value) => taken.push(value)} />);
    const field = named('textbox', 'Distance');
    library().fireEvent.change(field, { target: { value: '3,5' } });
    library().fireEvent.change(field, { target: { value: 'a few' } });
    expect(taken).to.deep.equal([3.5]);
    expect(field.getAttribute('aria-invalid')).to.equal('true');
    expect(document.getElementById(field.getAttribute('aria-describedby')!)!.textContent).to.equal('Give a number, such as 4.');
    library().fireEvent.blur(field);
    expect(field.getAttribute('aria-invalid')).to.equal('false');
  });

  it('a choice of a few is a group of radios, one of them on', async () => {
    const { SegmentedControl } = await import('./SegmentedControl.tsx');
    const chosen: string[] = [];
    open(
      <SegmentedControl
        label="The camera"
        value="still"
        options={[
          { value: 'still', label: 'I hold still' },
          { value: 'follow', label: 'I follow it' },
        ]}
        onChange={(value) => chosen.push(value)}
      />,
    );
    expect(named('radio', 'I hold still').getAttribute('aria-checked')).to.equal('true');
    library().fireEvent.click(named('radio', 'I follow it'));
    expect(chosen).to.deep.equal(['follow']);
  });

  it('ways of saying one thing are tabs: arrows go from one to the next, and its fields alone are there', async () => {
    const { Ways } = await import('./Ways.tsx');
    const chosen: string[] = [];
    const ways = [
      { value: 'ev', label: 'EV', panel: <input aria-label="Light in EV" /> },
      { value: 'lux', label: 'Lux', panel: <input aria-label="Light in lux" /> },
    ];
    open(<Ways label="Say it as" way="ev" ways={ways} onChange={(way) => chosen.push(way)} />);
    named('tablist', 'Say it as');
    expect(named('tab', 'EV').getAttribute('aria-selected')).to.equal('true');
    expect(
      page()
        .getAllByRole('textbox')
        .map((field) => field.getAttribute('aria-label')),
    ).to.deep.equal(['Light in EV']);
    expect(document.getElementById(named('tab', 'EV').getAttribute('aria-controls')!)!.querySelector('input')).to.not.equal(null);
    named('tab', 'EV').focus();
    library().fireEvent.keyDown(named('tab', 'EV'), { key: 'ArrowRight' });
    await library().waitFor(() => expect(chosen).to.deep.equal(['lux']));
  });

  it('a switch is pressed by its words too, and says whether it is on', async () => {
    const { Switch } = await import('./Switch.tsx');
    const turned: boolean[] = [];
    const { rerender } = open(<Switch on={false} onChange={(on) => turned.push(on)}>Keep small previews</Switch>); // prettier-ignore
    expect(named('switch', 'Keep small previews').getAttribute('aria-checked')).to.equal('false');
    library().fireEvent.click(page().getByText('Keep small previews'));
    rerender(<Switch on onChange={(on) => turned.push(on)}>Keep small previews</Switch>); // prettier-ignore
    expect(named('switch', 'Keep small previews').getAttribute('aria-checked')).to.equal('true');
    library().fireEvent.click(named('switch', 'Keep small previews'));
    expect(turned).to.deep.equal([true, false]);
  });

  it('what is behind a title is not on the page before it is opened', async () => {
    const { Disclosure } = await import('./Disclosure.tsx');
    open(<Disclosure title="Measure it"><p>By stopwatch</p></Disclosure>); // prettier-ignore
    const title = named('button', 'Measure it');
    expect([title.getAttribute('aria-expanded'), page().queryByText('By stopwatch')]).to.deep.equal(['false', null]);
    library().fireEvent.click(title);
    expect([title.getAttribute('aria-expanded'), page().queryByText('By stopwatch') === null]).to.deep.equal(['true', false]);
  });

  it('a question has its focus on leaving things, is not answered by pressing beside it, and says which answer was given', async () => {
    const { Question } = await import('./Question.tsx');
    const given: string[] = [];
    const answer = (what: string) => () => void given.push(what);
    open(
      <Question title="Back to yesterday?" yes="Restore it" no="Leave it" onYes={answer('yes')} onClose={answer('shut')}>
        Everything will be as it was then.
      </Question>,
    );
    const dialog = named('alertdialog', 'Back to yesterday?');
    expect(document.getElementById(dialog.getAttribute('aria-describedby')!)!.textContent).to.equal(
      'Everything will be as it was then.',
    );
    await library().waitFor(() => expect(document.activeElement).to.equal(named('button', 'Leave it')));
    library().fireEvent.pointerDown(document.body);
    expect(given).to.deep.equal([]);
    library().fireEvent.click(named('button', 'Restore it'));
    expect(given[0]).to.equal('yes');
    given.length = 0;
    library().fireEvent.click(named('button', 'Leave it'));
    expect(given).to.deep.equal(['shut']);
  });

  it('one of several things to do is chosen by keyboard', async () => {
    const { ActionMenu } = await import('./ActionMenu.tsx');
    const { FileDown } = await import('lucide-react');
    const done: string[] = [];
    const actions = ['JPEG', 'DNG'].map((name) => ({ name, onPick: () => void done.push(name) }));
    open(<ActionMenu title="Save it as" icon={FileDown} actions={actions} />);
    library().fireEvent.keyDown(named('button', 'Save it as'), { key: 'Enter' });
    await library().waitFor(() => named('menuitem', 'DNG'));
    library().fireEvent.keyDown(named('menuitem', 'DNG'), { key: 'Enter' });
    expect(done).to.deep.equal(['DNG']);
    expect(page().queryByRole('menu')).to.equal(null);
  });

  it('toggles go off when pressed again; of some only one is on, of others several', async () => {
    const { Toggles } = await import('./Toggles.tsx');
    const said: string[][] = [];
    const options = ['sharp', 'soft'].map((value) => ({ value, label: value }));
    const { rerender } = open(<Toggles label="Verdict" oneAtMost on={['sharp']} options={options} onChange={(on) => said.push(on)} />); // prettier-ignore
    library().fireEvent.click(named('button', 'sharp'));
    library().fireEvent.click(named('button', 'soft'));
    rerender(<Toggles label="Stance" on={['sharp']} options={options} onChange={(on) => said.push(on)} />);
    library().fireEvent.click(named('button', 'soft'));
    library().fireEvent.click(named('button', 'sharp'));
    named('group', 'Stance');
    expect(said).to.deep.equal([[], ['soft'], ['sharp', 'soft'], []]);
  });

  it('a list that scrolls can be reached by the keyboard, under its name', async () => {
    const { Scrolls } = await import('./Scrolls.tsx');
    open(<Scrolls label="Readings" className="max-h-80"><p>EV 4.0</p></Scrolls>); // prettier-ignore
    expect(named('region', 'Readings').tabIndex).to.equal(0);
  });

  it('takes are radios that say what to set and what it costs', async () => {
    const { TakeChips } = await import('./TakeChips.tsx');
    const brief = PORT_ALDER_BRIEFS[0]!;
    const takes = takesOf(brief);
    const taken: (string | null)[] = [];
    open(<TakeChips brief={brief} takes={takes} taken={takes[0]!} lines="" onTake={(code) => taken.push(code)} />);
    expect(named('radio', /if the porter keeps still$/).getAttribute('aria-checked')).to.equal('true');
    expect(named('radio', 'The plan').getAttribute('aria-checked')).to.equal('false');
    expect(document.body.textContent).to.include('the moment setting the cart down');
    library().fireEvent.click(named('radio', 'The plan'));
    expect(taken).to.deep.equal([null]);
  });

  it('a slider is read aloud as the sentence over it', async () => {
    const { SaidSlider } = await import('./Slider.tsx');
    open(
      <SaidSlider
        says="Shadows must show 3 stops down"
        label="Deepest shadow"
        value={3}
        min={0}
        max={6}
        steps={18}
        onChange={() => {}}
      />,
    );
    const slider = named('slider', 'Deepest shadow');
    expect(slider.getAttribute('aria-valuetext')).to.equal('Shadows must show 3 stops down');
    expect(slider.getAttribute('aria-valuenow')).to.equal('9');
  });

  it('a list is found by a thing’s other names, and says where nothing is', async () => {
    const { PickList } = await import('./PickList.tsx');
    const picked: string[] = [];
    open(
      <PickList
        label="Subjects"
        searchable
        value="walker"
        items={[
          { id: 'walker', label: 'A walker', group: 'Street' },
          { id: 'ape', label: 'An ape among leaves', group: 'Wildlife', also: 'gorilla monkey' },
        ]}
        onPick={(id) => picked.push(id)}
        empty="Nothing by that name."
      />,
    );
    const find = named('combobox', 'Find in subjects');
    library().fireEvent.change(find, { target: { value: 'gorilla' } });
    expect(page().queryByText('A walker')).to.equal(null);
    library().fireEvent.click(named('option', /An ape among leaves/));
    expect(picked).to.deep.equal(['ape']);
    library().fireEvent.change(find, { target: { value: 'submarine' } });
    expect(document.body.textContent).to.include('Nothing by that name.');
  });

  it('a sheet is a dialog by its title, with a way out', async () => {
    const { Sheet } = await import('./Sheet.tsx');
    let closed = 0;
    open(
      <Sheet title="A steadiness test" onClose={() => (closed += 1)}>
        <p>18 frames</p>
      </Sheet>,
    );
    expect(named('dialog', 'A steadiness test').textContent).to.include('18 frames');
    library().fireEvent.click(named('button', 'Close'));
    expect(closed).to.equal(1);
  });

  it('a Valley in little says nothing that does not stand beside it in words', async () => {
    const [{ MiniValley }, { planWithoutLadder }] = await Promise.all([import('./MiniValley.tsx'), import('@hushto/core')]);
    open(<MiniValley plan={planWithoutLadder(PORT_ALDER_BRIEFS[0]!)} />);
    const drawing = document.querySelector('svg')!;
    expect(drawing.getAttribute('aria-hidden')).to.equal('true');
    const points = drawing.querySelector('polyline')!.getAttribute('points')!.split(' ');
    expect(points.length).to.be.within(10, 25);
    // Right is faster, down is better: the plan stands in the middle, near the foot.
    expect(Number(drawing.querySelector('circle')!.getAttribute('cx'))).to.equal(48);
  });

  it('a table says its heads once to those who listen, and keeps them for the cards it becomes on a phone', async () => {
    const { Table } = await import('./Table.tsx');
    open(
      <Table caption="Every choice" heads={['Choice', 'You kept', { says: 'Share, "95 %"', className: 'text-right' }]}>
        <tbody>
          <tr>
            <th scope="row">1</th>
            <td>1/80</td>
            <td>0.4</td>
          </tr>
        </tbody>
      </Table>,
    );
    const table = named('table', 'Every choice') as HTMLTableElement;
    expect(page().getAllByRole('columnheader').map(({ textContent }) => textContent)).to.deep.equal(['Choice', 'You kept', 'Share, "95 %"']); // prettier-ignore
    // As text of a style, a quotation mark in it escaped.
    expect(table.style.getPropertyValue('--head-2')).to.equal('"You kept"');
    expect(table.style.getPropertyValue('--head-3')).to.equal(String.raw`"Share, \"95 %\""`);
    expect(named('columnheader', /Share/).className).to.equal('text-right');
  });

  describe('a hint', () => {
    const openHinted = async (): Promise<() => string> => {
      const { useHinted } = await import('./useHinted.ts');
      const Page = () => {
        const hinted = useHinted();
        return (
          <>
            <button data-hint="Undo (Ctrl Z)">Undo</button>
            <output>{hinted?.dataset['hint'] ?? 'none yet'}</output>
          </>
        );
      };
      open(<Page />);
      return () => page().getByRole('status').textContent;
    };

    it('is for a pointer that can rest, not for a thumb', async () => {
      const says = await openHinted();
      const over = (pointerType: string): void =>
        library().act(
          () => void named('button', 'Undo').dispatchEvent(new PointerEvent('pointerover', { pointerType, bubbles: true })),
        );
      over('touch');
      expect(says()).to.equal('none yet');
      over('mouse');
      expect(says()).to.equal('Undo (Ctrl Z)');
    });

    it('comes where one goes by Tab, not over what the focus comes back to when an editor closes', async () => {
      const says = await openHinted();
      const after = (key: string): void => {
        library().fireEvent.keyDown(document.body, { key });
        library().fireEvent.focusIn(named('button', 'Undo'));
      };
      after('Escape');
      expect(says()).to.equal('none yet');
      library().fireEvent.keyDown(document.body, { key: 'Tab' });
      library().fireEvent.pointerDown(document.body);
      library().fireEvent.focusIn(named('button', 'Undo'));
      expect(says()).to.equal('none yet');
      after('Tab');
      expect(says()).to.equal('Undo (Ctrl Z)');
    });
  });

  describe('keys', () => {
    const pressed: string[] = [];
    /** What has registered keys, and what stands beside it on the page. */
    const openKeys = async (beside: ReactNode): Promise<void> => {
      const [{ HotkeysProvider }, { useShortcuts }] = await Promise.all([
        import('react-hotkeys-hook'),
        import('./useShortcuts.ts'),
      ]);
      const Everywhere = () => {
        useShortcuts({ d: ['Paper or Dim', () => pressed.push('d')], 'shift+?': ['This list', () => pressed.push('?')] });
        return null;
      };
      const Screen = () => {
        useShortcuts({
          left: ['Shutter, a third', () => pressed.push('left')],
          right: ['Shutter, a third', () => pressed.push('right')],
          b: ['One frame more', () => pressed.push('b')],
          'shift+b': ['One frame fewer', () => pressed.push('B')],
          'p>b': ['Pin the burst', () => pressed.push('pin')],
          'mod+z': ['Undo', () => pressed.push('undo')],
        });
        return null;
      };
      open(
        <HotkeysProvider>
          <Everywhere />
          <Screen />
          {beside}
        </HotkeysProvider>,
      );
    };
    const press = (keys: (string | KeyboardEventInit)[], on: Element = document.body): string[] => {
      pressed.length = 0;
      for (const key of keys) library().fireEvent.keyDown(on, typeof key === 'string' ? { key } : key);
      return [...pressed];
    };

    it('do what the screen says, a second letter another thing than alone, and leave alone what the browser does', async () => {
      await openKeys(null);
      expect(press(['ArrowLeft', 'b', 'p', 'b', 'd'])).to.deep.equal(['left', 'b', 'pin', 'd']);
      expect(
        press([
          { key: 'B', shiftKey: true },
          { key: '?', shiftKey: true },
        ]),
      ).to.deep.equal(['B', '?']);
      expect(
        press([
          { key: 'z', ctrlKey: true },
          { key: 'b', ctrlKey: true },
          { key: 'ArrowLeft', altKey: true },
        ]),
      ).to.deep.equal(['undo']);
    });

    it('belong to what has the focus where that has a use for them, and to a dialog over the page', async () => {
      await openKeys(
        <>
          <input aria-label="Title" />
          <button role="combobox" aria-label="Sort by" />
          <button role="radio" aria-label="I follow it" />
          <span role="slider" aria-label="Shutter speed" data-cursor="" />
        </>,
      );
      for (const field of [named('textbox', 'Title'), named('combobox', 'Sort by')])
        expect(press(['ArrowLeft', 'b'], field)).to.deep.equal([]);
      expect(press(['ArrowLeft', 'b'], named('radio', 'I follow it'))).to.deep.equal(['b']);
      expect(press(['ArrowLeft', 'b'], named('slider', 'Shutter speed'))).to.deep.equal(['left', 'b']);
      library().cleanup();
      await openKeys(<div role="dialog" />);
      expect(press(['ArrowLeft', 'b'])).to.deep.equal([]);
    });

    it('of a single letter can be switched off', async () => {
      const { useSettings } = await import('../state/settings.ts');
      await openKeys(null);
      library().act(() => void useSettings.setState({ letterKeys: false }));
      expect(press(['ArrowLeft', 'b', 'p', 'b'])).to.deep.equal(['left']);
      useSettings.setState({ letterKeys: true });
    });

    it('are listed as registered: the screen’s first, what is everywhere last, the same words once', async () => {
      const { ShortcutList } = await import('./ShortcutList.tsx');
      await openKeys(<ShortcutList onClose={() => undefined} />);
      const keysOf = (line: Element): string => [...line.querySelectorAll('kbd')].map((key) => key.textContent).join(' ');
      const list = named('dialog', 'Keys').querySelector('dl')!;
      expect([...list.children].map((line) => [keysOf(line), line.querySelector('dd')!.textContent])).to.deep.equal([
        ['← →', 'Shutter, a third'],
        ['b', 'One frame more'],
        ['⇧ b', 'One frame fewer'],
        ['p b', 'Pin the burst'],
        ['Ctrl z', 'Undo'],
        ['d', 'Paper or Dim'],
        ['?', 'This list'],
      ]);
    });
  });
});
