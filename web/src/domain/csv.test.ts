import { expect } from 'chai';
import fc from 'fast-check';
import Papa from 'papaparse';
import { csvOf } from './csv.ts';

describe('rows as CSV', () => {
  it('mark what begins like a formula, on every line of a cell', () => {
    const [row] = Papa.parse<Record<string, string>>(csvOf([{ a: '=1+1', b: 'fine\n=SUM(A1)\n@x', c: '-3', d: -3, e: '=a\nb', f: 'a=b' }]), { header: true }).data; // prettier-ignore
    expect(row).to.deep.equal({ a: "'=1+1", b: "fine\n'=SUM(A1)\n'@x", c: "'-3", d: '-3', e: "'=a\nb", f: 'a=b' });
  });

  it('read back as written, whatever the text, and no line of any cell begins a formula', () => {
    fc.assert(
      fc.property(fc.string({ unit: fc.constantFrom('=', '+', '-', '@', 'a', ',', '"', '\n', ' ') }), (text) => {
        const [row] = Papa.parse<{ text: string; end: string }>(csvOf([{ text, end: 'x' }]), { header: true }).data;
        expect(row!.end).to.equal('x');
        for (const line of row!.text.split('\n')) expect(line).not.to.match(/^[=+\-@]/);
        expect(row!.text.replaceAll(/^'(?=[=+\-@])/gm, '')).to.equal(text);
      }),
    );
  });
});
