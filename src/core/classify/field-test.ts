import type { BibRecord } from '@/core/record';
import { pageCount } from './shape';
import type { FieldTest, RecordFact, TESTED_FIELDS, TESTED_TEXTS } from './usual-rule';

const MAGAZINE_TERMS = new Set(['mgzn', 'magazine', 'magazines', 'article-magazine', 'magazine article', 'popular magazine']);
const MAGAZINE_AS_SOURCE = /\bsource types?\s*[:=-]\s*(?:consumer |popular )?magazines?\b/i;
/** A language material that is a monograph, by positions 06 and 07 of the leader. MARC 21, Leader; from memory. */
const MONOGRAPH = 'LDR/06-07 am';

const isMagazineTerm = (term: string): boolean => MAGAZINE_TERMS.has(term.toLowerCase());
/** The database itself calls it a magazine; the type of a file format is not enough. */
const calledMagazine = (r: BibRecord): boolean =>
  r.types.some((t) => t.vocabulary === 'own' && isMagazineTerm(t.term)) ||
  Object.values(r.extra).some((values) => values.some((v) => MAGAZINE_AS_SOURCE.test(v)));

const FACTS: Readonly<Record<RecordFact, (r: BibRecord) => boolean>> = {
  periodical: (r) => r.issns.length > 0 || r.volume !== '' || r.issue !== '',
  'in-a-volume': (r) => r.volume !== '' && r.container !== '',
  'page-or-issue': (r) => r.pages !== '' || r.issue !== '',
  'called-a-magazine': calledMagazine,
  'not-popular': (r) => !r.types.some((t) => isMagazineTerm(t.term)) && !calledMagazine(r),
  // A whole text, by persons, with a publisher or an ISBN, and with no code that calls it anything else.
  'catalogued-as-a-book': (r) =>
    r.container === '' &&
    (r.isbns.length > 0 || r.publisher !== '') &&
    (r.authors[0]?.given ?? '') !== '' &&
    r.types
      .filter((t) => t.vocabulary === 'marc-code')
      .map((t) => t.term)
      .join() === MONOGRAPH,
};

const textsOf = (r: BibRecord, name: (typeof TESTED_TEXTS)[number]): readonly string[] =>
  name === 'types' ? r.types.map((t) => t.term) : r[name] === '' ? [] : [r[name]];
const isEmpty = (r: BibRecord, name: (typeof TESTED_FIELDS)[number]): boolean => r[name].length === 0;
const within = (n: number, { atLeast = 0, atMost = Number.POSITIVE_INFINITY }: { atLeast?: number; atMost?: number }): boolean =>
  n >= atLeast && n <= atMost;

/** Whether a record's fields are as a rule wants them. */
export function fieldsAre(test: FieldTest, r: BibRecord): boolean {
  if (test.facts?.some((fact) => !FACTS[fact](r))) return false;
  if (test.formats && !test.formats.includes(r.format)) return false;
  if (test.filled?.some((name) => isEmpty(r, name)) || test.empty?.some((name) => !isEmpty(r, name))) return false;
  if (test.pages && !within(pageCount(r.pages), test.pages)) return false;
  if (test.authors && !within(r.authors.length, test.authors)) return false;
  for (const { of, first, has, lacks } of test.texts ?? []) {
    const all = of.flatMap((name) => textsOf(r, name));
    const read = first ? all.slice(0, 1) : all;
    if ((has && !read.some((text) => has.test(text))) || (lacks && read.some((text) => lacks.test(text)))) return false;
  }
  return !test.any || test.any.some((one) => fieldsAre(one, r));
}
