import { expect } from 'chai';
import fc from 'fast-check';
import { z } from 'zod';
import { readJsonFile, type UnreadFile } from './jsonFile.ts';

const AnySchema = z.unknown();
const refused = (read: object): Extract<UnreadFile, { issues: unknown }> => {
  if (!('issues' in read)) throw new Error('it was taken');
  return read as Extract<UnreadFile, { issues: unknown }>;
};

/** Something nested whose every number is another, and the ways to them. */
const nested = fc.letrec<{ tree: unknown }>((tie) => ({
  tree: fc.oneof(
    { depthSize: 'small' },
    fc.constant('leaf'),
    fc.array(tie('tree'), { minLength: 1, maxLength: 4 }),
    fc.dictionary(fc.string({ minLength: 1, maxLength: 6 }), tie('tree'), { minKeys: 1, maxKeys: 4 }),
  ),
})).tree;

function numbered(tree: unknown, path: string[], found: { path: string[]; text: string }[]): unknown {
  if (tree === 'leaf') {
    const text = `leaf ${found.length}!`;
    found.push({ path, text });
    return text;
  }
  if (Array.isArray(tree)) return tree.map((child, i) => numbered(child, [...path, String(i)], found));
  return Object.fromEntries(Object.entries(tree as object).map(([key, child]) => [key, numbered(child, [...path, key], found)]));
}

describe('a JSON file', () => {
  it('says on which line each field stands', () => {
    const NeverSchema = z.never();
    fc.assert(
      fc.property(nested, (tree) => {
        const found: { path: string[]; text: string }[] = [];
        const text = JSON.stringify(numbered(tree, [], found), null, 2);
        const { lineOf } = refused(readJsonFile(text, NeverSchema));
        const lines = text.split('\n');
        for (const field of found)
          expect(lineOf(field.path), field.path.join('.')).equal(1 + lines.findIndex((line) => line.includes(`"${field.text}"`)));
      }),
    );
  });

  it('says the line of what should hold a field that is missing', () => {
    const text = '{\n  "kit": {\n    "lens": {\n      "label": "a"\n    }\n  }\n}';
    const { lineOf, issues } = refused(
      readJsonFile(text, z.object({ kit: z.object({ lens: z.object({ label: z.string(), blurUm: z.number() }) }) })),
    );
    expect(issues.map(({ path }) => path.join('.'))).to.deep.equal(['kit.lens.blurUm']);
    expect(lineOf(['kit', 'lens', 'blurUm'])).equal(3);
    expect(lineOf(['kit', 'body', 'pitchUm']), 'nor its holder').equal(2);
    expect(lineOf(['nothing'])).equal(1);
  });

  it('is read as the engine’s own parser reads it', () => {
    fc.assert(
      fc.property(fc.jsonValue(), (value) => {
        const read = readJsonFile(JSON.stringify(value), AnySchema);
        expect('file' in read && read.file).to.deep.equal(JSON.parse(JSON.stringify(value)));
      }),
    );
  });

  it('says where it stops being JSON', () => {
    expect(readJsonFile('{\n  "a": 1,\n  "b": oops\n}', AnySchema)).to.deep.equal({ notJson: { line: 3, column: 8 } });
    expect(readJsonFile('', AnySchema)).to.have.property('notJson');
    expect(readJsonFile('{"a": 1', AnySchema)).to.have.property('notJson');
  });

  it('is brought to today’s version before it is judged, and told of as it was written', () => {
    const CountSchema = z.object({ count: z.number() });
    const today = (file: unknown): unknown => ({ count: (file as { n: unknown }).n });
    expect(readJsonFile('{"n": 3}', CountSchema, today)).to.deep.equal({ file: { count: 3 } });
    expect(refused(readJsonFile('{"n": "three"}', CountSchema, today)).issues[0]!.path).to.deep.equal(['count']);
  });
});
