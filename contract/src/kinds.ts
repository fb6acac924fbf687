import type { Brief } from '@hushto/core';
import { z } from 'zod';
import { BodySchema, BriefSchema, ShelfLensSchema, type Body, type ShelfLensDocument } from './brief.ts';
import { HoldSeriesSchema, TasteSeriesSchema, type HoldSeries, type TasteSeries } from './learning.ts';
import { FocusSeriesSchema, KitLookSchema, type FocusSeries, type KitLook } from './kitTests.ts';
import { PlaceSchema, type Place } from './place.ts';
import { OwnSubjectSchema, type OwnSubject } from './ownSubject.ts';
import { checksByCode, provenanceByCount, provenanceByCountWithin } from './upgrades.ts';
import { RunSheetSchema, TallySchema, type RunSheet, type Tally } from './runSheet.ts';

/** A kind of document that is kept: everything its routes, table, client and lists are made from. */
export interface Kind<Document> {
  /** Where it stands under /api. */
  path: string;
  /** Its table. */
  table: string;
  schema: z.ZodType<Document>;
  titleOf: (document: Document) => string;
  /** What one is called at the head of a line, and several within one. */
  name: string;
  many: string;
  /** Chapter of the API's description. */
  tag: string;
  /** Version of its stored form. Raised with a step in `upgrades`. */
  format: number;
  /** From the form of a version, to that of the next. */
  upgrades: Readonly<Record<number, (old: unknown) => unknown>>;
  /** Where both sides changed one field: ask which stays, or keep this side's. Lists of things with ids are merged by id either way. */
  onConflict: 'ask' | 'keepMine';
  /** How many of the latest changed a page holds at once; null where it holds all. */
  window: number | null;
}

const FIRST = { format: 1, upgrades: {}, onConflict: 'ask', window: null } as const;
const titled = ({ title }: { title: string }): string => title;
const labelled = ({ label }: { label: string }): string => label;
const kind = <Document>(row: Kind<Document>): Kind<Document> => row;

/** Every kind of stored document. A new one is a row here, with its schema and a migration for its table. */
export const KINDS = {
  briefs: kind<Brief>({
    ...FIRST,
    format: 5,
    upgrades: { 1: provenanceByCount },
    path: 'briefs',
    table: 'brief',
    schema: BriefSchema,
    titleOf: titled,
    name: 'Brief',
    many: 'briefs',
    tag: 'briefs',
  }),
  bodies: kind<Body>({
    ...FIRST,
    format: 3,
    path: 'bodies',
    table: 'body',
    schema: BodySchema,
    titleOf: labelled,
    name: 'Body',
    many: 'bodies',
    tag: 'kit',
  }),
  lenses: kind<ShelfLensDocument>({ ...FIRST, format: 2, path: 'lenses', table: 'lens', schema: ShelfLensSchema, titleOf: labelled, name: 'Lens', many: 'lenses', tag: 'kit' }), // prettier-ignore
  places: kind<Place>({ ...FIRST, path: 'places', table: 'place', schema: PlaceSchema, titleOf: labelled, name: 'Place', many: 'places', tag: 'outings' }), // prettier-ignore
  runSheets: kind<RunSheet>({ ...FIRST, format: 2, upgrades: { 1: checksByCode }, path: 'run-sheets', table: 'run_sheet', schema: RunSheetSchema, titleOf: titled, name: 'Run sheet', many: 'run sheets', tag: 'outings' }), // prettier-ignore
  tallies: kind<Tally>({ ...FIRST, format: 5, upgrades: { 1: provenanceByCountWithin }, path: 'tallies', table: 'tally', schema: TallySchema, titleOf: titled, name: 'Tally', many: 'tallies', tag: 'outings', onConflict: 'keepMine', window: 300 }), // prettier-ignore
  holds: kind<HoldSeries>({ ...FIRST, format: 2, path: 'holds', table: 'hold_series', schema: HoldSeriesSchema, titleOf: titled, name: 'Steadiness test', many: 'steadiness tests', tag: 'learning' }), // prettier-ignore
  tastes: kind<TasteSeries>({ ...FIRST, format: 7, upgrades: { 1: provenanceByCountWithin }, path: 'tastes', table: 'taste_series', schema: TasteSeriesSchema, titleOf: titled, name: 'Taste test', many: 'taste tests', tag: 'learning' }), // prettier-ignore
  focusTests: kind<FocusSeries>({ ...FIRST, path: 'focus-tests', table: 'focus_series', schema: FocusSeriesSchema, titleOf: titled, name: 'Focus test', many: 'focus tests', tag: 'learning' }), // prettier-ignore
  kitLooks: kind<KitLook>({ ...FIRST, path: 'kit-looks', table: 'kit_look', schema: KitLookSchema, titleOf: titled, name: 'Blind look', many: 'blind looks at kits', tag: 'learning' }), // prettier-ignore
  subjects: kind<OwnSubject>({ ...FIRST, path: 'subjects', table: 'subject', schema: OwnSubjectSchema, titleOf: labelled, name: 'Subject', many: 'subjects of your own', tag: 'briefs' }), // prettier-ignore
};

