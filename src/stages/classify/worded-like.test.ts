import { reviewState } from '@/stages/decide/store/review-state';
import { aReview, importText, openTestDatabase, type TestDatabase } from '@/testing/database';
import { said } from '@/testing/said';
import { ruleAxis } from './commands/rule-axis';
import { undoRuling } from './commands/undo-ruling';
import { wordedLikeRuled } from './queries/worded-like';

let db: TestDatabase;
beforeAll(async () => {
  db = await openTestDatabase();
});
afterAll(() => db.close());

const TOPICS = ['Harbour dredging', 'Chimney soot', 'Flour dust', 'Bell ringing', 'Rope tar', 'Salt pans', 'Peat smoke'];
const OTHERS = [
  'Weaving',
  'Glazing',
  'Thatching',
  'Ploughing',
  'Baking',
  'Brewing',
  'Tanning',
  'Milling',
  'Fulling',
  'Dyeing',
  'Coopering',
  'Masonry',
];
const other = (n: number, topic: string) =>
  told(n, topic).replace(
    /AB {2}- .*/,
    `AB  - ${topic} is described by its tools, its guilds, and the songs that were sung to it in spring.`,
  );
const told = (n: number, topic: string) =>
  [
    ...['TY  - JOUR', `AN  - A${n}`, `TI  - ${topic} and the knees of old porters`, `AU  - Falk, Iben${n}`, 'PY  - 2021'],
    ...['T2  - Annals of Floors', 'VL  - 3', `SP  - ${n}12`],
    `AB  - Names in the ledger of the harbour office were looked up again after the winter, and whoever had gone was traced by letter. ${topic} is discussed.`,
    ...['ER  - ', ''],
  ].join('\n');

test('after rulings the open works worded alike are offered, with the ruling; nothing is settled, and taking back withdraws', async () => {
  const { id } = await aReview(db.context());
  await importText(db, id, 'VH', [...TOPICS.map((t, i) => told(i + 1, t)), ...OTHERS.map((t, i) => other(i + 20, t))].join(''));
  const context = () => db.context();
  const { columns } = await reviewState(context(), id);
  const before = Array.from(columns.all.design);
  expect((await said(wordedLikeRuled(context(), id))).offers).toEqual([]);
  const rule = (workNo: number) =>
    ruleAxis(context(), id, {
      ...{ axis: 'design', codes: ['cohort-retrospective'], workNo, cause: null, standing: false },
      reason: 'They were traced from a ledger.',
    });
  const first = await rule(1);
  expect((await said(wordedLikeRuled(context(), id))).offers).toEqual([]);
  await rule(2);
  const answer = await said(wordedLikeRuled(context(), id));
  expect(answer.offers).toMatchObject([{ axis: 'design', codes: ['cohort-retrospective'], ruled: 2 }]);
  const [offer] = answer.offers;
  expect(offer!.works.map((w) => w.no).sort()).toEqual([3, 4, 5, 6, 7]);
  for (const work of offer!.works) {
    expect(work.title).toContain('porters');
    expect(work.words.length).toBeGreaterThan(2);
  }
  const after = (await reviewState(context(), id)).columns;
  expect(Array.from(after.all.design).slice(2)).toEqual(before.slice(2));
  // The works that are picked are ruled on together.
  await ruleAxis(context(), id, {
    ...{ axis: 'design', codes: offer!.codes, workNo: null, workNos: [3, 4], cause: null, standing: false },
    reason: 'Worded like the others, and read.',
  });
  const left = (await said(wordedLikeRuled(context(), id))).offers[0]!;
  expect([left.ruled, left.works.map((w) => w.no).sort()]).toEqual([4, [5, 6, 7]]);
  if (first.ok) await undoRuling(context(), id, { seq: first.seq });
  expect((await said(wordedLikeRuled(context(), id))).offers[0]!.ruled).toBe(3);
});
