import { expect } from 'chai';
import { numbers } from '../noise.ts';
import { Stage } from '../trace/stage.ts';
import { cross, ORIGIN, size, times, unit, type Vec } from '../vector.ts';
import { SETS, type SetName } from './index.ts';

/** Ground, walls and water go on beyond what is seen: their balls hold only that. */
const ENDLESS_M = 5;

for (const name of Object.keys(SETS) as SetName[]) {
  const scene = SETS[name]();
  const things = [...scene.still, ...scene.parts.flatMap((part) => part.things)];

  describe(`the set of ${name}`, () => {
    it('turns everything by right angles that keep lengths, and left stays left', () => {
      for (const { pose } of things) {
        for (const axis of [pose.x, pose.y, pose.z]) expect(size(axis)).closeTo(1, 1e-6);
        expect(size(cross(pose.x, pose.y).map((c, i) => c - pose.z[i]!) as unknown as Vec)).closeTo(0, 1e-6);
      }
    });

    it('holds everything within its ball, or rays would cut it off', () => {
      const next = numbers(7);
      for (const [i, { solid, middle = ORIGIN, radius }] of things.entries()) {
        if (radius > ENDLESS_M) continue;
        for (let n = 0; n < 300; n++) {
          const way = unit([next() - 0.5, next() - 0.5, next() - 0.5]);
          const [x, y, z] = times(way, radius);
          expect(solid(middle[0] + x, middle[1] + y, middle[2] + z), `thing ${i} at ${way.join()}`).greaterThan(0);
        }
      }
    });

    it('has what it is looked at for: a ray through the most telling place meets the subject, or what stands there', () => {
      const { camera, look, parts, still } = scene;
      const eye: Vec = [camera.across, camera.height, camera.distance];
      const d = unit([look.x - eye[0], look.y - eye[1], -eye[2]]);
      const hit = new Stage(parts.length > 0 ? parts.flatMap((part) => part.things) : still).meet(eye, d, 60);
      expect(hit).not.equal(null);
      if (parts.length > 0) expect(hit!.t).closeTo(camera.distance, 1);
    });
  });
}
