import { PORT_ALDER_BRIEFS } from '@hushto/demo';
import { seededRandom } from '@hushto/core';
import { expect } from 'chai';
import fc from 'fast-check';
import { isInStep, simulatedWorld } from '../../test/simulatedWorld.ts';
import { shownOf, type Choice } from './entry.ts';
import { unsavedIn } from './unsaved.ts';

/** A document of the tests: a brief with numbers for values, so that it opens as one. */
type Doc = (typeof PORT_ALDER_BRIEFS)[number];
const FIELDS = ['speedMps', 'distanceM', 'tone'] as const;
type Field = (typeof FIELDS)[number];
const made = (): Doc => structuredClone(PORT_ALDER_BRIEFS[0]!);
/** Values that no other edit has, within what a brief takes. */
const RANGE: Record<Field, (n: number) => number> = {
  speedMps: (n) => 1 + n / 1000,
  distanceM: (n) => 5 + n / 1000,
  tone: (n) => 0.01 + n / 10_000,
};
const valueIn = (document: unknown, field: Field): number | undefined => (document as Doc | null)?.subject[field];
const withValue = (document: Doc, field: Field, value: number): Doc => ({
  ...document,
  subject: { ...document.subject, [field]: value },
});

interface Event {
  what:
    'edit' | 'make' | 'delete' | 'undo' | 'send' | 'pull' | 'reload' | 'kill' | 'full' | 'room' | 'choose' | 'backUp' | 'restore';
  device: number;
  slot: number;
  /** Which document, of those shown. */
  which: number;
  field: number;
  /** How many turns things take before the next event. */
  pause: number;
}

const ODDS: readonly Event['what'][] = [
  ...Array<'edit'>(8).fill('edit'),
  ...Array<'send'>(5).fill('send'),
  'make',
  'delete',
  'undo',
  'pull',
  'pull',
  'reload',
  'kill',
  'full',
  'room',
  'choose',
  'backUp',
  'restore',
];
const eventsOf = (odds: readonly Event['what'][], minLength = 1) =>
  fc.array(
    fc.record<Event>({
      what: fc.constantFrom(...odds),
      device: fc.nat(1),
      slot: fc.nat(1),
      which: fc.nat(2),
      field: fc.nat(2),
      pause: fc.oneof(fc.nat(6), fc.constant(40)),
    }),
    { minLength, maxLength: 45 },
  );

interface Mark {
  /** The value, which no other edit has. */
  value: number;
  field: Field;
  id: string;
  /** Whether it was said to be kept. */
  kept: boolean;
  /** Whether a page that went left it for the next one. */
  left: boolean;
  /** Whether somebody who saw it put something else in its place, deleted it, or chose against it. */
  overruled: boolean;
}

