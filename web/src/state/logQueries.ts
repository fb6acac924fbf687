import type { LogFilter, LogFrame, LogPage } from '@hushto/contract';
import { keepPreviousData, queryOptions, useQueries, useQuery, type UseQueryResult } from '@tanstack/react-query';
import { useMemo } from 'react';
import { logApi } from '../api/log.ts';
import { queries } from './queries.ts';

/** Frames asked for at once. */
const PAGE = 100;
/** A page that scrolls back into view is asked for anew after so long, ms. */
const FRESH_MS = 10_000;
/** A page that nobody looks at is let go after so long, ms: a hundred thousand frames are not held. */
const HELD_MS = 60_000;

const LOG = ['log'] as const;
const FRAMES = [...LOG, 'frames'] as const;

const shelfQuery = queryOptions({ queryKey: [...LOG, 'shelf'], queryFn: () => logApi.shelf() });
const pageQuery = (filter: LogFilter, page: number) =>
  queryOptions({
    queryKey: [...FRAMES, filter, page],
    queryFn: () => logApi.page(filter, page * PAGE, PAGE),
    staleTime: FRESH_MS,
    gcTime: HELD_MS,
  });
const saysQuery = (filter: LogFilter) => queryOptions({ queryKey: [...LOG, 'says', filter], queryFn: () => logApi.says(filter) });

/** Outings and gear, and how many frames there are. */
export const useShelf = () => useQuery(shelfQuery, queries);

/** What the frames of a filter say; what another filter's said stands until it is there. @param asks false where nobody wants to know */
export const useSays = (filter: LogFilter, asks = true) =>
  useQuery({ ...saysQuery(filter), enabled: asks, placeholderData: keepPreviousData }, queries);

/** How many frames a filter has; null as long as none was counted. */
export const useTotal = (filter: LogFilter): number | null =>
  useQuery({ ...pageQuery(filter, 0), select: ({ total }) => total }, queries).data ?? null;

/** Frames of a filter from one place to another, those that are on their way undefined; and the first question that failed about those that are not here. */
export function useFrames(filter: LogFilter, first: number, last: number): { frames: (LogFrame | undefined)[]; failed: UseQueryResult<LogPage> | null } {
  const from = Math.floor(Math.max(0, first) / PAGE);
  const pages = useQueries({
    queries: Array.from({ length: Math.max(0, Math.floor(Math.max(0, last) / PAGE) - from + 1) }, (_, i) => pageQuery(filter, from + i)),
    combine: together,
  }, queries);
  const frames = useMemo(
    () => Array.from({ length: Math.max(0, last - first + 1) }, (_, i) => pages.held[Math.floor((first + i) / PAGE) - from]?.[(first + i) % PAGE]),
    [pages, first, last, from],
  );
  return { frames, failed: pages.failed };
} // prettier-ignore

const together = (
  pages: UseQueryResult<LogPage>[],
): { held: (LogFrame[] | undefined)[]; failed: UseQueryResult<LogPage> | null } => ({
  held: pages.map(({ data }) => data?.frames),
  failed: pages.find(({ error, data }) => error !== null && data === undefined) ?? null,
});

/** The frame at a place of a filter, where it is held. */
export const frameIn = (filter: LogFilter, at: number): LogFrame | undefined =>
  queries.getQueryData(pageQuery(filter, Math.floor(at / PAGE)).queryKey)?.frames[at % PAGE];

/** How many frames a filter has, where that was counted. */
export const totalIn = (filter: LogFilter): number | null => queries.getQueryData(pageQuery(filter, 0).queryKey)?.total ?? null;

/** Frames of a filter that are held. */
export const framesHeld = (filter: LogFilter): LogFrame[] =>
  queries.getQueriesData<LogPage>({ queryKey: [...FRAMES, filter] }).flatMap(([, page]) => page?.frames ?? []);

/** Asks for all of the log anew that is looked at; the rest when it is looked at again. */
export const askLogAgain = (): Promise<void> => queries.invalidateQueries({ queryKey: LOG });

/** Counts what is judged anew. Frames stay where they stand, whatever the filter says of them now. */
export function refreshCounts(): void {
  void queries.invalidateQueries({ queryKey: shelfQuery.queryKey });
  void queries.invalidateQueries({ queryKey: [...LOG, 'says'] });
}

/** Shows frames otherwise than they were answered. @returns whether answers are on their way that may still be older than this */
export function changeFrames(change: (frame: LogFrame) => LogFrame): boolean {
  queries.setQueriesData<LogPage>({ queryKey: FRAMES }, (page) => page && { ...page, frames: page.frames.map(change) });
  return queries.isFetching({ queryKey: FRAMES }) > 0;
}

/** Notes that a preview came. */
export const previewCame = (id: string): boolean =>
  changeFrames((frame) => (frame.id === id ? { ...frame, preview: true } : frame));
