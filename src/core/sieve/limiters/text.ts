import { z } from 'zod';
import { type Answer, compileQuery, NO, normalised, parseQuery, type SearchText, type Test, UNKNOWN, YES } from '@/core/query';
import type { BibRecord } from '@/core/record';

/** Lets in what a query in the Contextual Query Language finds. */
export const queryTest = z.strictObject({ kind: z.literal('query'), query: z.string().trim().min(1).max(4000) });
/** Lets in works that are indexed under one of some headings. */
export const headingTest = z.strictObject({
  kind: z.literal('heading'),
  headings: z.array(z.string().trim().min(1).max(200)).min(1).max(200),
});
/** Lets in works of some venues only, or of all others. A venue is an ISSN or a title. */
export const venueTest = z.strictObject({
  kind: z.literal('venue'),
  venues: z.array(z.string().trim().min(1).max(300)).min(1).max(2000),
  keep: z.enum(['only', 'not']),
});
export type TextTest = z.infer<typeof queryTest> | z.infer<typeof headingTest> | z.infer<typeof venueTest>;

/** Names a test among the answers that were worked out for a review's works. */
export const answerKey = (test: TextTest): string => JSON.stringify(test);

/**
 * What a test that reads text says of a work. The columns hold no text, so it is asked where the records are.
 * @throws QueryError for a query that cannot be read, with its place
 */
export function compileText(test: TextTest): Test {
  if (test.kind === 'query') return compileQuery(parseQuery(test.query));
  if (test.kind === 'heading') return oneOf('heading-whole', new Set(test.headings.map(mainHeading)));
  const found = either(oneOf('issn', new Set(test.venues.map(digitsOf))), oneOf('container', new Set(test.venues.map(normalised))));
  return test.keep === 'only' ? found : (of) => (2 - found(of)) as Answer;
}

/** A heading without its subheading and the star of a main topic, as queries see text. */
export const mainHeading = (heading: string): string => normalised(heading.replace(/^\*/, '').split('/')[0]!);
/** An ISSN as its digits, so that a hyphen makes no difference. */
export const digitsOf = (issn: string): string => issn.replace(/[^\dxX]/g, '').toUpperCase();

/** Yes where a text of the field is among some; no where the field is there and none is. */
const oneOf =
  (field: string, wanted: ReadonlySet<string>): Test =>
  (of) => {
    const texts = of.texts(field);
    if (texts === null) return UNKNOWN;
    return texts.some((t) => wanted.has(t)) ? YES : NO;
  };

/** A venue is known by its ISSN or its title: where one is missing the other alone can say no. */
const either =
  (a: Test, b: Test): Test =>
  (of) => {
    const [x, y] = [a(of), b(of)];
    return x === YES || y === YES ? YES : x === NO || y === NO ? NO : UNKNOWN;
  };

/** What the tests read of a work, made from its records: null where none of them says. */
export class WorkText implements SearchText {
  private readonly fields = new Map<string, readonly string[] | null>();
  constructor(
    private readonly records: readonly BibRecord[],
    private readonly span: readonly [number, number] | null,
  ) {}
  texts(field: string): readonly string[] | null {
    let known = this.fields.get(field);
    if (known === undefined) {
      const texts = this.records.flatMap(READ[field] ?? (() => []));
      known = texts.length ? texts : null;
      this.fields.set(field, known);
    }
    return known;
  }
  years() {
    return this.span;
  }
}

const some = (text: string): string[] => (text.trim() ? [normalised(text)] : []);
const READ: Readonly<Record<string, (r: BibRecord) => string[]>> = {
  title: (r) => some(r.title),
  abstract: (r) => some(r.abstract),
  heading: (r) => r.headings.flatMap(some),
  'heading-whole': (r) => r.headings.map(mainHeading),
  container: (r) => some(r.container),
  publisher: (r) => some(r.publisher),
  author: (r) => r.authors.flatMap((a) => [...some(`${a.family} ${a.given}`), ...(a.given ? some(`${a.given} ${a.family}`) : [])]),
  issn: (r) => r.issns.map(digitsOf),
};
