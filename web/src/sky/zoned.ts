import { tz } from '@date-fns/tz';
import { addDays, addMinutes, format, parse } from 'date-fns';

/** The moment a clock in a time zone shows a day and a time; where summer time skips it, the hour after. @param day 2026-01-14 @param clock 19:42 */
export function momentOf(day: string, clock: string, timeZone: string): number {
  return parse(`${day} ${clock}`, 'yyyy-MM-dd HH:mm', new Date(0), { in: tz(timeZone) }).getTime();
}

/** The day before or after, however long it is there. */
export const dayPlus = (day: string, days: number): string =>
  format(addDays(parse(day, 'yyyy-MM-dd', new Date(0), { in: tz('UTC') }), days), 'yyyy-MM-dd', { in: tz('UTC') });

/** "19:42" as a clock in the time zone shows it, to the nearest minute. */
export const clockText = (atMs: number, timeZone: string): string =>
  format(new Date(Math.round(atMs / 60_000) * 60_000), 'HH:mm', { in: tz(timeZone) });

/** "2026-01-14" there. */
export const dayOf = (atMs: number, timeZone: string): string => format(new Date(atMs), 'yyyy-MM-dd', { in: tz(timeZone) });

/** "Thu 14 Jan 2026". */
export const dayText = (day: string): string => format(parse(day, 'yyyy-MM-dd', new Date(0)), 'EEE d MMM yyyy');

/** A clock some minutes on, "23:50" and 20 giving "00:10". */
export const clockPlus = (clock: string, minutes: number): string =>
  format(addMinutes(parse(clock, 'HH:mm', new Date(2000, 0, 1)), minutes), 'HH:mm');

/** "UTC+1", as the clock there stands at that moment. */
export function offsetText(atMs: number, timeZone: string): string {
  const parts = new Intl.DateTimeFormat('en', { timeZone, timeZoneName: 'shortOffset' }).formatToParts(new Date(atMs));
  return (parts.find(({ type }) => type === 'timeZoneName')?.value ?? '').replace('GMT', 'UTC').replace('-', '−');
}
