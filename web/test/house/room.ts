import { expect } from 'chai';
import type { AHouse } from './aHouse.ts';

/** What one finds and does in a room, by role and name; tokens, cells and the list of briefs are those of Plan. */
export function inARoom({ page, named, hand, library }: AHouse) {
  const plain = (text: string | null): string => (text ?? '').replace(/[\u00a0\u202f]/g, ' ').trim();
  const sentence = () => library().within(named('region', 'Brief'));
  const cell = (name: string): HTMLElement => named('group', name);
  const dialog = () => library().within(page().getByRole('dialog'));
  /** Once it is so: stores and words follow a moment later. */
  const once = <Found>(check: () => Found | Promise<Found>): Promise<Found> => library().waitFor(check, { timeout: 8000 });
  const room = {
    once,
    cell,
    dialog,
    /** A value of the sentence, by what it says. */
    token: (text: RegExp | string): HTMLElement => {
      const said = sentence()
        .getAllByRole('button')
        .filter((button) =>
          typeof text === 'string' ? plain(button.textContent) === text : text.test(plain(button.textContent)),
        );
      expect(said, `tokens that say ${text}`).to.have.length(1);
      return said[0]!;
    },
    press: (text: RegExp | string): Promise<void> => hand().click(room.token(text)),
    value: (name: string): string => plain(cell(name).querySelector('output')!.textContent),
    said: (role: string, name: string | RegExp): string => plain(named(role, name).textContent),
    whySays: (words: RegExp) => once(() => expect(room.said('list', 'Why')).to.match(words)),
    title: (): string => plain(page().getByRole('button', { name: /Open the list of briefs/ }).textContent),
    openList: (): Promise<void> => hand().click(page().getByRole('button', { name: /Open the list of briefs/ })),
    /** Types into a field in place of what it holds. */
    type: async (field: string | RegExp, text: string): Promise<void> => {
      const box = await once(() => page().getByRole('textbox', { name: field }));
      await hand().clear(box);
      await hand().type(box, text);
    },
    shut: (): Promise<void> => hand().keyboard('{Escape}'),
    /** Picks from a list that opens over its field. @param option its words, or its place in the list */
    pick: async (field: RegExp | string, option: RegExp | string | number): Promise<void> => {
      (await once(() => page().getByRole('combobox', { name: field }))).focus();
      await hand().keyboard('{Enter}');
      const chosen = (): HTMLElement =>
        typeof option === 'number' ? page().getAllByRole('option')[option]! : page().getByRole('option', { name: option });
      await hand().click(await once(chosen));
    },
  };
  return room;
}
