import { expect } from 'chai';
import { aPage } from '../../../test/aPage.ts';

describe('what goes on under the light', () => {
  const { open, page, named, library } = aPage();

  it('stands to the scale of its axis, cut at its ends and left out beyond', async () => {
    const { AxisRows } = await import('./AxisRows.tsx');
    const bar = (key: string, fromMs: number, toMs: number) => ({ key, fromMs, toMs, label: key });
    open(
      <AxisRows
        fromMs={0}
        toMs={1000}
        rows={[
          { name: 'Lamps', bars: [bar('bulbs', 250, 2000), bar('gone', -900, -100)] },
          { name: 'Outing', bars: [] },
        ]}
      >
        <p>12:00</p>
      </AxisRows>,
    );
    const bars = library().within(named('list', 'Lamps')).getAllByRole('listitem');
    expect(bars.map(({ textContent }) => textContent)).to.deep.equal(['bulbs']);
    expect([bars[0]!.style.left, bars[0]!.style.width]).to.deep.equal(['25%', '75%']);
    expect(page().queryByRole('list', { name: 'Outing' })).to.equal(null);
  });
});
