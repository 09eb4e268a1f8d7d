import { SCHEMES } from '@/core/classify';
import { limiterSchema, quotaSchema } from '@/core/sieve';
import { Review } from '@/platform/db/schema';
import { openTestDatabase, type TestDatabase } from '@/testing/database';
import { createReview } from './commands/create-review';
import { limitersOf, START_NAMES, STARTS, type Start, schemeOfStart } from './starts';
import { criteriaOf } from './store/criteria';
import { reasonsOf } from './store/reasons';

const SETTINGS = {
  ...{ title: 'Tide mills', question: '', kind: 'treatment-benefit', population: '', intervention: '', comparison: '', outcome: '' },
  ...{ asOf: '2026-09-14', scheme: 'ocebm-2011', person: 'R. Tester' },
};
let db: TestDatabase;
beforeAll(async () => {
  db = await openTestDatabase();
});
afterAll(() => db.close());

test.each(START_NAMES)('a review that starts from “%s” has what it says, and every part of it is valid', async (name) => {
  const start: Start = STARTS[name];
  const { id } = await createReview(db.context(), SETTINGS, name);
  const review = await db.context().em.findOneOrFail(Review, { id });
  const scheme = SCHEMES[schemeOfStart(start, SETTINGS.scheme)]!;
  expect(review.scheme).toBe(scheme.id);
  expect(review.sieve.map((l) => l.id)).toEqual([...limitersOf(start, scheme).map((l) => l.id), 'retracted']);
  for (const limiter of review.sieve) expect(limiterSchema.safeParse(limiter).success).toBe(true);
  const criteria = await criteriaOf(db.context(), id);
  expect(criteria.map((c) => c.text)).toEqual(start.criteria.map((c) => c.text));
  expect(new Set(criteria.map((c) => c.reasonCode)).size).toBe(criteria.length);
  for (const { quota } of criteria) expect(quota === null || quotaSchema.safeParse(quota).success).toBe(true);
  // What is counted is no reason; everything else is one.
  const reasons = (await reasonsOf(db.context(), id, 'title-abstract')).map((r) => r.code);
  expect(reasons).toEqual(start.criteria.filter((c) => c.judgedBy !== 'number').map((c) => c.reasonCode));
});
