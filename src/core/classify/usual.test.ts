import type { BibRecord } from '@/core/record';
import { ALL, axisMask } from '@/core/vocabularies';
import { aRecord } from '@/testing/a-record';
import { fieldRecords } from '@/testing/field-records';
import { UsualText, usualClaim, usualInPopular } from './usual';
import type { UsualRule } from './usual-rule';
import { USUAL_RULES } from './usual-rules';

/** The same answers by trying every pattern: what the pass over the text must not miss. */
test('looking for words first never loses one that a rule of what is usual asks for', async () => {
  for (const { record } of await fieldRecords()) {
    const text = new UsualText(record);
    const whole = `${record.title}\n${record.abstract}`;
    for (const { id, has, lacks, titleOnly } of USUAL_RULES) {
      const read = titleOnly ? record.title : whole;
      if (has) expect(`${id} ${text.has(has, titleOnly)}`).toBe(`${id} ${has.test(read) || has.test(record.abstract)}`);
      if (lacks) expect(`${id} ${text.lacks(lacks, titleOnly)}`).toBe(`${id} ${!lacks.test(read)}`);
    }
  }
});

const inPeriodical = { issns: ['9991-2007'], volume: '3', authors: [{ family: 'Nils', given: 'Olof' }] };

/** Rules that apply to a record, when just the values are left among which a rule decides. */
function applying(rule: UsualRule, example: string | Partial<BibRecord>): (string | undefined)[] {
  const text = new UsualText(aRecord(typeof example === 'string' ? { ...inPeriodical, abstract: example } : example));
  if (rule.sources) return usualInPopular(ALL[rule.axis], text).map((c) => c.rule);
  const publications = rule.publications ? axisMask('publicationType', rule.publications) : ALL.publicationType;
  return [usualClaim(rule.axis, axisMask(rule.axis, rule.among), text, true, publications)?.rule];
}
const shown = (example: string | Partial<BibRecord>) => (typeof example === 'string' ? example : JSON.stringify(example));

test.each(USUAL_RULES.flatMap((r) => r.hits.map((e) => [r.id, shown(e), r, e] as const)))('%s applies to: %s', (id, _, rule, example) =>
  expect(applying(rule, example)).toContain(id),
);
test.each(USUAL_RULES.flatMap((r) => r.misses.map((e) => [r.id, shown(e), r, e] as const)))(
  '%s does not apply to: %s',
  (id, _, rule, example) => expect(applying(rule, example)).not.toContain(id),
);
test('every rule of what is usual has an example', () => {
  for (const rule of USUAL_RULES) expect([rule.id, rule.hits.length > 0]).toEqual([rule.id, true]);
});
