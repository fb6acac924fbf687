import { z } from 'zod';
import { BodySchema, ShelfLensSchema } from './brief.ts';
import { readJsonFile, type UnreadFile } from './jsonFile.ts';
import { FocusSeriesSchema } from './kitTests.ts';
import { HoldSeriesSchema, TasteSeriesSchema } from './learning.ts';

/** More than anybody owns or tests: a bound for whoever reads. */
const MOST = 2000;

/** A kit with everything measured of it, to keep or to pass on: figures of bodies and lenses, and tests. */
export const KitFileSchema = z.strictObject({
  $schema: z.string().max(300).optional(),
  format: z.literal('hushto-kit'),
  version: z.literal(1),
  bodies: z.array(BodySchema).max(MOST),
  lenses: z.array(ShelfLensSchema).max(MOST),
  focusTests: z.array(FocusSeriesSchema).max(MOST),
  /** Tests of a person's hands and eyes: left out of what is passed on. */
  holds: z.array(HoldSeriesSchema).max(MOST),
  tastes: z.array(TasteSeriesSchema).max(MOST),
});
export type KitFile = z.infer<typeof KitFileSchema>;

/** What such a file is made of, kind by kind. */
export const KIT_FILE_KINDS = ['bodies', 'lenses', 'focusTests', 'holds', 'tastes'] as const;
export type KitFileKind = (typeof KIT_FILE_KINDS)[number];

/** Where the server publishes the JSON Schema of such files. */
export const KIT_FILE_SCHEMA_PATH = '/api/kit-file.schema.json';

/** The JSON Schema of a kit file, draft 7. What fields cannot be together is checked beyond it, on reading. */
export const kitFileJsonSchema = (): object =>
  z.toJSONSchema(KitFileSchema, { target: 'draft-7', unrepresentable: 'any', io: 'input' });

/** A kit as a file, two spaces to a level. */
export const writeKitFile = (kit: Pick<KitFile, KitFileKind>): string =>
  `${JSON.stringify({ format: 'hushto-kit', version: 1, ...kit }, null, 2)}\n`;

/** Reads a kit file, whole or not at all. */
export const readKitFile = (text: string): { file: KitFile } | UnreadFile => readJsonFile(text, KitFileSchema);
