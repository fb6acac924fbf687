import {
  FramesTakenInSchema,
  JudgedSchema,
  LogPageSchema,
  LogSaysSchema,
  LogShelfSchema,
  SoftnessSchema,
  type Judged,
  type LogFilter,
  type LogLook,
  type NewFrame,
} from '@hushto/contract';
import type { Softness } from '@hushto/core';
import { z } from 'zod';
import { A_WHILE_MS, send } from './client.ts';

/** The log: kept by the server alone, so what is asked for is never older than it. */
export const logApi = {
  shelf: () => send(LogShelfSchema, 'GET', '/api/log'),
  page: (filter: LogFilter, offset: number, limit: number) =>
    send(LogPageSchema, 'GET', `/api/log/frames?${queryOf({ ...filter, offset, limit })}`),
  add: (frames: readonly NewFrame[]) => send(FramesTakenInSchema, 'POST', '/api/log/frames', { frames }),
  /** Answers with what was said before: sent again, it takes this back. */
  judge: (judged: Judged) => send(JudgedSchema, 'POST', '/api/log/verdicts', judged),
  remove: (ids: readonly string[]) => send(z.null(), 'POST', '/api/log/frames/delete', { ids }),
  restore: (ids: readonly string[]) => send(z.null(), 'POST', '/api/log/frames/restore', { ids }),
  assign: (ids: readonly string[], briefId: string | null) =>
    send(z.array(z.object({ id: z.string(), briefId: z.string().nullable() })), 'POST', '/api/log/frames/brief', {
      ids,
      briefId,
    }),
  /** Figures of a brief's frames anew; thousands take seconds. */
  figure: (brief: string) =>
    send(z.object({ frames: z.number() }), 'POST', `/api/log/figures?${queryOf({ brief })}`, undefined, {}, A_WHILE_MS),
  says: (filter: LogFilter) => send(LogSaysSchema, 'GET', `/api/log/says?${queryOf(filter)}`),
  /** Small pictures and causes of frames, many at once. */
  putLooks: (looks: readonly LogLook[]) => send(z.object({ kept: z.number() }), 'POST', '/api/log/looks', { looks }),
  putPreview: (id: string, webp: Blob, about: { likeness?: string; sharpness?: number }) =>
    send(z.null(), 'PUT', `/api/log/frames/${id}/preview?${queryOf(about)}`, webp),
  softness: (id: string) => send(SoftnessSchema, 'GET', `/api/log/frames/${id}/softness`),
  putSoftness: (id: string, softness: Softness) => send(z.null(), 'PUT', `/api/log/frames/${id}/softness`, softness),
  dropPreviews: () => send(z.null(), 'DELETE', '/api/log/previews'),
};
export const previewPath = (id: string): string => `/api/log/frames/${id}/preview`;
export const logCsvPath = (filter: LogFilter): string => `/api/log/frames.csv?${queryOf(filter)}`;

function queryOf(asked: Readonly<Record<string, string | number | undefined>>): string {
  const query = new URLSearchParams();
  for (const [name, value] of Object.entries(asked)) if (value !== undefined) query.set(name, String(value));
  return query.toString();
}
