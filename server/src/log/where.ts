import { LOG_FIGURES, LOG_FIGURE_NAMES, type LogFilter } from '@hushto/contract';

/** A condition in SQL with what stands for its question marks. Columns are ours; whatever was asked is bound, never written. */
export interface Where {
  sql: string;
  bound: (string | number)[];
}

/** The frames of a filter, of `log_frame` as `f`. */
export function whereOf(filter: LogFilter): Where {
  const parts: string[] = ['f.deleted_at is null'];
  const bound: (string | number)[] = [];
  const add = (sql: string, ...values: (string | number)[]): void => {
    parts.push(sql);
    bound.push(...values);
  };
  const { outing, brief, burst, take, verdict, camera, lens, cause } = filter;
  if (outing !== undefined) add('f.outing_id = ?', outing);
  if (brief !== undefined) add('f.brief_id = ?', brief);
  if (burst !== undefined) add('f.burst_id = ?', burst);
  if (take === 'plan') add('f.brief_id is not null and f.take is null');
  else if (take !== undefined) add('f.take = ?', take);
  if (camera !== undefined) add('f.camera = ?', camera);
  if (lens !== undefined) add('f.lens = ?', lens);
  if (cause === 'none') add('not exists (select 1 from log_softness s where s.frame_id = f.id)');
  else if (cause !== undefined) add('f.id in (select frame_id from log_softness where cause = ?)', cause);
  if (filter.undrawn) add('f.seed is not null and not exists (select 1 from log_preview p where p.frame_id = f.id)');
  if (verdict === 'none') add('f.verdict is null');
  else if (verdict === 'judged') add('f.verdict is not null');
  else if (verdict !== undefined) add('f.verdict = ?', verdict);
  if (filter['taken.from'] !== undefined) add('f.taken_at >= ?', Date.parse(filter['taken.from']));
  if (filter['taken.to'] !== undefined) add('f.taken_at <= ?', Date.parse(filter['taken.to']));
  for (const name of LOG_FIGURE_NAMES) {
    const [from, to] = [filter[`${name}.from`], filter[`${name}.to`]];
    // A bound in whole figures is met by a mark that is a hair beside it.
    if (from !== undefined) add(`f.${LOG_FIGURES[name]} >= ?`, from - Math.abs(from) * 1e-6);
    if (to !== undefined) add(`f.${LOG_FIGURES[name]} <= ?`, to + Math.abs(to) * 1e-6);
  }
  return { sql: parts.join(' and '), bound };
}
