import { fineness } from '../fineness.ts';
import { chance, noise, numbers } from '../noise.ts';
import { along, cross, directionOutOf, dot, minus, outOf, times, unit, ORIGIN, type Vec } from '../vector.ts';
import type { Film, Lens } from './film.ts';
import type { Lighting } from './light.ts';
import { normalOf, Stage } from './stage.ts';
import type { Coat, Thing } from './thing.ts';

const PIECES = 7;
/** Strands rooted so far outside the picture are drawn: they reach in. */
const MARGIN_PX = 9;
/** A strand lies before what is this much nearer, m: it may dip into the surface it grows from. */
const SUNK = 0.012;

/** The lens of the whole picture, by which strands are chosen, and that of the film they are drawn on: a part, finer, shows the same ones. */
interface Lenses {
  all: Lens;
  lens: Lens;
}

/**
 * Grows the coat of a thing over the film: each strand rooted where a random line meets the surface (lines through a ball meet every
 * patch as often as it is large), bent by its curl and weight, and lit as a thin cylinder (Kajiya & Kay, SIGGRAPH 1989; from memory).
 */
export function grow(
  film: Film,
  thing: Thing,
  coat: Coat,
  whole: Stage,
  lighting: Lighting,
  { all, lens }: Lenses,
  seed: number,
): number {
  const next = numbers(seed);
  const alone = new Stage([{ ...thing, pose: thing.pose }]);
  const { middle = ORIGIN, radius, pose } = thing;
  const centre = outOf(pose, middle);
  const lines = Math.round(coat.perM2 * 4 * Math.PI * radius * radius);
  const strands: { root: Vec; own: Vec; normal: Vec; away: number }[] = [];
  for (let n = 0; n < lines; n++) {
    const way = onBall(next);
    const side = unit(cross(way, Math.abs(way[1]) < 0.9 ? [0, 1, 0] : [1, 0, 0]));
    const [out, turn] = [radius * Math.sqrt(next()), 2 * Math.PI * next()];
    const off = along(along(centre, side, out * Math.cos(turn)), cross(way, side), out * Math.sin(turn));
    // Lines that look away from the lens meet the back.
    if (dot(way, minus(centre, lens.eye)) < -0.35 * lens.eye[2]) continue;
    const hit = alone.meet(along(off, way, -radius), way, 2 * radius);
    if (!hit) continue;
    if (coat.density && next() > coat.density(...hit.own)) continue;
    const normal = normalOf(thing, hit.own, 0.002);
    const root = along(along(off, way, -radius), way, hit.t);
    if (dot(directionOutOf(pose, normal), unit(minus(lens.eye, root))) < -0.35) continue;
    if (!all.sees(root, MARGIN_PX)) continue;
    strands.push({ root, own: hit.own, normal, away: Math.hypot(...minus(root, lens.eye)) });
  }
  strands.sort((a, b) => b.away - a.away);
  for (const strand of strands) drawStrand(film, strand, thing, coat, whole, lighting, lens, next);
  return strands.length;
}

function onBall(next: () => number): Vec {
  const z = 2 * next() - 1;
  const [r, turn] = [Math.sqrt(1 - z * z), 2 * Math.PI * next()];
  return [r * Math.cos(turn), z, r * Math.sin(turn)];
}

