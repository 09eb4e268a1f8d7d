import { type BibRecord, type Person, readDate } from '@/core/record';
import { pagesOf } from './keys';
import { normaliseText } from './normalise';

/** A record of a work, with the place of its database in the review's order: 0 is trusted most. */
export interface RecordOfMerge {
  no: number;
  trust: number;
  item: BibRecord;
}

/** Fields of a work that are chosen from its records, and that a person can set. */
export const MERGED_FIELDS = [
  'title',
  'authors',
  'container',
  'issued',
  'online',
  'volume',
  'issue',
  'pages',
  'doi',
  'pmid',
  'publisher',
  'language',
  'abstract',
] as const;
export type MergedField = (typeof MERGED_FIELDS)[number];

/** Why a value was chosen. */
export const WHY_CHOSEN = {
  only: 'only one record gives it',
  agree: 'all that give it agree',
  fullest: 'the fullest form',
  frequent: 'most records give it',
  trusted: 'the first of the databases in their order',
  edited: 'a person set it',
} as const;
export type WhyChosen = keyof typeof WHY_CHOSEN;

export interface FieldChoice {
  field: MergedField;
  value: string;
  why: WhyChosen;
  /** Records that give this value. */
  records: number[];
  /** Other values, each with the records that give it. Differences of form alone are not listed. */
  others: { value: string; records: number[] }[];
}

/** A value that a person set for a field of a work. */
export interface FieldEdit {
  field: MergedField;
  value: string;
}

export interface MergedWork {
  item: BibRecord;
  fields: FieldChoice[];
}

/** "Falk, Iben; Sund, A": people as they are edited. */
export const peopleText = (people: readonly Person[]): string =>
  people.map((p) => (p.given ? `${p.family}, ${p.given}` : p.family)).join('; ');

/** People from "Falk, Iben; Sund, A". */
export const peopleOf = (text: string): Person[] =>
  text
    .split(/\s*;\s*/)
    .filter(Boolean)
    .map((name) => {
      const [family = '', ...given] = name.split(/\s*,\s*/);
      return { family: family.trim(), given: given.join(', ').trim() };
    });

interface Rule {
  of(item: BibRecord): string;
  /** Values of one key say the same in different forms. */
  key(value: string, item: BibRecord): string;
  /** Where forms or values compete, the higher is fuller; null when only their number counts. */
  fullness: ((value: string, item: BibRecord) => number) | null;
  set(item: BibRecord, value: string): void;
}

/** Capitals throughout, marks of formatting, or an end that was cut off: a title that lost something. */
const damaged = (title: string): number =>
  (title === title.toUpperCase() && /\p{Lu}/u.test(title) ? 1000 : 0) +
  (/<[a-z/]|&[a-z]+;/i.test(title) ? 500 : 0) +
  (/(?:…|\.\.\.)$/.test(title) ? 800 : 0);
const width = (date: string): number => {
  const interval = readDate(date);
  return interval ? interval.to - interval.from : 100_000;
};
const yearOf = (date: string): string => /\d{4}/.exec(date)?.[0] ?? date;
const letters = (text: string): number => normaliseText(text).length;

const RULES: Record<MergedField, Rule> = {
  title: {
    of: (r) => r.title,
    key: normaliseText,
    fullness: (t) => letters(t) - damaged(t),
    set: (r, v) => {
      r.title = v;
    },
  },
  authors: {
    of: (r) => peopleText(r.authors),
    key: (_, r) => r.authors.map((a) => `${normaliseText(a.family)} ${normaliseText(a.given)[0] ?? ''}`).join('|'),
    fullness: (text, r) => r.authors.length * 1000 + text.length,
    set: (r, v) => {
      r.authors = peopleOf(v);
    },
  },
  container: {
    of: (r) => r.container,
    key: (v) => normaliseText(v).replace(/^the /, ''),
    fullness: (v) => letters(v.replace(/\([^)]*\)/g, '')) - (v === v.toUpperCase() ? 1000 : 0),
    set: (r, v) => {
      r.container = v;
    },
  },
  issued: {
    of: (r) => r.dates.issue,
    key: yearOf,
    fullness: null,
    set: (r, v) => {
      r.dates = { ...r.dates, issue: v };
    },
  },
  online: {
    of: (r) => r.dates.online,
    key: (v) => String(readDate(v)?.from ?? v),
    fullness: (v) => -width(v),
    set: (r, v) => {
      r.dates = { ...r.dates, online: v };
    },
  },
  volume: plain('volume'),
  issue: plain('issue'),
  pages: {
    of: (r) => r.pages,
    key: (v) => pagesOf(v)[0],
    fullness: null,
    set: (r, v) => {
      r.pages = v;
    },
  },
  doi: plain('doi'),
  pmid: plain('pmid'),
  publisher: plain('publisher'),
  language: {
    of: (r) => r.languages[0] ?? '',
    key: (v) => v.toLowerCase().slice(0, 3),
    fullness: null,
    set: (r, v) => {
      r.languages = v ? [v] : [];
    },
  },
  abstract: {
    of: (r) => r.abstract,
    key: (v) => normaliseText(v),
    fullness: letters,
    set: (r, v) => {
      r.abstract = v;
    },
  },
};

