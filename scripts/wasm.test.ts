import { expect } from 'chai';
import { CONVOLVE_MODULE } from '../core/src/image/convolveModule.ts';
// @ts-expect-error -- a script, not compiled
import { built } from './wasm.mjs';

describe('the module that draws frames', () => {
  it('is what its text says', async () => {
    const bytes = await (built as () => Promise<Uint8Array>)();
    expect([...CONVOLVE_MODULE]).to.deep.equal([...bytes]);
  });
});
