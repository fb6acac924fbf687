/** Balls sorted into a tree of boxes, so that a ray or a point asks few of them. */
export class BallTree {
  /** Six numbers a node: the least and most x, y, z. */
  readonly #boxes: Float64Array;
  /** For each node where its second child is, and for leaves −1 − the first of their balls. */
  readonly #next: Int32Array;
  readonly #count: Int32Array;
  readonly #order: Int32Array;
  readonly #balls: Float64Array;
  readonly #stack = new Int32Array(64);
  #nodes = 0;

  /** @param balls x, y, z and radius of each */
  constructor(balls: Float64Array) {
    const length = balls.length / 4;
    this.#balls = balls;
    this.#order = Int32Array.from({ length }, (_, i) => i);
    this.#boxes = new Float64Array(6 * Math.max(1, 2 * length));
    this.#next = new Int32Array(Math.max(1, 2 * length));
    this.#count = new Int32Array(Math.max(1, 2 * length));
    if (length > 0) this.#build(0, length);
  }

  #build(from: number, to: number): number {
    const node = this.#nodes++;
    const box = this.#boxes.subarray(6 * node, 6 * node + 6);
    box.set([Infinity, Infinity, Infinity, -Infinity, -Infinity, -Infinity]);
    for (let k = from; k < to; k++)
      for (let axis = 0; axis < 3; axis++) {
        const [at, radius] = [this.#balls[4 * this.#order[k]! + axis]!, this.#balls[4 * this.#order[k]! + 3]!];
        box[axis] = Math.min(box[axis]!, at - radius);
        box[axis + 3] = Math.max(box[axis + 3]!, at + radius);
      }
    if (to - from <= 3) {
      this.#next[node] = -1 - from;
      this.#count[node] = to - from;
      return node;
    }
    const longest = [0, 1, 2].reduce((a, b) => (box[a + 3]! - box[a]! >= box[b + 3]! - box[b]! ? a : b));
    this.#order.subarray(from, to).sort((a, b) => this.#balls[4 * a + longest]! - this.#balls[4 * b + longest]!);
    const middle = (from + to) >> 1;
    this.#build(from, middle);
    this.#next[node] = this.#build(middle, to);
    return node;
  }

  /**
   * Balls that a ray may meet between two distances; their indices go to `found`.
   * @returns how many
   */
  alongRay(
    ox: number,
    oy: number,
    oz: number,
    dx: number,
    dy: number,
    dz: number,
    near: number,
    far: number,
    found: Int32Array,
  ): number {
    let count = 0;
    if (this.#nodes === 0) return 0;
    const [ix, iy, iz] = [1 / dx, 1 / dy, 1 / dz];
    const stack = this.#stack;
    let top = 0;
    stack[top++] = 0;
    const boxes = this.#boxes;
    while (top > 0) {
      const node = stack[--top]!;
      const b = 6 * node;
      const x0 = (boxes[b]! - ox) * ix;
      const x1 = (boxes[b + 3]! - ox) * ix;
      const y0 = (boxes[b + 1]! - oy) * iy;
      const y1 = (boxes[b + 4]! - oy) * iy;
      const z0 = (boxes[b + 2]! - oz) * iz;
      const z1 = (boxes[b + 5]! - oz) * iz;
      const enters = Math.max(near, Math.min(x0, x1), Math.min(y0, y1), Math.min(z0, z1));
      const leaves = Math.min(far, Math.max(x0, x1), Math.max(y0, y1), Math.max(z0, z1));
      if (enters > leaves) continue;
      const next = this.#next[node]!;
      if (next < 0) for (let k = -1 - next; k < -1 - next + this.#count[node]!; k++) found[count++] = this.#order[k]!;
      else {
        stack[top++] = next;
        stack[top++] = node + 1;
      }
    }
    return count;
  }

  /** Balls nearer to a point than `far`; their indices go to `found`. */
  round(x: number, y: number, z: number, far: number, found: Int32Array): number {
    let count = 0;
    if (this.#nodes === 0) return 0;
    const stack = this.#stack;
    let top = 0;
    stack[top++] = 0;
    const boxes = this.#boxes;
    while (top > 0) {
      const node = stack[--top]!;
      const b = 6 * node;
      if (x < boxes[b]! - far || y < boxes[b + 1]! - far || z < boxes[b + 2]! - far) continue;
      if (x > boxes[b + 3]! + far || y > boxes[b + 4]! + far || z > boxes[b + 5]! + far) continue;
      const next = this.#next[node]!;
      if (next < 0) for (let k = -1 - next; k < -1 - next + this.#count[node]!; k++) found[count++] = this.#order[k]!;
      else {
        stack[top++] = next;
        stack[top++] = node + 1;
      }
    }
    return count;
  }
}
