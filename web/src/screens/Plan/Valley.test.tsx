import { planWithoutLadder, shutterMarks, type Brief, type GateName } from '@hushto/core';
import { PORT_ALDER_BRIEFS } from '@hushto/demo';
import { expect } from 'chai';
import { aPage } from '../../../test/aPage.ts';

const ALL_GATES: readonly GateName[] = ['freeze', 'hold', 'light', 'depth', 'flicker', 'focus'];
const SIZE = { width: 520, height: 420, stemUp: 40 };

describe('the Valley', () => {
  const { open, page, named, library } = aPage();

  const valleyOf = async (brief: Brief, moved: { third: number; onMove: (third: number | null) => void } | null = null) => {
    const { Valley } = await import('./Valley.tsx');
    const plan = planWithoutLadder(brief);
    const row = plan.gateRows[0];
    return (
      <Valley
        plan={plan}
        aim={brief.picture.aim}
        third={moved?.third ?? shutterMarks.nearest(plan.choice.shutterS)}
        moved={moved !== null}
        gateValues={() => Object.fromEntries(ALL_GATES.map((gate) => [gate, 'said'])) as Record<GateName, string>}
        gatesAt={() => row?.gates ?? plan.figures.gates}
        spoken="1/200 s, the hush point"
        view="at 2048 wide"
        onMove={moved?.onMove ?? (() => undefined)}
        {...SIZE}
      />
    );
  };

  it('stands in every light, from none to more than any mark can take, and draws nothing that is no number', async () => {
    let lone = 0;
    for (const brief of PORT_ALDER_BRIEFS)
      for (let ev100 = -8; ev100 <= 24; ev100++) {
        const lit = { ...brief, light: { ...brief.light, ev100 } };
        if (planWithoutLadder(lit).curve.length < 2) lone += 1;
        open(await valleyOf(lit));
        named('slider', 'Shutter speed');
        expect(document.body.innerHTML, `${brief.title} at EV ${ev100}`).not.to.match(/NaN|Infinity|undefined/);
        library().cleanup();
      }
    // A light in which a single mark does, and one in which none does, were among them.
    expect(lone).to.be.greaterThan(1);
  }).timeout(60_000);

  it('stands with all three values pinned, though the light leaves one mark', async () => {
    const { picture, light, ...brief } = PORT_ALDER_BRIEFS[0]!;
    const pinned = { shutterS: 1 / 4000, fNumber: 5.6, iso: 100, burst: null };
    open(await valleyOf({ ...brief, picture: { ...picture, pinned }, light: { ...light, ev100: 17 } }));
    named('slider', 'Shutter speed');
    expect(document.body.innerHTML).not.to.match(/NaN|undefined/);
  });

  it('marks the shutters that are safe from flicker, where there is any', async () => {
    const brief = PORT_ALDER_BRIEFS[0]!;
    open(await valleyOf(brief));
    expect(page().queryByRole('img', { name: /Safe from flicker/ })).to.equal(null);
    library().cleanup();
    // Lamps on mains of 50 Hz pulse at 100: whole pulses are 1/100, 1/50 and so on.
    open(await valleyOf({ ...brief, light: { ...brief.light, flicker: { frequencyHz: 100, modulation: 0.4 } } }));
    expect(named('img', /Safe from flicker: .*1\/50/)).to.not.equal(null);
  });

  it('moves by arrows a third, by pages a stop, and lets go of the cursor on the hush point', async () => {
    const brief = PORT_ALDER_BRIEFS[0]!;
    const hush = shutterMarks.nearest(planWithoutLadder(brief).choice.shutterS);
    const went: (number | null)[] = [];
    open(await valleyOf(brief, { third: hush + 1, onMove: (third) => went.push(third) }));
    const flag = named('slider', 'Shutter speed');
    expect(flag.getAttribute('aria-valuetext')).to.equal('1/200 s, the hush point');
    for (const key of ['ArrowRight', 'ArrowLeft', 'PageUp', 'Tab']) library().fireEvent.keyDown(flag, { key });
    expect(went).to.deep.equal([hush + 2, null, hush + 4]);
    expect(page().getByRole('group', { name: /^Detail lost to blur and grain/ })).to.not.equal(null);
  });
});
