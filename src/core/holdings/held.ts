import { type BibRecord, type DayInterval, dayToIso, intervalWords, isoToDay, readDate } from '@/core/record';
import { earlier, later } from './embargo';
import type { HeldTitle } from './kbart';

/** What a library has of a source, from the best to the least. */
export const HOLDING_STATES = ['open', 'held', 'print', 'embargoed', 'cannot-tell', 'not-held'] as const;
export type HoldingState = (typeof HOLDING_STATES)[number];

export interface Holding {
  state: HoldingState;
  /** The day from which it is there, of what is embargoed; ''. */
  until: string;
  /** The words that it rests on. */
  words: string;
  title: HeldTitle | null;
}

/** Holdings that can be asked. */
export class Holdings {
  private readonly byNumber = new Map<string, HeldTitle[]>();
  constructor(titles: readonly HeldTitle[]) {
    for (const title of titles)
      for (const number of [...title.issns, ...title.isbns]) this.byNumber.set(number, [...(this.byNumber.get(number) ?? []), title]);
  }

  /**
   * What the library has of a source: the best that any of its titles gives. A source without a number that a list could
   * know can't be told; one whose number no list has is not held.
   * @param asOf ISO date from which embargoes count
   */
  of(record: Pick<BibRecord, 'issns' | 'isbns' | 'dates' | 'volume' | 'issue'>, asOf: string): Holding {
    const numbers = [...record.issns, ...record.isbns];
    if (numbers.length === 0) return { state: 'cannot-tell', until: '', words: 'It has neither an ISSN nor an ISBN.', title: null };
    const titles = [...new Set(numbers.flatMap((n) => this.byNumber.get(n) ?? []))];
    const found = titles.map((t) => holdingIn(t, record, asOf));
    const best = found.sort((a, b) => HOLDING_STATES.indexOf(a.state) - HOLDING_STATES.indexOf(b.state))[0];
    return best ?? { state: 'not-held', until: '', words: `No list of holdings has ${numbers.join(', ')}.`, title: null };
  }
}

function holdingIn(title: HeldTitle, record: Pick<BibRecord, 'dates' | 'volume' | 'issue'>, asOf: string): Holding {
  const say = (state: HoldingState, words: string, until = ''): Holding => ({ state, until, words: `${title.title}: ${words}`, title });
  if (title.depth === 'abstracts') return say('not-held', 'abstracts alone.');
  const there = title.open ? 'open' : title.depth === 'print' ? 'print' : 'held';
  const date = readDate(record.dates.issue) ?? readDate(record.dates.online);
  const covered = coverageOf(title, date, record.volume, record.issue);
  if (covered.answer === 'no') return say('not-held', covered.words);
  if (covered.answer === 'unknown') return say('cannot-tell', covered.words);
  for (const embargo of title.embargo) {
    if (!date) return say('cannot-tell', 'there is an embargo, and the source has no date.');
    const edge = isoToDay(earlier(asOf, embargo));
    const unit = { D: 'day', M: 'month', Y: 'year' }[embargo.unit];
    const one = embargo.length === 1;
    const name = one ? unit : `${embargo.length} ${unit}s`;
    const isNot = one ? 'is not there' : 'are not there';
    if (embargo.kind === 'P') {
      if (date.to <= edge) continue;
      const until = later(dayToIso(date.to), embargo);
      return date.from > edge
        ? say('embargoed', `the last ${name} ${isNot}; this from ${until} on.`, until)
        : say('cannot-tell', `the last ${name} ${isNot}, and the source is dated ${intervalWords(date)}.`);
    }
    if (date.from >= edge) continue;
    return date.to < edge
      ? say('not-held', `the last ${name} alone.`)
      : say('cannot-tell', `the last ${name} alone, and the source is dated ${intervalWords(date)}.`);
  }
  return say(there, covered.words);
}

interface Covered {
  answer: 'yes' | 'no' | 'unknown';
  words: string;
}

/** Whether a date lies within what is covered; without a date the volume may tell. A bound reaches to the end of what it names. */
function coverageOf({ coverage }: HeldTitle, date: DayInterval | null, volume: string, issue: string): Covered {
  const [from, to] = [readDate(coverage.from), readDate(coverage.to)];
  const words = `from ${coverage.from || 'the beginning'} to ${coverage.to || 'today'}.`;
  if (!from && !to) return byVolume(coverage, volume, issue) ?? { answer: 'yes', words: 'all of it.' };
  if (!date) return byVolume(coverage, volume, issue) ?? { answer: 'unknown', words: `${words} The source has no date.` };
  const [first, last] = [from?.from ?? -Infinity, to?.to ?? Infinity];
  if (date.to < first || date.from > last) return { answer: 'no', words };
  return date.from >= first && date.to <= last
    ? { answer: 'yes', words }
    : // A year that is covered in part: volume and issue may tell.
      (byVolume(coverage, volume, issue) ?? { answer: 'unknown', words: `${words} The source is dated ${intervalWords(date)}.` });
}

/**
 * Where a source stands by its volume and issue: before what is covered, within it, behind it. Null where no bound names a
 * volume, the source has none, or it is of a bound's volume and only the bound says which issue.
 */
function byVolume({ fromVolume, fromIssue, toVolume, toIssue }: HeldTitle['coverage'], volume: string, issue: string): Covered | null {
  const number = (text: string) => (/^\d{1,5}$/.test(text.trim()) ? Number(text) : null);
  const [own, first, last] = [number(volume), number(fromVolume), number(toVolume)];
  if (own === null || (first === null && last === null)) return null;
  const [ownIssue, firstIssue, lastIssue] = [number(issue), number(fromIssue), number(toIssue)];
  const named = (v: number | null, i: number | null, open: string) => (v === null ? open : i === null ? `${v}` : `${v}(${i})`);
  const words = `volumes ${named(first, firstIssue, 'from the first')} to ${named(last, lastIssue, 'today')}.`;
  if ((own === first && firstIssue !== null) || (own === last && lastIssue !== null)) {
    if (ownIssue === null) return null;
    if (own === first && firstIssue !== null && ownIssue < firstIssue) return { answer: 'no', words };
    if (own === last && lastIssue !== null && ownIssue > lastIssue) return { answer: 'no', words };
  }
  return { answer: own < (first ?? 0) || own > (last ?? Infinity) ? 'no' : 'yes', words };
}