function plain(field: 'volume' | 'issue' | 'doi' | 'pmid' | 'publisher'): Rule {
  return {
    of: (r) => r[field],
    key: (v) => normaliseText(v).replace(/^0+(?=.)/, ''),
    fullness: null,
    set: (r, v) => {
      r[field] = v;
    },
  };
}

/** The form of one value that tells most: the narrowest date, the longest page range, else the longest text. */
const form = (field: MergedField, value: string): number => (field === 'issued' || field === 'online' ? -width(value) : value.length);

/**
 * One citation of several records: each field from the record that gives it most fully, or as most records give it,
 * or, where numbers tie, as the most trusted database does; what a person set comes before all. Lists (types, headings,
 * numbers) are taken together. The order of records does not matter.
 * @param wanted fields to choose; the others are those of the most trusted record
 */
export function mergeWork(
  records: readonly RecordOfMerge[],
  edits: readonly FieldEdit[] = [],
  wanted: readonly MergedField[] = MERGED_FIELDS,
): MergedWork {
  const sorted = [...records].sort((a, b) => a.trust - b.trust || a.no - b.no);
  const first = sorted[0]!.item;
  const together = (pick: (r: BibRecord) => readonly string[]) => [...new Set(sorted.flatMap((r) => pick(r.item)))];
  const item: BibRecord = {
    ...first,
    types: [...new Map(sorted.flatMap((r) => r.item.types).map((t) => [`${t.vocabulary}|${t.term}`, t])).values()],
    headings: together((r) => r.headings),
    issns: together((r) => r.issns),
    isbns: together((r) => r.isbns),
    urls: together((r) => r.urls),
    dates: { ...first.dates, added: sorted.map((r) => r.item.dates.added).find(Boolean) ?? '' },
  };
  const fields = wanted.flatMap((field) => {
    const choice = chooseField(field, sorted, edits.findLast((e) => e.field === field)?.value);
    if (!choice) return [];
    RULES[field].set(item, choice.value);
    // People keep their identifiers, which their text does not hold.
    if (field === 'authors' && choice.why !== 'edited') item.authors = sorted.find((r) => r.no === choice.records[0])!.item.authors;
    return [choice];
  });
  return { item, fields };
}

interface Candidate {
  value: string;
  records: number[];
  /** Best place of its databases. */
  trust: number;
  fullness: number;
}

function chooseField(field: MergedField, records: readonly RecordOfMerge[], edited: string | undefined): FieldChoice | null {
  const rule = RULES[field];
  const given = records.map((r) => ({ ...r, value: rule.of(r.item) })).filter((r) => r.value);
  if (edited === undefined && given.length > 0 && given.every((r) => r.value === given[0]!.value))
    return { field, value: given[0]!.value, why: given.length === 1 ? 'only' : 'agree', records: given.map((r) => r.no), others: [] };
  const groups = new Map<string, Candidate>();
  for (const { no, trust, item, value } of given) {
    const key = rule.key(value, item);
    const fullness = rule.fullness?.(value, item) ?? 0;
    const group = groups.get(key);
    if (!group) groups.set(key, { value, records: [no], trust, fullness });
    else {
      group.records.push(no);
      if (rule.fullness ? fullness > group.fullness : form(field, value) > form(field, group.value)) {
        // The record that gives the form chosen stands first.
        group.records = [no, ...group.records.filter((n) => n !== no)];
        group.value = value;
        group.fullness = fullness;
      }
    }
  }
  const ranked = [...groups.values()].sort((a, b) => b.fullness - a.fullness || b.records.length - a.records.length || a.trust - b.trust);
  const [best, next] = ranked;
  if (edited !== undefined)
    return { field, value: edited, why: 'edited', records: [], others: ranked.map(({ value, records: r }) => ({ value, records: r })) };
  if (!best) return null;
  const why: WhyChosen = !next
    ? 'agree'
    : best.fullness > next.fullness
      ? 'fullest'
      : best.records.length > next.records.length
        ? 'frequent'
        : 'trusted';
  return {
    field,
    value: best.value,
    why,
    records: best.records,
    others: ranked.slice(1).map(({ value, records: r }) => ({ value, records: r })),
  };
}
