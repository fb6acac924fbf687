import ICAL from 'ical.js';
import type { RunSheet } from '@hushto/contract';
import { groupDigits, modeWords } from '@hushto/words';
import { csvOf } from './csv.ts';
import type { TimedSegment } from './runSheet.ts';

/** What to set in a segment, in one line; empty for a pause. */
function settingLine({ plan }: TimedSegment): string {
  if (!plan) return '';
  const { labels, burst } = plan.choice;
  const lift = labels.lift === '0' ? '' : `, +${labels.lift} later`;
  return `${labels.shutter} s, ${labels.aperture}, ISO ${labels.iso}${lift}${burst > 1 ? `, bursts of ${burst}` : ''}`;
}

/**
 * The run sheet as an iCalendar file (RFC 5545): an event for each segment, its times in UTC.
 * @param madeMs when it was made, for DTSTAMP
 */
export function calendarFile(
  sheet: RunSheet,
  id: string,
  segments: readonly TimedSegment[],
  where: string | null,
  madeMs: number,
): string {
  const calendar = new ICAL.Component('vcalendar');
  calendar.addPropertyWithValue('version', '2.0');
  calendar.addPropertyWithValue('prodid', '-//hushto//run sheet//EN');
  calendar.addPropertyWithValue('x-wr-calname', oneLine(sheet.title));
  for (const timed of segments) {
    const { segment, brief, fromMs, toMs, plan } = timed;
    const event = new ICAL.Component('vevent');
    const set = (name: string, value: string | ICAL.Time): unknown => event.addPropertyWithValue(name, value);
    set('uid', `${segment.id}.${id}@hushto`);
    set('dtstamp', utc(madeMs));
    set('dtstart', utc(fromMs));
    set('dtend', utc(toMs));
    set('summary', oneLine(segment.title || brief?.title || 'Pause'));
    if (plan)
      set('description', [settingLine(timed), brief && modeWords(brief, plan.camera), segment.note && segment.note.split(/\r?\n/).map(oneLine).join('\n')].filter(Boolean).join('\n')); // prettier-ignore
    if (where) set('location', oneLine(where));
    set('transp', plan ? 'OPAQUE' : 'TRANSPARENT');
    calendar.addSubcomponent(event);
  }
  return `${calendar.toString()}\r\n`;
}

/** Text without line breaks of any kind, and without what no calendar may hold: a name with one in it would begin a property of its own. */
const oneLine = (text: string): string => text.replace(/[\p{Cc}\u2028\u2029]+/gu, ' ');

// Lines are to have 75 octets at most; the library counts the space that begins a continued one on top.
ICAL.foldLength = 74;

const utc = (atMs: number): ICAL.Time => ICAL.Time.fromJSDate(new Date(atMs), true);

/** The run sheet as CSV (RFC 4180), a row for each segment. Text that a spreadsheet would take for a formula is marked as text. */
export function csvFile(segments: readonly TimedSegment[]): string {
  const rows = segments.map((timed) => {
    const { segment, brief, from, to, ev100, plan } = timed;
    return {
      from,
      to,
      minutes: segment.minutes,
      title: segment.title,
      brief: brief?.title ?? '',
      ev100: ev100 === null ? '' : Math.round(ev100 * 10) / 10,
      shutter: plan?.choice.labels.shutter ?? '',
      aperture: plan?.choice.labels.aperture ?? '',
      iso: plan ? plan.choice.labels.iso : '',
      lift: plan?.choice.labels.lift ?? '',
      burst: segment.burst ?? plan?.choice.burst ?? '',
      pressesPerMinute: segment.pressesPerMinute,
      note: segment.note ?? '',
    };
  });
  return csvOf(rows);
}

export const groupedNumber = (value: number): string => groupDigits(String(Math.round(value)));
