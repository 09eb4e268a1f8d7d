import { fieldRecords } from '@/testing/field-records';
import { USUAL_RULES, UsualText } from './usual';

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
