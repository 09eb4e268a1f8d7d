import type { Limiter } from '@/core/sieve';
import { Retrieval } from '@/platform/db/schema';
import { answerJournals } from '@/stages/classify/commands/answer-journals';
import { ruleAxis } from '@/stages/classify/commands/rule-axis';
import { venuesOf } from '@/stages/classify/store/venues';
import { stateNative } from '@/stages/retrieve/commands/state-native';
import { writeUpFrame } from '@/stages/write-up/queries/data';
import { aReview, importText, openTestDatabase, type TestDatabase } from '@/testing/database';
import { risEntry } from '@/testing/ris-entry';
import { said } from '@/testing/said';
import { saveSieve } from './commands/save-sieve';
import { saveTolerance } from './commands/save-tolerance';
import { cellRemedies, journalsBehind } from './queries/behind';
import { parityView } from './queries/parity-view';

const of = (journal: string, issn: string, from: number, n: number) =>
  Array.from({ length: n }, (_, i) =>
    risEntry(from + i, `Mats and knees, part ${from + i}`, 'PY  - 2021', 'AB  - We randomised 40 tilers to mats or none. Pain fell.')
      .replace('Annals of Floors', journal)
      .replace('9990-1048', issn),
  );
const REFEREED: Limiter = {
  ...{ id: 'refereed', name: 'Refereed', evidence: 'stated-and-inferred', whenUnknown: 'hold', rationale: '', on: true },
  test: { kind: 'coded', axis: 'peerReview', allowed: ['refereed'] },
};

let db: TestDatabase;
let id: string;
let retrieval: string;
beforeAll(async () => {
  db = await openTestDatabase();
  ({ id } = await aReview(db.context()));
  const file = [...of('Annals of Floors', '9990-1048', 1, 6), ...of('Tiling Weekly', '9990-2044', 20, 3), ...of('The Grout', '', 30, 1)];
  await importText(db, id, 'VH', file.join('\n'));
  await saveSieve(db.context(), id, { sieve: [REFEREED], seenEdit: 0 });
  retrieval = (await db.context().em.findOneOrFail(Retrieval, { reviewId: id })).id;
});
afterAll(() => db.close());

const cell = async () => (await parityView(db.context(), id)).rows[0]!.cells[0]!;
const behind = async () => {
  const found = await said(journalsBehind(db.context(), id, { limiter: 'refereed', retrieval: null }));
  return [found.works, ...found.journals.map((j) => `${j.title}: ${j.works}`)];
};

test('the journals behind what a limiter holds are answered at once, and their works follow', async () => {
  expect(await behind()).toEqual([10, 'Annals of Floors: 6', 'Tiling Weekly: 3', 'The Grout: 1']);
  expect(await cell()).toMatchObject({ state: 'blind', blind: 10, reached: 10, changes: 10 });
  const remedies = await said(cellRemedies(db.context(), id, { limiter: 'refereed', retrieval }));
  expect(remedies).toMatchObject({ axis: 'peerReview', journals: { n: 3, works: 10 } });
  expect(remedies.alike.reduce((n, a) => n + a.works.length, 0)).toBe(10);

  const answers = [
    { title: 'Annals of Floors', issns: ['9990-1048'], refereed: 'yes' as const, since: null },
    { title: 'Tiling Weekly', issns: ['9990-2044'], refereed: 'no' as const, since: null },
  ];
  const { before } = await said(answerJournals(db.context(), id, { answers }));
  expect(before.map((b) => b.gone)).toEqual([[], []]);
  await db.work(id);
  expect(await behind()).toEqual([1, 'The Grout: 1']);
  expect(await cell()).toMatchObject({ state: 'partly-blind', blind: 1 });

  // An answer that is given anew replaces the entry, and says what stood there.
  const since = [{ ...answers[0]!, since: 2022 }];
  const again = await said(answerJournals(db.context(), id, { answers: since }));
  expect(again.before[0]!.gone).toMatchObject([{ refereed: 'yes', from: null }]);
  const years = (await venuesOf(db.context().em, id)).map((v) => v.type === 'journal' && [v.refereed, v.from, v.to]);
  expect(years).toEqual([
    ['no', null, 2021],
    ['yes', 2022, null],
    ['no', null, null],
  ]);
  await db.work(id);
  // Of 2021 it was not refereed then: its works are told of, and stopped.
  expect(await behind()).toEqual([1, 'The Grout: 1']);
  expect((await cell()).blind).toBe(1);
  await answerJournals(db.context(), id, { answers: answers.slice(0, 1) });
  await db.work(id);
});

test('one ruling on what is left makes the cell even; so does letting more be', async () => {
  await saveTolerance(db.context(), id, { tolerance: 0.2 });
  expect(await cell()).toMatchObject({ state: 'even', blind: 1 });
  await saveTolerance(db.context(), id, { tolerance: 0.05 });
  const { alike } = await said(cellRemedies(db.context(), id, { limiter: 'refereed', retrieval }));
  expect(alike).toHaveLength(1);
  const ruling = { axis: 'peerReview' as const, codes: ['refereed'], cause: null, standing: false, reason: 'Its page says so.' };
  await said(ruleAxis(db.context(), id, { ...ruling, workNo: null, workNos: alike[0]!.works }));
  await db.work(id);
  expect(await cell()).toMatchObject({ state: 'even', blind: 0 });
  expect((await parityView(db.context(), id)).hanging).toBe(0);
});

test('a limiter that got lost there is stated: the cell is what the sieve makes of it, and the write-up says so', async () => {
  const em = db.context().em;
  const row = await em.findOneOrFail(Retrieval, { reviewId: id });
  const step = { done: 'mats', count: 9, tabs: [], removed: [] };
  row.steps = [
    { ...step, number: 1, limiters: [{ name: 'Peer reviewed', how: 'control' }] },
    { ...step, number: 2, limiters: [] },
  ];
  await em.flush();
  expect(await cell()).toMatchObject({ state: 'not-taken' });
  const why = 'A suggestion that was followed took it away.';
  await said(stateNative(db.context(), id, { id: retrieval, native: 'Peer reviewed', why }));
  expect(await cell()).toMatchObject({ state: 'even', stated: 'Peer reviewed', why: expect.stringContaining(why) });
  const even = (await writeUpFrame(db.context(), id)).methods.find((m) => m.title === 'Evenness across databases');
  expect(even!.pieces.join('')).toContain('the limiter “Peer reviewed” did not take');
  await said(stateNative(db.context(), id, { id: retrieval, native: 'Peer reviewed', why: '' }));
  expect(await cell()).toMatchObject({ state: 'not-taken', stated: '' });
});
