import { expect } from 'chai';
import { closePart, placeOf, TIMES, WHOLE_PX } from './close.ts';
import { SETS, type SetName } from './set/index.ts';
import { Lens } from './trace/film.ts';

const HEIGHT = Math.round((WHOLE_PX * 2) / 3);

describe('the close part of a scene', () => {
  for (const name of Object.keys(SETS) as SetName[]) {
    const scene = SETS[name]();
    const { shows, part } = closePart(scene);

    it(`of ${name} lies inside its picture and has what one looks at first in it`, () => {
      expect(shows.left).to.be.within(0, WHOLE_PX - shows.width);
      expect(shows.top).to.be.within(0, HEIGHT - shows.height);
      const { x, y } = placeOf(scene.look, scene.camera, WHOLE_PX);
      expect(x - shows.left).to.be.within(0, shows.width);
      expect(y - shows.top).to.be.within(0, shows.height);
    });

    it(`of ${name} shows each point where the whole picture does, so many times as fine`, () => {
      const whole = new Lens(scene.camera, WHOLE_PX, HEIGHT);
      const [width, height] = [TIMES * shows.width, TIMES * shows.height];
      const close = new Lens({ ...scene.camera, ...part }, width, height);
      // Points before and behind the subject's plane too.
      for (const [across, up, z] of [[0, 0, 0], [0.1, -0.2, 0.3], [-0.4, 0.3, -1.5]] as const) {
        const p = [part.middle[0] + across * part.width, part.middle[1] + up * part.width, z] as const;
        const [column, row, away] = whole.falls(p)!;
        const fallen = close.falls(p)!;
        expect(fallen[0]).closeTo(TIMES * (column - shows.left), 1e-6);
        expect(fallen[1]).closeTo(TIMES * (row - shows.top), 1e-6);
        expect(fallen[2]).closeTo(away, 1e-9);
      }
    }); // prettier-ignore
  }
});

describe('a place of the subject’s plane', () => {
  const camera = { middle: [0.5, 1, 0], width: 2 } as const;

  it('lies where its metres are, from the left and from the top, whatever the size of the picture', () => {
    // Three to two: 2 m wide is 1.333 m high.
    expect(placeOf({ x: 0.5, y: 1 }, camera, 1200)).to.deep.equal({ x: 600, y: 400 });
    expect(placeOf({ x: -0.5, y: 1 + 2 / 3 }, camera, 1200)).to.deep.equal({ x: 0, y: 0 });
    expect(placeOf({ x: 1, y: 0.5 }, camera, 600)).to.deep.equal({ x: 450, y: 350 });
  });
});

describe('what a lens sees', () => {
  const lens = new Lens({ across: 0, height: 0, distance: 2, middle: [0, 0, 0], width: 1 }, 300, 200);

  it('falls on the picture, or beside it by no more than is asked for', () => {
    expect(lens.sees([0.49, 0.32, 0], 0)).equal(true);
    expect(lens.sees([0.52, 0, 0], 0)).equal(false);
    expect(lens.sees([0.52, 0, 0], 7)).equal(true);
    expect(lens.sees([0, -0.36, 0], 7)).equal(false);
  });

  it('is nothing behind it', () => {
    expect(lens.sees([0, 0, 2.5], 1000)).equal(false);
  });
});
