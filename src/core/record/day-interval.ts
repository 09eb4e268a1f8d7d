import { remembered } from './memo';

/** A span of days, both ends included, as day numbers: whole days since 1970-01-01 (which is day 0). */
export interface DayInterval {
  from: number;
  to: number;
}

const DAY_MS = 86_400_000;

/** Day number of a proleptic Gregorian date; month 1–12. */
export const dayNumber = (year: number, month: number, day: number): number => {
  const date = new Date(0);
  date.setUTCFullYear(year, month - 1, day);
  return Math.round(date.getTime() / DAY_MS);
};

export const lastDayOfMonth = (year: number, month: number): number => new Date(Date.UTC(year, month, 0)).getUTCDate();

export const dayToIso = (day: number): string => new Date(day * DAY_MS).toISOString().slice(0, 10);

/** The day of a moment as `YYYY-MM-DD`, by the clock of this machine. */
export const localDay = (at: Date): string =>
  [at.getFullYear(), at.getMonth() + 1, at.getDate()].map((n) => String(n).padStart(2, '0')).join('-');

/** Day number of an ISO `YYYY-MM-DD` date. @throws RangeError when it is not one (a caller's bug). */
export function isoToDay(iso: string): number {
  const found = /^(\d{4})-(\d{2})-(\d{2})$/.exec(iso);
  const interval = found && readDate(iso);
  if (!interval) throw new RangeError(`not a date: ${iso}`);
  return interval.from;
}

const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];
const monthOf = (word: string): number => MONTHS.indexOf(word.slice(0, 3).toLowerCase()) + 1;

/** First and last month of northern seasons (common practice for issue dates). Winter straddles the year: null. */
const SEASONS: Record<string, [number, number] | null> = {
  spring: [3, 5],
  summer: [6, 8],
  autumn: [9, 11],
  fall: [9, 11],
  winter: null,
};
/** ISO 8601-2 / EDTF level 1 season codes: 21 spring, 22 summer, 23 autumn, 24 winter. */
const SEASON_CODES: Record<string, string> = { '21': 'spring', '22': 'summer', '23': 'autumn', '24': 'winter' };

const wholeYear = (year: number): DayInterval => ({ from: dayNumber(year, 1, 1), to: dayNumber(year, 12, 31) });
const months = (year: number, first: number, last: number, lastYear = year): DayInterval => ({
  from: dayNumber(year, first, 1),
  to: dayNumber(lastYear, last, lastDayOfMonth(lastYear, last)),
});

function season(year: number, name: string): DayInterval {
  const span = SEASONS[name];
  return span ? months(year, span[0], span[1]) : wholeYear(year);
}

function exactDay(year: number, month: number, day: number): DayInterval | null {
  if (month < 1 || month > 12 || day < 1 || day > lastDayOfMonth(year, month)) return null;
  const at = dayNumber(year, month, day);
  return { from: at, to: at };
}

function yearAndMonth(year: number, code: string): DayInterval | null {
  const named = SEASON_CODES[code];
  if (named) return season(year, named);
  const month = Number(code);
  return month >= 1 && month <= 12 ? months(year, month, month) : null;
}

/**
 * The days a partial or seasonal date may mean. Reads RIS `YYYY/MM/DD/other`, MEDLINE `2023 Jul-Aug`,
 * `2023 Spring`, `2023 Jan 5`, ISO `2023-07-05`, `2023-07`, `2023`, EDTF seasons `2023-21` and intervals
 * `2023-03/2023-05`, the year last as in `5 July 2023`, and a trailing free part naming a month, a season or a quarter.
 * Winter is the whole year, as the record does not say which.
 * @returns null when the text holds no date that can be placed, an impossible one included
 * @source EDTF (ISO 8601-2) for seasons; RIS and MEDLINE field descriptions for the printed forms
 */
export const readDate: (text: string) => Readonly<DayInterval> | null = remembered(placeDate);

function placeDate(text: string): DayInterval | null {
  const clean = text.trim().replace(/\s+/g, ' ');
  const head = /^(\d{4})(?!\d)(.*)$/.exec(clean);
  if (!head) return compactDate(clean) ?? yearLast(clean);
  const ends = /^(\d{4}(?:-\d\d){0,2})\/(\d{4}(?:-\d\d){0,2})$/.exec(clean);
  if (ends) return edtfInterval(ends[1]!, ends[2]!);
  const year = Number(head[1]);
  if (year < 1000 || year > 2999) return null;
  const rest = head[2]!.trim();
  const numeric = /^[-/](\d{1,2})(?:[-/](\d{1,2}))?(?:[/T ].*)?$/.exec(rest);
  if (numeric) return numeric[2] ? exactDay(year, Number(numeric[1]), Number(numeric[2])) : yearAndMonth(year, numeric[1]!);
  const words = rest.replace(/^[-/, ]+/, '').toLowerCase();
  if (words === '') return wholeYear(year);
  return readWords(year, words);
}

/** EDTF `2019-03/2019-05`: from the first day of the one to the last day of the other. */
function edtfInterval(first: string, last: string): DayInterval | null {
  const [from, to] = [readDate(first), readDate(last)];
  return from && to && to.to >= from.from ? { from: from.from, to: to.to } : null;
}

