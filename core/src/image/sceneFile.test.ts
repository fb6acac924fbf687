import { expect } from 'chai';
import fc from 'fast-check';
import { readSceneFile, sceneFile, type Piece } from './sceneFile.ts';

const described = (still: Piece, lamps: Piece) => ({
  width: 30,
  height: 20,
  code: { toe: 0.003, top: 4, over: 16 },
  still,
  lamps,
  parts: [],
  backgroundTimes: 1.5,
  tone: 0.18,
  backgroundStops: 0,
  look: { x: 3, y: 4 },
});

describe('a scene’s file', () => {
  it('gives back the pieces that were put in, whatever they hold, and what is said of them', () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 80 }), fc.uint8Array({ maxLength: 80 }), fc.nat(9), (still, lamps, before) => {
        const file = sceneFile([still, lamps], ([a, b]) => described(a!, b!));
        // As it may lie in the middle of something read.
        const among = new Uint8Array(file.length + before + 5);
        among.set(file, before);
        const { manifest, piece } = readSceneFile(among.subarray(before, before + file.length));
        expect([...piece(manifest.still)]).to.deep.equal([...still]);
        expect([...piece(manifest.lamps)]).to.deep.equal([...lamps]);
        expect(manifest).to.include({ version: 2, width: 30, tone: 0.18 });
      }),
    );
  });

  it('is refused where it is cut short, anywhere, and where it is of another version', () => {
    const file = sceneFile([new Uint8Array(9), new Uint8Array(7)], ([a, b]) => described(a!, b!));
    for (let length = 0; length < file.length; length++)
      expect(() => {
        const { manifest, piece } = readSceneFile(file.slice(0, length));
        piece(manifest.lamps);
      }, `${length} bytes`).to.throw(RangeError);
    const older = new TextEncoder().encode('{"version":1}');
    expect(() => readSceneFile(Uint8Array.from([older.length, 0, 0, 0, ...older]))).to.throw('version 1');
  });
});
