/**
 * The one table by which pairs of records are judged. A weight is an estimate of log2(m/u): how many times likelier,
 * in doublings, an outcome is in two records of one publication than in two records of different ones that share a
 * block. @source Fellegi IP, Sunter AB. J Am Stat Assoc 1969;64:1183–1210 for the form; the values are set by hand
 * from how databases differ, and checked on seeded records with known truth ("npm run bench -- merging").
 */
interface Weight {
  weight: number;
  /** What the outcome is called when a join is explained. */
  words: string;
  why: string;
}
const w = (weight: number, words: string, why: string): Weight => ({ weight, words, why });

export const WEIGHTS = {
  doi: {
    same: w(12, 'the same DOI', 'Registered for one object; wrong only where a record carries that of its neighbour or its whole.'),
    slip: w(-1, 'DOIs that differ by one letter', 'As often a slip of the keyboard as another object, so it is asked.'),
    version: w(-6, 'DOIs of two versions', 'Equal but for a version at the end: versions have DOIs of their own.'),
    differs: w(-9, 'different DOIs', 'An item rarely has two, except when it is posted in two places.'),
  },
  pmid: {
    same: w(12, 'the same PMID', 'Given once, by one indexer.'),
    differs: w(-11, 'different PMIDs', 'The indexer itself keeps them apart.'),
  },
  title: {
    same: w(8, 'the same title', 'Titles of some length are rarely given twice; markup, case, accents and spelling do not count.'),
    slips: w(6.5, 'a title with a slip of the keyboard', 'Databases mistype one title in fifty; another work differs by a whole word.'),
    shorter: w(4, 'a title that one of them cuts short', 'Subtitles are lost, long titles cut; but parts of a series begin alike too.'),
    subtitle: w(-3, 'the same title with another subtitle', 'Protocols, parts and versions are named so.'),
    near: w(0, 'titles that differ in a word or two', 'Reworded by a database, or the next paper of the same team.'),
    partly: w(-6, 'titles that share about half their words', 'Usual among papers on one subject.'),
    numbers: w(-10, 'titles with different numbers', 'Part I and part II, and reports year by year, differ in nothing else.'),
    number: w(-5, 'a title to which one adds a number', 'A part or a year that the other leaves out, or another part or year.'),
    different: w(-12, 'different titles', 'Two titles for one item: only translations, and mistakes.'),
    generic: w(0, 'a title that many items share', '“Editorial” and “Reply” say nothing about which.'),
  },
  people: {
    same: w(6, 'the same authors', 'The same names in the same order; initials and full given names agree.'),
    first: w(4, 'the same first author', 'Lists are cut after one, three or six names.'),
    some: w(1, 'authors in common', 'Teams publish often.'),
    swapped: w(5, 'the same authors with family and given names swapped', 'A fault of import seen in many databases.'),
    initials: w(-5, 'a first author of another given name', 'Common family names are shared by many.'),
    differs: w(-8, 'different authors', 'Nobody loses all authors of an item.'),
  },
  year: {
    same: w(2, 'the same year', 'One in a dozen or so of different works shares it by chance.'),
    near: w(0, 'years one apart', 'Online one year, in an issue the next.'),
    differs: w(-5, 'years that are two or more apart', 'Years are rarely wrong by more than one.'),
  },
  container: {
    same: w(3, 'the same journal or book', 'Abbreviations and ISSNs are taken into account.'),
    differs: w(-4, 'different journals or books', 'Names vary more than can be known.'),
  },
  volume: {
    same: w(2, 'the same volume', 'Goes with the year in one journal, so it adds little to it.'),
    differs: w(-4, 'different volumes', 'Copied from print; rarely mistyped.'),
  },
  issue: {
    same: w(1, 'the same issue', 'Numbers of issues are few and come again.'),
    differs: w(-1, 'different issues', 'Often missing or numbered otherwise.'),
  },
  pages: {
    same: w(5, 'the same first page', 'Few items of one volume begin on one page.'),
    form: w(-1, 'a page and an article number', 'Some databases print the one, some the other.'),
    differs: w(-6, 'different pages', 'Copied from print, rarely wrong.'),
  },
  abstract: {
    same: w(7, 'abstracts that begin alike', 'Copied from the publisher.'),
    differs: w(-4, 'abstracts that begin differently', 'Versions, parts and summaries of talks have their own.'),
  },
  isbn: {
    same: w(5, 'the same ISBN', 'Chapters share that of their book, so it does not decide alone.'),
    differs: w(-2, 'different ISBNs', 'Bindings and editions have their own.'),
  },
  language: {
    differs: w(-3, 'different languages', 'A translation is a work of its own.'),
  },
  kind: {
    same: w(1, 'the same kind of item', 'Most items of a journal are of one kind.'),
    stated: w(-4, 'different kinds of item, as their databases say', 'Databases differ about kinds, so it does not decide.'),
    preprint: w(-7, 'one is a preprint', 'Posted before, and then published: two versions, one family.'),
    named: w(
      -14,
      'titles that name different kinds of item',
      'A correction, a reply or a protocol names itself, and its publication does not.',
    ),
  },
} as const;