function readWords(year: number, words: string): DayInterval | null {
  const quarter = /^(?:q|quarter ?)([1-4])$/.exec(words) ?? /^([1-4])(?:st|nd|rd|th) quarter$/.exec(words);
  if (quarter) return months(year, Number(quarter[1]) * 3 - 2, Number(quarter[1]) * 3);
  const named = /^(spring|summer|autumn|fall|winter)$/.exec(words);
  if (named) return season(year, named[1]!);
  const day = /^([a-z]{3,9})\.? (\d{1,2})$/.exec(words);
  if (day && monthOf(day[1]!)) return exactDay(year, monthOf(day[1]!), Number(day[2]));
  const span = /^([a-z]{3,9})\.? ?[-–/] ?(?:(\d{4}) )?([a-z]{3,9})\.?$/.exec(words);
  if (span && monthOf(span[1]!) && monthOf(span[3]!)) {
    const [first, last] = [monthOf(span[1]!), monthOf(span[3]!)];
    const lastYear = span[2] ? Number(span[2]) : last < first ? year + 1 : year;
    return lastYear < year ? null : months(year, first, last, lastYear);
  }
  const dayToMonth = /^([a-z]{3,9})\.? (\d{1,2}) ?[-–] ?(?:([a-z]{3,9})\.? )?(\d{1,2})$/.exec(words);
  if (dayToMonth && monthOf(dayToMonth[1]!)) {
    const from = exactDay(year, monthOf(dayToMonth[1]!), Number(dayToMonth[2]));
    const to = exactDay(year, monthOf(dayToMonth[3] ?? dayToMonth[1]!), Number(dayToMonth[4]));
    return from && to && to.to >= from.from ? { from: from.from, to: to.to } : null;
  }
  const month = /^([a-z]{3,9})\.?$/.exec(words);
  if (month && monthOf(month[1]!)) return months(year, monthOf(month[1]!), monthOf(month[1]!));
  return null;
}

/** `5 July 2023`, `July 5, 2023`, `Jul 2023`, `Spring 2023`, as people and tables write it. Common practice. */
function yearLast(text: string): DayInterval | null {
  const found = /^([A-Za-z0-9][A-Za-z0-9 ,./–-]{1,28})[ ,] ?(\d{4})$/.exec(text);
  if (!found) return null;
  const words = found[1]!.replace(/,$/, '').toLowerCase();
  const dayFirst = /^(\d{1,2})(?:st|nd|rd|th)?\.? (?:of )?([a-z]{3,9})\.?$/.exec(words);
  return readWords(Number(found[2]), dayFirst ? `${dayFirst[2]} ${dayFirst[1]}` : words.replace(/(\d)(?:st|nd|rd|th)$/, '$1'));
}

/** `20230705` (MEDLINE DEP, LR, DCOM). */
function compactDate(text: string): DayInterval | null {
  const found = /^(\d{4})(\d{2})(\d{2})$/.exec(text);
  return found ? exactDay(Number(found[1]), Number(found[2]), Number(found[3])) : null;
}

/** The smallest interval that holds all of them, or null when there is none. */
export function hull(intervals: readonly (DayInterval | null)[]): DayInterval | null {
  let all: DayInterval | null = null;
  for (const one of intervals) {
    if (!one) continue;
    all = all ? { from: Math.min(all.from, one.from), to: Math.max(all.to, one.to) } : { ...one };
  }
  return all;
}

/** The same day `years` earlier; 29 February becomes 28 February in a year that has none. */
export function minusYears(day: number, years: number): number {
  const date = new Date(day * DAY_MS);
  const year = date.getUTCFullYear() - years;
  const month = date.getUTCMonth() + 1;
  return dayNumber(year, month, Math.min(date.getUTCDate(), lastDayOfMonth(year, month)));
}

export const yearOfDay = (day: number): number => new Date(day * DAY_MS).getUTCFullYear();

/** How people write it: "3 Mar 2023", "Jul–Aug 2023", "2023", "3 Mar – 9 Sep 2023". */
export function intervalWords(interval: DayInterval | null): string {
  if (!interval) return 'no date';
  const [a, b] = [new Date(interval.from * DAY_MS), new Date(interval.to * DAY_MS)];
  const month = (d: Date) => MONTHS[d.getUTCMonth()]!.replace(/^./, (c) => c.toUpperCase());
  const [ay, by] = [a.getUTCFullYear(), b.getUTCFullYear()];
  if (interval.from === interval.to) return `${a.getUTCDate()} ${month(a)} ${ay}`;
  const wholeMonths = a.getUTCDate() === 1 && b.getUTCDate() === lastDayOfMonth(by, b.getUTCMonth() + 1);
  if (!wholeMonths) return `${a.getUTCDate()} ${month(a)} ${ay} – ${b.getUTCDate()} ${month(b)} ${by}`;
  if (a.getUTCMonth() === 0 && b.getUTCMonth() === 11) return ay === by ? `${ay}` : `${ay}–${by}`;
  if (ay === by) return month(a) === month(b) ? `${month(a)} ${ay}` : `${month(a)}–${month(b)} ${ay}`;
  return `${month(a)} ${ay} – ${month(b)} ${by}`;
}