export type KindName = keyof typeof KINDS;
export type DocumentOf<Name extends KindName> = z.infer<(typeof KINDS)[Name]['schema']>;
export const KIND_NAMES = Object.keys(KINDS) as KindName[];
/** A kind with its document's type left open, for code that treats all alike. */
export const kindOf = (name: KindName): Kind<unknown> => KINDS[name] as unknown as Kind<unknown>;

/** What is kept beside a document, under one id. */
export interface Stored<Document = unknown> {
  id: string;
  /** Rises with every change of anything; send it as If-Match to be told when somebody else changed it first. */
  revision: number;
  createdAt: string;
  updatedAt: string;
  document: Document;
}
export type StoredOf<Name extends KindName> = Stored<DocumentOf<Name>>;

const kept = { id: z.string(), revision: z.number().int(), createdAt: z.string(), updatedAt: z.string() };
const wrapped = <Document>(document: z.ZodType<Document>) => z.object({ ...kept, document });

/** The reply of one kind, with what is kept beside the document. */
export const storedSchema = <Name extends KindName>(name: Name): z.ZodType<StoredOf<Name>> =>
  wrapped(KINDS[name].schema as z.ZodType<DocumentOf<Name>>);

/** Why a stored document is not opened. It stays where it is, and can be taken out as it is. */
export interface Unreadable {
  why: 'notJson' | 'newer' | 'fields';
  /** The format it says it has. */
  format: number;
  /** What is wrong with its fields, as the schema found it. */
  issues: z.core.$ZodIssue[];
}

/** Opens what was stored in any format up to today's, step by step; what cannot be opened says why. */
export function openDocument<Name extends KindName>(
  name: Name,
  format: number,
  stored: unknown,
): { document: DocumentOf<Name> } | { unreadable: Unreadable } {
  const row = kindOf(name);
  if (!Number.isInteger(format) || format > row.format) return { unreadable: { why: 'newer', format, issues: [] } };
  let document = stored;
  for (let from = format; from < row.format; from++) document = row.upgrades[from]?.(document) ?? document;
  const parsed = row.schema.safeParse(document);
  if (parsed.success) return { document: parsed.data as DocumentOf<Name> };
  return { unreadable: { why: 'fields', format, issues: parsed.error.issues } };
}

/** Opens what was kept without its format, in today's form where it is in that, else in the latest earlier one it fits; null where in none. */
export function openOfAnyFormat<Name extends KindName>(name: Name, stored: unknown): DocumentOf<Name> | null {
  for (let format = kindOf(name).format; format > 0; format--) {
    const opened = openDocument(name, format, stored);
    if ('document' in opened) return opened.document;
  }
  return null;
}
