import { expect } from 'chai';
import { aPage } from '../../../test/aPage.ts';

describe('the page of parts', () => {
  const { open, page, named } = aPage();

  it('shows all of them in both themes, each under its name', async () => {
    const { PartsScreen } = await import('./PartsScreen.tsx');
    open(<PartsScreen />);
    for (const theme of ['Paper', 'Dim']) named('heading', theme);
    for (const part of ['Buttons', 'Choices', 'Fields', 'Panels and lists', 'Words and figures'])
      expect(page().getAllByRole('region', { name: part }), part).to.have.length(2);
    expect(
      page()
        .getAllByRole('button', { name: 'Cannot' })
        .every((button) => (button as HTMLButtonElement).disabled),
    ).to.equal(true);
  });
});
