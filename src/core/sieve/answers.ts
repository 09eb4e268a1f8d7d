import { type BibRecord, yearOfDay } from '@/core/record';
import { type Columns, NO_DATE } from './columns';
import { compileText, readsText, type TextTest } from './kinds';
import { answerKey, NOT_READ, WorkText } from './kinds/text';
import type { Sieve } from './limiter';

/** Tests of a sieve that read text and are on, each once. */
export function textTests(sieve: Sieve): Map<string, TextTest> {
  const tests = new Map<string, TextTest>();
  for (const { on, test } of sieve) if (on && readsText(test)) tests.set(answerKey(test), test);
  return tests;
}

/** Of how many works a test was not asked, because the time for reading was over. */
export const notRead = (answers: Uint8Array): number => answers.reduce((n, a) => n + Number(a === NOT_READ), 0);

/** The text of the work at an index of the columns. */
export function workText(columns: Columns, i: number, records: readonly BibRecord[]): WorkText {
  const { from, to } = columns.dates.earliest;
  return new WorkText(records, to[i] === NO_DATE.to ? null : [yearOfDay(from[i]!), yearOfDay(to[i]!)]);
}

/**
 * What the tests of a sieve that read text say of every work, by `answerKey`.
 * @param records of each work, in the order of the columns
 * @throws QueryError for a query that cannot be read
 */
export function askTexts(sieve: Sieve, columns: Columns, records: readonly (readonly BibRecord[])[]): Map<string, Uint8Array> {
  const tests = [...textTests(sieve)].map(([key, test]) => ({ key, ask: compileText(test), found: new Uint8Array(records.length) }));
  if (tests.length > 0)
    records.forEach((own, i) => {
      const text = workText(columns, i, own);
      for (const { ask, found } of tests) found[i] = ask(text);
    });
  return new Map(tests.map(({ key, found }) => [key, found]));
}
