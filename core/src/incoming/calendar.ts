import { TZDate } from '@date-fns/tz';
import { format } from 'date-fns/format';
import ICAL from 'ical.js';
import type { Checked } from '../document/validation';
import { LIMITS } from '../rules/limits';
import type { Listed } from './listed';
import type { ListRow } from './rows';
import { INCOMING_LIMITS } from './source';

/**
 * Reads a calendar (RFC 5545): what has an end or is to be done by a day, each as a row with that day. An event ends when it is due; one of
 * whole days is due on its last. What was called off is passed over, what comes again and again is one row each time.
 *
 * @returns a list for each course: of those that events are named after ("Coastal Ecology: Dune log"), else of the calendar's own name
 */
export function readCalendar(text: string): Checked<{ lists: readonly Listed[]; passedOver: number }> {
  const parsed = componentsIn(text);
  if (!parsed.ok) return parsed;
  const days: NamedDay[] = [];
  let passedOver = 0;
  let name: string | undefined;
  for (const calendar of parsed.value) {
    for (const zone of calendar.getAllSubcomponents('vtimezone'))
      ICAL.TimezoneService.register(new ICAL.Timezone(zone));
    const own = calendar.getFirstPropertyValue('x-wr-calname') ?? calendar.getFirstPropertyValue('name');
    name ??= typeof own === 'string' && own.trim() !== '' ? own.trim() : undefined;
    for (const part of [
      ...calendar.getAllSubcomponents('vevent'),
      ...calendar.getAllSubcomponents('vtodo'),
    ]) {
      const found = daysOf(part);
      if (found.length === 0) passedOver += 1;
      days.push(...found);
      if (days.length > INCOMING_LIMITS.rows) return refused(`has more than ${INCOMING_LIMITS.rows} days`);
    }
  }
  if (days.length === 0) return refused('is a calendar without a day on which anything is due');
  return { ok: true, value: { lists: listsOf(days, name), passedOver } };
}

function refused(message: string, at = '') {
  return { ok: false as const, faults: [{ at, message }] };
}

interface NamedDay {
  readonly name: string;
  readonly day: string;
  readonly time?: string;
}

function componentsIn(text: string): Checked<ICAL.Component[]> {
  const fault = lineFault(text);
  if (fault) return refused(fault.message, fault.at);
  try {
    const parsed = ICAL.parse(text) as unknown[] | unknown[][];
    const all = (Array.isArray(parsed[0]) ? parsed : [parsed]) as unknown[][];
    return { ok: true, value: all.map((each) => new ICAL.Component(each)) };
  } catch (error) {
    return refused(`is a damaged calendar (${(error as Error).message})`);
  }
}

/** The first line that no calendar has: each names a property, or goes on with the one before. */
function lineFault(text: string): { at: string; message: string } | undefined {
  const lines = text.replace(/^\uFEFF/, '').split(/\r\n|\r|\n/);
  const open: string[] = [];
  for (const [index, line] of lines.entries()) {
    const at = `line ${index + 1}, column 1`;
    if (line.trim() === '' || /^[ \t]/.test(line)) continue;
    if (!/^[A-Za-z0-9-]+[;:]/.test(line))
      return { at, message: 'is no line of a calendar: it must begin with a name and a colon' };
    const [, sign, kind] = /^(BEGIN|END):(.+)$/i.exec(line.trim()) ?? [];
    if (sign?.toUpperCase() === 'BEGIN') open.push(kind!.toUpperCase());
    else if (sign && open.pop() !== kind!.toUpperCase())
      return { at, message: `ends a ${kind}, which is not the part that is open there` };
  }
  if (open.length === 0) return undefined;
  return { at: `line ${lines.length}, column 1`, message: `is missing: the ${open.at(-1)} never ends` };
}

function daysOf(part: ICAL.Component): NamedDay[] {
  const name = String(part.getFirstPropertyValue('summary') ?? '')
    .replace(/\s+/g, ' ')
    .trim()
    .slice(0, LIMITS.name);
  const isCalledOff = String(part.getFirstPropertyValue('status') ?? '').toUpperCase() === 'CANCELLED';
  if (!/[\p{L}\p{N}]/u.test(name) || isCalledOff) return [];
  const property =
    part.getFirstProperty('due') ?? part.getFirstProperty('dtend') ?? part.getFirstProperty('dtstart');
  const value = property?.getFirstValue();
  if (!property || !(value instanceof ICAL.Time)) return [];
  const zone = String(property.getParameter('tzid') ?? '');
  // The end of an event of whole days is the day after it; one that says how long it is ends after that.
  const isWhole = value.isDate;
  const at = value.clone();
  if (isWhole && property.name === 'dtend') at.day -= 1;
  const lasts = property.name === 'dtstart' ? part.getFirstPropertyValue('duration') : null;
  if (lasts instanceof ICAL.Duration && !isWhole) at.addDuration(lasts);
  const start = part.getFirstPropertyValue('dtstart');
  const rule = part.getFirstPropertyValue('rrule');
  if (!(rule instanceof ICAL.Recur) || !(start instanceof ICAL.Time)) return [named(name, at, zone)];
  const after = at.toUnixTime() - start.toUnixTime();
  const times: NamedDay[] = [];
  const each = rule.iterator(start);
  for (let next = each.next(); next && times.length < INCOMING_LIMITS.repeats; next = each.next()) {
    const end = next.clone();
    end.addDuration(ICAL.Duration.fromSeconds(after));
    times.push(named(`${name} ${times.length + 1}`, end, zone));
  }
  return times;
}

/** A day of the reader's own calendar, and the time on the reader's own clock. */
function named(name: string, time: ICAL.Time, zone: string): NamedDay {
  if (time.isDate) return { name, day: time.toString().slice(0, 10) };
  const moment = momentOf(time, zone);
  return { name, day: format(moment, 'yyyy-MM-dd'), time: format(moment, 'HH:mm') };
}

/** A time in a zone that the calendar does not describe itself is one of the world's zones, where it is named like one. */
function momentOf(time: ICAL.Time, zone: string): Date {
  const isDescribed = time.zone !== ICAL.Timezone.localTimezone;
  if (isDescribed || zone === '') return time.toJSDate();
  const there = new TZDate(time.year, time.month - 1, time.day, time.hour, time.minute, zone);
  return Number.isNaN(there.getTime()) ? time.toJSDate() : new Date(there.getTime());
}

/** The days by the courses that they are named after. A name stands for a course where two are named so, or the calendar is. */
function listsOf(days: readonly NamedDay[], calendar: string | undefined): Listed[] {
  const prefixOf = ({ name }: NamedDay) => /^(.{2,120}?):\s+(?=\S)/u.exec(name)?.[1];
  const counts = new Map<string, number>();
  for (const each of days) {
    const prefix = prefixOf(each);
    if (prefix !== undefined) counts.set(prefix, (counts.get(prefix) ?? 0) + 1);
  }
  const lists = new Map<string, ListRow[]>();
  days.forEach((each, line) => {
    const prefix = prefixOf(each);
    const isCourse = prefix !== undefined && (prefix === calendar || counts.get(prefix)! > 1);
    const title = isCourse ? prefix : (calendar ?? '');
    const name = isCourse ? each.name.slice(prefix.length + 1).trim() : each.name;
    const { day, time } = each;
    const row: ListRow = { line, name, day, ...(time && { time }), entry: '', saysScore: false };
    lists.set(title, [...(lists.get(title) ?? []), row]);
  });
  return [...lists].map(([title, rows]) => ({ ...(title !== '' && { title }), rows }));
}