function drawStrand(
  film: Film,
  { root, own, normal }: { root: Vec; own: Vec; normal: Vec },
  { pose }: Thing,
  coat: Coat,
  whole: Stage,
  lighting: Lighting,
  lens: Lens,
  next: () => number,
): void {
  // As many numbers for each, drawn or not.
  const wild: Vec = [next() - 0.5, next() - 0.5, next() - 0.5];
  const length = coat.length(own) * (0.65 + 0.6 * next());
  const phase = 50 * next();
  const tint = next();
  if (!lens.sees(root, MARGIN_PX + 1.2 * length * lens.scale)) return;
  const n = directionOutOf(pose, normal);
  let lie = unit(coat.lie(own, normal));
  if (coat.tuft > 0) {
    const [a, b, c] = own.map((v) => Math.round(v / coat.tuft)) as [number, number, number];
    lie = unit(along(lie, [chance(a, b, c) - 0.5, chance(b, c, a) - 0.5, chance(c, a, b) - 0.5], 0.7));
  }
  let way = directionOutOf(pose, unit(along(lie, wild, 1.6 * coat.wild)));
  // Never into the surface.
  const into = dot(way, n);
  if (into < 0.08) way = unit(along(way, n, 0.08 - into));
  const points: Vec[] = [root];
  for (let i = 0; i < PIECES; i++) {
    const p = points[i]!;
    points.push(along(p, way, length / PIECES));
    const f = 2 / length;
    way = unit([
      way[0] + (2 * coat.curl * noise(f * p[0], f * p[1], phase)) / PIECES,
      way[1] + (2 * coat.curl * noise(f * p[0], f * p[1], phase + 9) - coat.hang * 2) / PIECES,
      way[2] + (2 * coat.curl * noise(f * p[0], f * p[1], phase + 20)) / PIECES,
    ]);
  }
  // What is one strand in a scene's whole picture is a lock of thinner hairs in a finer one, which part towards their ends.
  const hairs = Math.max(1, Math.round(fineness.times));
  const key = Math.floor(tint * 1e6);
  const beside = (at: Vec, piece: number, hair: number): Vec => {
    if (hairs === 1) return at;
    const spread = coat.thick * (0.8 + (1.6 * piece) / PIECES);
    return along(at, [chance(key, hair, 1) - 0.5, chance(key, hair, 2) - 0.5, chance(key, hair, 3) - 0.5], spread);
  };
  const tone = coat.colour(own, tint);
  const lit = lightOn(along(root, n, 0.4 * length + 0.003), n, whole, lighting);
  const around = lighting.ambient(n);
  const look = unit(minus(root, lens.eye));
  for (let i = 0; i < PIECES; i++) {
    const [p, q] = [points[i]!, points[i + 1]!];
    const share = (i + 0.5) / PIECES;
    const tangent = unit(minus(q, p));
    const colour: [number, number, number] = [0, 0, 0];
    // Roots lie in the shade of their neighbours.
    const shade = 0.22 + 0.78 * share;
    const seenAcross = Math.sqrt(Math.max(0, 1 - dot(tangent, look) ** 2));
    for (const { way: to, light } of lit) {
      const cosine = dot(tangent, to);
      const sine = Math.sqrt(Math.max(0, 1 - cosine * cosine));
      const shine = coat.gloss * Math.max(0, sine * seenAcross + cosine * dot(tangent, look)) ** 26;
      for (let c = 0; c < 3; c++) colour[c]! += light[c]! * shade * (0.8 * tone[c]! * sine + shine);
    }
    for (let c = 0; c < 3; c++) colour[c]! += around[c]! * tone[c]! * shade;
    const thick = (coat.thick * (1 - 0.5 * share)) / hairs;
    const opacity = share > 0.75 ? (1 - share) * 4 : 1;
    for (let hair = 0; hair < hairs; hair++) {
      const [from, to] = [beside(p, i, hair), beside(q, i + 1, hair)];
      drawLine(film, lens, from, to, thick, opacity, hairs === 1 ? colour : times(colour, 0.7 + 0.6 * chance(key, hair, 5)));
    }
  }
}

/** What of each lamp reaches a point, with the directions. */
function lightOn(p: Vec, n: Vec, whole: Stage, { lamps }: Lighting): { way: Vec; light: Vec }[] {
  const found: { way: Vec; light: Vec }[] = [];
  let strongest = 0;
  for (const { at, light, radius, beam } of lamps) {
    const to = minus(at, p);
    const far = Math.hypot(...to);
    const way: Vec = [to[0] / far, to[1] / far, to[2] / far];
    let k = Math.max(0, (dot(n, way) + 0.45) / 1.45) / (far * far);
    if (beam) k *= Math.min(1, Math.max(0, (-dot(way, beam.to) - beam.ends) / (beam.whole - beam.ends)));
    strongest = Math.max(strongest, k * light[0]);
    if (k * light[0] < 0.02 * strongest || k <= 0) continue;
    k *= whole.open(p, way, far, far / radius);
    if (k > 0) found.push({ way, light: [k * light[0], k * light[1], k * light[2]] });
  }
  return found;
}

/** @param share of the line's own opacity */
function drawLine(film: Film, lens: Lens, p: Vec, q: Vec, thick: number, share: number, colour: Vec): void {
  const [a, b] = [lens.falls(p), lens.falls(q)];
  if (!a || !b) return;
  const steps = Math.max(1, Math.ceil(Math.hypot(b[0] - a[0], b[1] - a[1])));
  const wide = (thick * lens.scale * lens.eye[2]) / a[2];
  const tracks = Math.max(1, Math.round(wide));
  const opacity = share * Math.min(1, (wide / tracks) * Math.min(1, Math.hypot(b[0] - a[0], b[1] - a[1]) / steps + 0.25));
  const long = Math.hypot(b[0] - a[0], b[1] - a[1]) || 1;
  const [sx, sy] = [-(b[1] - a[1]) / long, (b[0] - a[0]) / long];
  for (let i = 0; i < steps; i++) {
    const t = (i + 0.5) / steps;
    for (let k = 0; k < tracks; k++) {
      const off = k - (tracks - 1) / 2;
      splat(
        film,
        a[0] + (b[0] - a[0]) * t + sx * off,
        a[1] + (b[1] - a[1]) * t + sy * off,
        a[2] + (b[2] - a[2]) * t,
        opacity,
        colour,
      );
    }
  }
}

function splat(
  { width, height, light, cover, depth }: Film,
  x: number,
  y: number,
  away: number,
  opacity: number,
  colour: Vec,
): void {
  const [left, top] = [Math.floor(x - 0.5), Math.floor(y - 0.5)];
  const [fx, fy] = [x - 0.5 - left, y - 0.5 - top];
  for (let k = 0; k < 4; k++) {
    const [column, row] = [left + (k & 1), top + (k >> 1)];
    if (column < 0 || row < 0 || column >= width || row >= height) continue;
    const i = row * width + column;
    if (away > depth[i]! + SUNK) continue;
    const share = opacity * (k & 1 ? fx : 1 - fx) * (k >> 1 ? fy : 1 - fy);
    for (let c = 0; c < 3; c++) light[3 * i + c]! += share * (colour[c]! - light[3 * i + c]!);
    cover[i]! += share * (1 - cover[i]!);
  }
}