/** @returns what the server refused on the way. */
async function live(list: readonly Event[], seed: number, lineBreaks = true): Promise<readonly string[]> {
  const random = seededRandom(seed);
  const world = simulatedWorld(random);
  const { time, server, devices, full, openWindow, everybody, settle, calm } = world;
  const marks: Mark[] = [];
  let count = 0;
  const overrule = (document: unknown): void => {
    for (const mark of marks) if (valueIn(document, mark.field) === mark.value) mark.overruled = true;
  };
  // Two documents that everybody has.
  for (const id of ['a', 'b']) void devices[0]!.windows[0]!.edit('briefs', id, null, made());
  calm(true);
  await everybody((window) => window.send());
  await everybody((window) => window.pull());
  calm(!lineBreaks);
  const gone: { id: string; createdAt: string; document: unknown; device: number; slot: number }[] = [];
  for (const event of list) {
    const device = devices[event.device]!;
    const window = device.windows[event.slot]!;
    const entries = [...window.store.getState().entries.values()].filter((entry) => shownOf(entry) !== null);
    const entry = entries[event.which % Math.max(1, entries.length)];
    const field = FIELDS[event.field]!;
    switch (event.what) {
      case 'make':
      case 'edit': {
        if (event.what === 'edit' && !entry) break;
        const id = event.what === 'make' ? `${event.device}${event.slot}${count}` : entry!.id;
        const seen = event.what === 'make' ? null : (shownOf(entry!) as Doc);
        const value = RANGE[field](++count);
        if (seen)
          for (const mark of marks) if (mark.field === field && valueIn(seen, field) === mark.value) mark.overruled = true;
        const mark: Mark = { value, field, id, kept: false, left: false, overruled: false };
        marks.push(mark);
        void window.edit('briefs', id, seen, withValue(seen ?? made(), field, value)).then((kept) => (mark.kept ||= kept));
        break;
      }
      case 'delete': {
        if (!entry) break;
        const document = shownOf(entry);
        overrule(document);
        if (entry.conflict) for (const other of entry.conflict.others) overrule(other);
        gone.push({ id: entry.id, createdAt: entry.createdAt, document, device: event.device, slot: event.slot });
        void window.delete('briefs', entry.id, document);
        break;
      }
      case 'undo': {
        const last = gone.pop();
        if (last) void devices[last.device]!.windows[last.slot]!.bringBack('briefs', last.id, last.createdAt, last.document);
        break;
      }
      case 'choose': {
        const inConflict = [...window.store.getState().entries.values()].filter(({ conflict }) => conflict);
        const found = inConflict[event.which % Math.max(1, inConflict.length)];
        if (!found?.conflict) break;
        const choice: Choice = (['mine', 'both', { other: 0 }] as const)[event.field]!;
        if (choice !== 'both') for (const other of [found.conflict.mine, ...found.conflict.others]) overrule(other);
        void window.choose('briefs', found.id, choice);
        break;
      }
      case 'send':
        void window.send();
        break;
      case 'pull':
        void window.pull().catch(() => undefined);
        break;
      case 'reload': {
        // What was not on the disk yet is left for the next page.
        window.leave();
        const left = unsavedIn(() => device.storage).read();
        device.windows[event.slot] = null;
        for (const mark of marks) if (left.some((action) => action.type === 'edit' && action.id === mark.id && valueIn(action.after, mark.field) === mark.value)) mark.left = true; // prettier-ignore
        openWindow(event.device, event.slot);
        break;
      }
      case 'kill':
        // What was not on the disk is gone; it was never said to be kept.
        device.windows[event.slot] = null;
        openWindow(event.device, event.slot);
        break;
      case 'full':
        full[event.device] = true;
        break;
      case 'room':
        full[event.device] = false;
        break;
      case 'backUp':
        server.backUp();
        break;
      case 'restore': {
        // Somebody asked for the older state: what the server had is given up for it.
        const before = [...server.rows.values()].map(({ document }) => document);
        if (server.restore(event.which)) before.forEach(overrule);
        break;
      }
    }
    for (let i = 0; i < event.pause; i++) await time.step();
  }
  await settle();
  const conflicts = devices.flatMap(({ entries }) => [...entries.values()].flatMap(({ conflict }) => conflict ?? []));
  const onServer = [...server.rows.values()].filter(({ deleted }) => !deleted);
  for (const mark of marks) {
    if (!(mark.kept || mark.left) || mark.overruled) continue;
    const there = onServer.some(({ document }) => valueIn(document, mark.field) === mark.value);
    const shown = conflicts.some(({ mine, others }) => [mine, ...others].some((one) => valueIn(one, mark.field) === mark.value));
    expect(there || shown, `${mark.field} = ${mark.value} of ${mark.id}`).to.equal(true);
  }
  isInStep(world);
  return server.refused;
}

describe('documents on two devices with two windows each', () => {
  it('loses no edit: each is on the server, or in a conflict that is shown, whatever happens in between', async function () {
    this.timeout(600_000);
    const law = fc.asyncProperty(eventsOf(ODDS), fc.integer(), async (list, seed) => void (await live(list, seed)));
    await fc.assert(law, { numRuns: Number(process.env['RUNS'] ?? 400) });
  });

  it('asks the server for nothing it must refuse while one window alone is used, however fast', async () => {
    // Always at what was made last, before it is known to be anywhere.
    const events = eventsOf(['make', 'delete', 'undo', 'edit', 'send', 'reload'], 10);
    const hasty = events.map((list) => list.map((event) => ({ ...event, device: 0, slot: 0, which: 2 })));
    const law = fc.asyncProperty(hasty, fc.integer(), async (list, seed) => {
      const refused = await live(list, seed, false);
      expect(refused).to.deep.equal([]);
    });
    await fc.assert(law, { numRuns: 100 });
  });
});
