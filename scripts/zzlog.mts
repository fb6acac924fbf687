import { testServer } from '../server/test/helpers.ts';
import { createHash } from 'node:crypto';
import { PORT_ALDER_BRIEFS } from '../demo/src/index.ts';
import { tmpdir } from 'node:os';
import { mkdtempSync } from 'node:fs';
const dir = mkdtempSync(tmpdir() + '/hz-');
const s = await testServer({ demo: true, file: dir + '/x.sqlite' });
const briefs = (await s.send('GET', '/api/briefs')).body;
const N = Number(process.argv[2] ?? 100000);
const V = ['keeper','keeper','keeper','hands','subject','focus','grain', undefined, undefined];
let t0 = Date.now();
for (let i = 0; i < N; i += 200) {
  const frames = Array.from({ length: 200 }, (_, j) => {
    const k = i + j; const at = Date.UTC(2024, 0, 1) + k * 40_000 + Math.floor(k / 400) * 8 * 3600_000;
    return { digest: createHash('sha256').update('f' + k).digest('hex'), name: `f${k}.jpg`, bytes: 5e6, takenAt: new Date(at).toISOString(), wallClock: new Date(at).toISOString().slice(0, 19), zoned: true, widthPx: 6000, heightPx: 4000, orientation: 1, camera: ['Full frame 24 MP','APS-C 24 MP'][k % 2], lens: ['85 mm f/1.8','18.3 mm f/2.8'][k % 2], shutterS: 2 ** (-(5 + (k * 7 % 17) / 3)), fNumber: 2.8, iso: 100 * 2 ** ((k * 5 % 20) / 3), focalLengthMm: [85, 18.3, 35, 50, 24][k % 5], equivalentMm: null, briefId: briefs[k % 4].id, ...(V[k * 11 % 9] ? { verdict: V[k * 11 % 9] } : {}) };
  });
  const r = await s.send('POST', '/api/log/frames', { frames });
  if (r.status !== 200) { console.log(JSON.stringify(r.body)); break; }
}
console.log('add', N, Date.now() - t0, 'ms');
const time = async (name: string, url: string) => { const ts = []; for (let i = 0; i < 5; i++) { const t = performance.now(); const r = await s.send('GET', url); ts.push(Math.round(performance.now() - t)); if (r.status !== 200) console.log(r.body); } console.log(name, ts.join(' ')); };
await time('shelf', '/api/log');
await time('page0', '/api/log/frames?limit=100');
await time('page mid', '/api/log/frames?limit=100&offset=' + N / 2);
await time('page end', '/api/log/frames?limit=100&offset=' + (N - 100));
await time('page hands mid', '/api/log/frames?limit=100&verdict=hands&offset=' + Math.round(N / 20));
await time('page none', '/api/log/frames?limit=100&verdict=none&offset=' + Math.round(N / 20));
await time('page figure', '/api/log/frames?limit=100&shutterS.from=0.01&iso.to=3200&offset=1000');
await time('says', '/api/log/says');
await time('says brief', '/api/log/says?brief=' + briefs[0].id);
await s.close();
