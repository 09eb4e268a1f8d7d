import { WAY_WORDS, type Way } from '@/core/found';

/** A line of a search as it is published. */
export interface PublishedLine {
  label: string;
  query: string;
  total: number | null;
  /** How a limiter was set there; '' for other lines. */
  set: string;
  notes: readonly string[];
}
/** The search of one database as it is published. */
export interface PublishedSearch {
  database: string;
  platform: string;
  /** ISO date. */
  day: string;
  person: string;
  sheetNumber: number;
  byHand: boolean;
  lines: readonly PublishedLine[];
}
export interface StrategyRead {
  reader: string;
  readOn: string;
  changed: string;
  sheetNumber: number;
}
/** What is known of the search of a review. */
export interface SearchFacts {
  searches: readonly PublishedSearch[];
  /** Databases that were searched elsewhere, by hand. */
  elsewhere: readonly { database: string; day: string; strategy: string }[];
  readings: readonly StrategyRead[];
  saved: readonly { name: string; everyDays: number; lastRun: string }[];
  /** Sources found in other ways than by a database, by way and place; and rounds of following citations. */
  otherwise: readonly { way: Way; place: string; n: number }[];
  rounds: number;
  records: number;
  works: number;
}

/** An item of the reporting guideline: what the machine can say, and what a person must still write. */
export interface ReportedItem {
  number: number;
  item: string;
  said: string;
  missing: string;
}

const n = (value: number) => value.toLocaleString('en-GB');
const list = (values: readonly string[]) => [...new Set(values)].join(', ');

/**
 * The items of PRISMA-S, filled as far as they are known, each saying what is missing.
 * @source PRISMA-S (Rethlefsen et al., Systematic Reviews 2021;10:39), the sixteen items; from memory
 */
export function prismaS({ searches, elsewhere, readings, saved, otherwise, rounds, records, works }: SearchFacts): ReportedItem[] {
  const byHand = elsewhere.map((e) => e.database).filter((d) => !searches.some((s) => s.database === d));
  const limits = list(searches.flatMap((s) => s.lines.filter((l) => l.set).map((l) => `${s.database}: ${l.set}`)));
  const days = list([...searches, ...elsewhere].filter((s) => s.day).map((s) => `${s.database} ${s.day}`));
  const found = (...ways: Way[]) =>
    otherwise
      .filter((o) => ways.includes(o.way))
      .map((o) => `${o.place || WAY_WORDS[o.way].label} (${n(o.n)})`)
      .join('; ');
  const cited = otherwise.filter((o) => o.way === 'citation').reduce((sum, o) => sum + o.n, 0);
  const item = (number: number, name: string, said: string, missing: string): ReportedItem => ({
    number,
    item: name,
    said,
    missing: said ? '' : missing,
  });
  return [
    item(
      1,
      'Databases, with their platforms',
      list([...searches.map((s) => `${s.database} (${s.platform})`), ...byHand]),
      'No database was searched yet.',
    ),
    item(2, 'Several databases searched at once', '', 'Say so if several databases were searched through one platform at once.'),
    item(3, 'Study registries', '', 'Say which registries were searched, or that none was.'),
    item(4, 'Websites and other sources browsed', found('website', 'organisation', 'hand'), 'Say what was browsed, and how.'),
    item(
      5,
      'Citation searching',
      rounds || cited ? `${rounds === 1 ? 'one round' : `${rounds} rounds`} from the kept works; ${n(cited)} sources taken in` : '',
      'Say whether references were followed, and of which works.',
    ),
    item(6, 'People asked', found('person'), 'Say whom you asked for sources, or that you did not.'),
    item(7, 'Other ways', found('other'), 'Say what else was done, or that nothing was.'),
    item(
      8,
      'Full strategies, as they were run',
      searches.length ? `${n(searches.reduce((sum, s) => sum + s.lines.length, 0))} lines in ${searches.length} databases, below` : '',
      'Run the lines at each database, or paste what was run elsewhere.',
    ),
    item(9, 'Limits and restrictions', limits, 'No limiter was set at a database; if so, say that all were applied afterwards.'),
    item(10, 'Published search filters', '', 'Name any published filter that was used, with its source.'),
    item(11, 'Strategies taken from earlier work', '', 'Say if parts of the strategy are from another review.'),
    item(
      12,
      'Searches run again',
      saved.length
        ? list(saved.map((s) => `${s.name}${s.everyDays ? ` every ${s.everyDays} days` : ''}${s.lastRun ? `, last ${s.lastRun}` : ''}`))
        : '',
      'Say whether the search was brought up to date, and how.',
    ),
    item(13, 'Days of the searches', days, 'No day is known.'),
    item(
      14,
      'Strategy read by somebody else',
      readings.map((r) => `${r.reader}, ${r.readOn}${r.changed ? `: ${r.changed}` : ''}`).join('; '),
      'Nobody is written down who read the strategy.',
    ),
    item(15, 'Records found in all', records ? `${n(records)} records` : '', 'No records were taken in yet.'),
    item(
      16,
      'Duplicates',
      records ? `${n(records)} records are ${n(works)} works, joined by the rules of this application and by hand` : '',
      'No records were taken in yet.',
    ),
  ];
}

/** The strategies as an appendix in plain text: each line with its count and day, then the items of the guideline. */
export function writeAppendix(title: string, facts: SearchFacts): string {
  const out = [`Search strategies: ${title}`, ''];
  for (const s of facts.searches) {
    out.push(
      `${s.database} (${s.platform}), ${s.day}, by ${s.person}${s.byHand ? '; the query was written by hand' : ''}${s.sheetNumber ? `; version ${s.sheetNumber} of the sheet` : ''}`,
    );
    s.lines.forEach((l, i) => {
      out.push(
        `  ${i + 1}. ${l.label}: ${l.total === null ? 'not answered' : n(l.total)}${l.set ? ` (set there: ${l.set})` : ''}`,
        `     ${l.query}`,
      );
      for (const note of l.notes) out.push(`     Note: ${note}`);
    });
    out.push('');
  }
  for (const e of facts.elsewhere)
    out.push(`${e.database}, ${e.day || 'day not said'}, searched there by hand`, `  ${e.strategy || 'no strategy is written down'}`, '');
  out.push('PRISMA-S');
  for (const { number, item, said, missing } of prismaS(facts)) out.push(`  ${number}. ${item}: ${said || `[${missing}]`}`);
  return `${out.join('\n')}\n`;
}
