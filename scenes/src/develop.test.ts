import { expect } from 'chai';
import fc from 'fast-check';
import { codeOfLinear, linearOfCode } from '@hushto/core';
import { CODE, cutOf, shadowOf } from './develop.ts';
import type { Film } from './trace/film.ts';

const film = (
  width: number,
  height: number,
  light: (x: number, y: number) => number,
  cover: (x: number, y: number) => number = () => 1,
): Film => ({
  width,
  height,
  light: Float32Array.from({ length: 3 * width * height }, (_, i) => light(Math.floor(i / 3) % width, Math.floor(i / 3 / width))),
  cover: Float32Array.from({ length: width * height }, (_, i) => cover(i % width, Math.floor(i / width))),
  depth: new Float32Array(width * height),
});

describe('developing a scene', () => {
  it('loses no more than half a step of any light, which is 1.5 % from two stops under mid grey up', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.045, max: CODE.top, noNaN: true }), (light) => {
        expect(Math.abs(linearOfCode(codeOfLinear(light, CODE), CODE) / light - 1)).lessThan(0.017);
      }),
    );
    expect(codeOfLinear(0, CODE)).equal(0);
    expect(codeOfLinear(CODE.top, CODE)).equal(255);
  });

  it('keeps five stops under mid grey apart by less than 5 %: brightened, they show no bands', () => {
    const code = codeOfLinear(0.18 / 32, CODE);
    expect(linearOfCode(code + 1, CODE) / linearOfCode(code, CODE)).lessThan(1.05);
  });

  it('cuts out what is covered', () => {
    const square = film(40, 30, () => 1, (x, y) => (x >= 11 && x < 20 && y >= 7 && y < 12 ? 1 : 0)); // prettier-ignore
    expect(cutOf(square)).to.deep.equal({ left: 10, top: 6, width: 10, height: 6 });
  });

  it('finds the shadow of the subject by how much darker it is, and none where it is not', () => {
    const still = film(80, 80, () => 0.4);
    const shaded = film(40, 40, (x) => (x < 20 ? 0.1 : 0.4));
    const { cover } = shadowOf(still, shaded);
    expect(cover[40 * 80 + 10]).to.be.within(0.7, 0.76);
    expect(cover[40 * 80 + 70]).equal(0);
  });
});
