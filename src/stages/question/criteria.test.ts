import { randomUUID } from 'node:crypto';
import { startReasons } from '@/stages/decide/commands/start-reasons';
import { upgraded } from '@/stages/review/bundle/forms';
import { ROW_KINDS } from '@/stages/review/bundle/rows';
import { overview } from '@/stages/review/queries/overview';
import { slipOf } from '@/stages/write-up/queries/slip';
import { aReview, importText, openTestDatabase, type TestDatabase } from '@/testing/database';
import { risEntry } from '@/testing/ris-entry';
import { saveCriteria } from './commands/save-criteria';
import { codeFor, freeCode } from './screens/reason-code';
import type { CriterionInput } from './store/criteria';
import { reasonsOf } from './store/reasons';

const criterion = (rest: Partial<CriterionInput>): CriterionInput => ({
  ...{ id: randomUUID(), text: 'Tilers', definition: '', judgedBy: 'reader', reasonCode: 'population', quota: null },
  ...rest,
});
const QUOTA = { atLeast: 2, all: [{ axis: 'sourceType' as const, allowed: ['scholarly-journal'] }], years: 10 };

let db: TestDatabase;
beforeAll(async () => {
  db = await openTestDatabase();
});
afterAll(() => db.close());

test('a minimum number is counted and is no reason; a criterion without words stands nowhere else', async () => {
  const { id } = await aReview(db.context());
  await importText(db, id, 'VH', risEntry(1, 'Mats for tilers', 'PY  - 2024'));
  const value = [
    criterion({}),
    criterion({ text: 'At least two articles', judgedBy: 'number', reasonCode: 'reason-2', quota: QUOTA }),
    criterion({ text: ' ', reasonCode: 'reason-3' }),
  ];
  expect(await saveCriteria(db.context(), id, { value })).toMatchObject({ ok: true });
  await startReasons(db.context(), id);
  const codes = (await reasonsOf(db.context(), id, 'title-abstract')).map((r) => r.code);
  expect(codes).toContain('population');
  expect(codes.filter((c) => c.startsWith('reason-'))).toEqual([]);
  expect((await slipOf(db.context(), id, 1)).criteria.map((c) => c.text)).toEqual(['Tilers']);
  expect((await overview(db.context(), id)).quotas).toMatchObject([{ criterion: 'At least two articles', atLeast: 2 }]);

  // As soon as it has words it is a reason; judged by a number instead it is none any more.
  await saveCriteria(db.context(), id, {
    value: [criterion({ judgedBy: 'number', quota: QUOTA }), criterion({ text: 'Pain', reasonCode: 'reason-3' })],
  });
  const now = (await reasonsOf(db.context(), id, 'title-abstract')).map((r) => r.code);
  expect(now).toContain('reason-3');
});

test('a quota on one axis, as bundles carried it, is one that can be on several', () => {
  const row = { quota: { atLeast: 3, axis: 'level', allowed: ['1', '2'] } };
  for (const form of [1, 2])
    expect(upgraded(form, 'criterion', row)).toEqual({ quota: { atLeast: 3, all: [{ axis: 'level', allowed: ['1', '2'] }], years: null } });
  expect(upgraded(2, 'criterion', { quota: null })).toEqual({ quota: null });
  const { quota } = ROW_KINDS.criterion.schema.shape;
  expect(quota!.safeParse(upgraded(2, 'criterion', row)!.quota).success).toBe(true);
});

test.each([
  ['People who lay tiles', 'reason-1', 'people-who-lay-tiles'],
  ['Études randomisées, publiées après 2019 en français', 'reason-1', 'etudes-randomisees'],
  ['Taken', 'reason-1', 'reason-1'],
  ['Anything', 'own-code', 'own-code'],
  ['—', 'reason-1', 'reason-1'],
])('the code of “%s” with %s is %s', (text, reasonCode, expected) => {
  const one = criterion({ text, reasonCode });
  expect(codeFor(one, [one, criterion({ reasonCode: 'taken' })])).toBe(expected);
  expect(freeCode(['reason-2', 'reason-3'])).toBe('reason-4');
});