export type Field = keyof typeof WEIGHTS;
export type Outcome<F extends Field> = keyof (typeof WEIGHTS)[F] & string;

/** What one field of two records says. */
export interface Evidence {
  field: Field;
  outcome: string;
  weight: number;
}
const entryOf = ({ field, outcome }: Pick<Evidence, 'field' | 'outcome'>): Weight =>
  (WEIGHTS[field] as unknown as Record<string, Weight>)[outcome]!;
export const weightOf = (field: Field, outcome: string): number => (WEIGHTS[field] as unknown as Record<string, Weight>)[outcome]!.weight;
export const evidence = (field: Field, outcome: string): Evidence => ({ field, outcome, weight: weightOf(field, outcome) });
export const evidenceWords = (e: Pick<Evidence, 'field' | 'outcome'>): string => entryOf(e).words;
export const evidenceWhy = (e: Pick<Evidence, 'field' | 'outcome'>): string => entryOf(e).why;

export const THRESHOLDS = {
  join: {
    score: 13,
    why: 'About eight thousand times likelier one publication than two: an automatic join must be right 999 times in 1,000.',
  },
  ask: { score: 7, why: 'From here a person looks; below, two records are taken for two publications.' },
  /** Where something contradicts, as different DOIs do, only what agrees in all else is asked about. */
  askDespite: { score: 9, why: 'A contradiction is more often right than a typing error; agreement in all else makes it worth a look.' },
} as const;

/** What forbids an automatic join, whatever the score. A person can still join. */
export const CONTRADICTIONS = {
  pmid: 'their PMIDs differ',
  doi: 'their DOIs differ',
  named: 'their titles name different kinds of item',
  numbers: 'the numbers in their titles differ',
  place: 'their pages or volumes differ',
  container: 'they stand in different journals or books',
  elsewhere: 'one stands in a volume of a journal, the other elsewhere and in none',
  papers: 'one stands among the papers of a meeting, the other in a journal',
  kind: 'they are different kinds of item, and stand in different places',
  titles: 'too much of their titles differs',
  year: 'their years are two or more apart',
  edition: 'they are editions of a book, years apart',
  serial: 'their title comes again every year, and their years differ',
  people: 'their authors differ',
  preprint: 'one is a preprint',
  title: 'nothing but the title agrees',
  bare: 'nothing says where they stand, and their years or titles leave a doubt',
  wording: 'a word of their titles differs, and neither pages nor abstract speak for them',
  ruled: 'a person keeps them apart',
} as const;
export type Contradiction = keyof typeof CONTRADICTIONS;

/** Words for what a comparison rests on: what agrees, what speaks against, and what forbids an automatic join. */
export function comparisonWords(
  compared: { evidence: readonly Evidence[]; contradictions: readonly Contradiction[] },
  held = false,
): string {
  const words = (list: readonly Evidence[]) => list.map(evidenceWords).join(', ');
  const parts = [
    words(compared.evidence.filter((e) => e.weight > 0)),
    compared.evidence.some((e) => e.weight < 0) ? `but ${words(compared.evidence.filter((e) => e.weight < 0))}` : '',
    compared.contradictions.length ? `not joined because ${compared.contradictions.map((c) => CONTRADICTIONS[c]).join(' and ')}` : '',
    held ? 'kept apart because a record of their works, or one that fits as well, contradicts' : '',
  ];
  return parts.filter(Boolean).join('; ');
}
