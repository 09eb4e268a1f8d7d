import { NO, normalised, type SearchText, type Test, UNKNOWN, YES } from '@/core/query';
import type { BibRecord } from '@/core/record';
import type { LimiterKind } from './kind';

/** In place of an answer: the time for reading was over before the work's turn came. It counts as "can't tell". */
export const NOT_READ = 3;

/** Names a test among the answers that were worked out for a review's works. */
export const answerKey = (test: { kind: string }): string => JSON.stringify(test);

/**
 * What kinds that read text have in common: the columns hold no text, so the test is asked where the records are, and
 * judging copies its answers.
 */
export const textKind = <T extends { kind: string }>(
  own: Pick<LimiterKind<T>, 'schema' | 'words' | 'settledBy' | 'wouldPass'> & { compile(test: T): Test },
): LimiterKind<T> & { compile(test: T): Test } => ({
  ...own,
  judge(test, _evidence, columns, { answers }, verdicts) {
    const found = answers?.get(answerKey(test));
    if (found?.length !== columns.numbers.length) throw new RangeError('what the text of the works says has not been read');
    verdicts.set(found);
    for (let i = found.indexOf(NOT_READ); i >= 0; i = found.indexOf(NOT_READ, i + 1)) verdicts[i] = UNKNOWN;
  },
  cacheKey: () => null,
  unknownCode: () => undefined,
  relate: null,
  infers: false,
  asksPerson: false,
});

/** A heading without its subheading and the star of a main topic, as queries see text. */
export const mainHeading = (heading: string): string => normalised(heading.replace(/^\*/, '').split('/')[0]!);
/** An ISSN as its digits, so that a hyphen makes no difference. */
export const digitsOf = (issn: string): string => issn.replace(/[^\dxX]/g, '').toUpperCase();

/** Yes where a text of the field is among some; no where the field is there and none is. */
export const oneOf =
  (field: string, wanted: ReadonlySet<string>): Test =>
  (of) => {
    const texts = of.texts(field);
    if (texts === null) return UNKNOWN;
    return texts.some((t) => wanted.has(t)) ? YES : NO;
  };

/** A venue is known by its ISSN or its title: where one is missing the other alone can say no. */
export const either =
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
