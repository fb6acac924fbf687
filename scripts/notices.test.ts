import { expect } from 'chai';
import { readFileSync } from 'node:fs';
// @ts-expect-error -- a script that runs before anything is built
import { carried } from './notices.mjs';

const packages = carried() as { name: string; version: string; license?: string }[];
/** Terms under which a work may be carried along, by their SPDX names. */
const GOOD =
  /^\(?(MIT|ISC|BSD-[23]-Clause|Apache-2\.0|0BSD|Unlicense|CC0-1\.0|BlueOak-1\.0\.0|Python-2\.0|OFL-1\.1|MPL-2\.0|Zlib)( (OR|AND) [\w.-]+)*\)?$/;

describe('the work of others', () => {
  it('is carried under terms that allow it', () => {
    expect(packages.length).to.be.above(100);
    const others = packages.filter(({ license }) => license !== undefined && !GOOD.test(license));
    expect(others.map(({ name, license }) => `${name}: ${license}`)).to.deep.equal([]);
  });

  it('is named in the notices that the page links to, version by version', () => {
    const text = readFileSync(new URL('../web/public/notices.txt', import.meta.url), 'utf8');
    const missing = packages.filter(({ name, version }) => !text.includes(`${name} ${version} `));
    expect(
      missing.map(({ name }) => name),
      'run npm run notices',
    ).to.deep.equal([]);
  });
});
