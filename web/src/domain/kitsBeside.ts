import { glassOf, sensorOf, type StoredBody, type StoredBrief, type StoredLens } from '@hushto/contract';
import { AS_PLANNED, sameView, type Brief, type Kit, type Settled } from '@hushto/core';

/** A kit chosen from the shelf. */
export interface ChosenKit {
  bodyId: string;
  lensId: string;
  settled: Settled;
}

export interface Shelf {
  bodies: readonly StoredBody[];
  lenses: readonly StoredLens[];
}

/** Shapes of a picture. */
export const SHAPES = [
  { value: '3:2', label: '3:2', aspect: 3 / 2 },
  { value: '4:3', label: '4:3', aspect: 4 / 3 },
  { value: '1:1', label: '1:1', aspect: 1 },
  { value: '16:9', label: '16:9', aspect: 16 / 9 },
  { value: '4:5', label: '4:5', aspect: 4 / 5 },
] as const;
export type Shape = (typeof SHAPES)[number]['value'];

export const aspectOf = (shape: Shape): number => SHAPES.find(({ value }) => value === shape)!.aspect;

/** The shape of a brief's own sensor, or what is nearest to it. */
export function shapeOf({ kit: { sensor } }: Brief): Shape {
  const own = sensor.widthMm / sensor.heightMm;
  return SHAPES.reduce((a, b) => (Math.abs(Math.log(b.aspect / own)) < Math.abs(Math.log(a.aspect / own)) ? b : a)).value;
}

/** A chosen kit as it stands on the shelf now; null where body or lens is gone. */
export function kitOf({ bodyId, lensId, settled }: ChosenKit, { bodies, lenses }: Shelf): (Kit & { name: string }) | null {
  const body = bodies.find(({ id }) => id === bodyId);
  const lens = lenses.find(({ id }) => id === lensId);
  if (!body || !lens) return null;
  return {
    name: body.document.label,
    sensor: sensorOf(body.document, body.id),
    lens: glassOf(lens.document, lens.id),
    settled,
  };
}

/** Names that tell kits apart: the body's, and the lens's where two share one. */
export function kitNames(kits: readonly (Kit & { name: string })[]): string[] {
  return kits.map(({ name, lens }) => {
    const alike = kits.filter((other) => other.name === name).length > 1;
    return alike ? `${name} with ${lens.label ?? `${lens.focalFromMm} mm`}` : name;
  });
}

/** The lens of the shelf that comes nearest to a brief's view on a body, the wider open where several do. */
export function lensForView(brief: Brief, body: StoredBody, { lenses }: Shelf): StoredLens | undefined {
  const sensor = sensorOf(body.document, body.id);
  const aspect = aspectOf(shapeOf(brief));
  const off = ({ document }: StoredLens): number => {
    const { crop, shown } = sameView(brief, { sensor, lens: glassOf(document) }, aspect);
    // A narrower view is worse than a crop as large: what is missing cannot be had.
    return Math.log(crop) - 2 * Math.log(shown);
  };
  // To a twentieth all are as near.
  const nearness = (lens: StoredLens): number => 100 * Math.round(20 * off(lens)) + lens.document.widestFAtFrom;
  return lenses.reduce<StoredLens | undefined>((a, b) => (!a || nearness(b) < nearness(a) ? b : a), undefined);
}

const isOwn =
  ({ id, label }: { id?: string | undefined; label?: string | undefined }) =>
  (stored: { id: string; document: { label: string } }): boolean =>
    id !== undefined ? stored.id === id : stored.document.label === label;

/** Kits to begin with: the brief's own, and the format next in size with the lens that shows as much. */
export function firstKits(stored: StoredBrief, shelf: Shelf): ChosenKit[] {
  const brief = stored.document;
  const own = shelf.bodies.find(isOwn(brief.kit.sensor)) ?? shelf.bodies[0];
  if (!own) return [];
  const area = ({ document }: StoredBody): number => document.widthMm * document.heightMm;
  const byArea = shelf.bodies.toSorted((a, b) => area(a) - area(b));
  // The question most ask: is the larger one worth it? Who has the largest asks about the smaller.
  const other = byArea.find((body) => area(body) > 1.2 * area(own)) ?? byArea.findLast((body) => area(body) < area(own) / 1.2);
  const ownLens = shelf.lenses.find(isOwn(brief.kit.lens)) ?? lensForView(brief, own, shelf);
  const otherLens = other && lensForView(brief, other, shelf);
  return [
    ...(ownLens ? [{ bodyId: own.id, lensId: ownLens.id, settled: AS_PLANNED }] : []),
    ...(other && otherLens ? [{ bodyId: other.id, lensId: otherLens.id, settled: AS_PLANNED }] : []),
  ];
}
