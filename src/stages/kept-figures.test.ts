import { EMPTY_SOURCE } from '@/core/found';
import { DEFAULT_PROFILE } from '@/core/parity';
import { venueKey } from '@/core/venues';
import { reading } from '@/platform/cache/parts';
import { SourceDatabase } from '@/platform/db/schema';
import { aReview, importText, openTestDatabase, type TestDatabase } from '@/testing/database';
import { risEntry } from '@/testing/ris-entry';
import { said } from '@/testing/said';
import { ruleAxis } from './classify/commands/rule-axis';
import { undoRuling } from './classify/commands/undo-ruling';
import { classifyView } from './classify/queries/classify-view';
import { reviewState } from './decide/store/review-state';
import { addSource, takeSourceBack } from './found/commands/add-source';
import { ruleMerge } from './merge/commands/rule-merge';
import { joinsView } from './merge/queries/joins-view';
import { mergeView } from './merge/queries/merge-view';
import { mapTerm } from './retrieve/commands/map-term';
import { saveDatabase } from './retrieve/commands/save-database';
import { withdrawRetrieval } from './retrieve/commands/withdraw-retrieval';
import { retrieveView } from './retrieve/queries/retrieve-view';
import { retrievalsOf } from './retrieve/store/retrievals';
import { overview } from './review/queries/overview';
import { findWorks } from './works/queries/find-works';
import { factTables } from './write-up/queries/facts';

let db: TestDatabase;
let id: string;
beforeAll(async () => {
  db = await openTestDatabase();
  ({ id } = await aReview(db.context()));
});
afterAll(() => db.close());

const rows = <T extends object>(sql: string) => db.context().em.execute<T[]>(sql, [id]);
/** A context of a request of its own, as a page has it: what is kept is used. */
const page = () => reading(db.context());

const byDatabase = (list: readonly { database_id: string | null }[], database: string) =>
  list.filter((r) => r.database_id === database).length;

/** What is there, row by row: nothing of it is kept or counted by PostgreSQL. */
async function there() {
  const records = await rows<{ no: number; database_id: string | null; work: number | null; way: string | null; aside: boolean }>(
    `select r.no, r.database_id, m.work_no as work, f.way, a.record_no is not null as aside from active_record r
     left join work_record m on m.review_id = r.review_id and m.record_no = r.no and m.active
     left join set_aside a on a.review_id = r.review_id and a.record_no = r.no
     left join finding f on f.review_id = r.review_id and f.record_no = r.no where r.review_id = ? order by r.no`,
  );
  const works = new Map<number, { database_id: string | null }[]>();
  for (const r of await rows<{ work_no: number; database_id: string | null }>(
    'select m.work_no, r.database_id from work_record m join record r on r.review_id = m.review_id and r.no = m.record_no where m.review_id = ? and m.active',
  ))
    works.set(r.work_no, [...(works.get(r.work_no) ?? []), r]);
  const databases = await db.context().em.find(SourceDatabase, { reviewId: id }, { orderBy: { position: 'asc' } });
  return { records, works, databases };
}

/** What pages show of records, whether they are merged yet or not. */
async function agreeAtOnce() {
  const { records, works, databases } = await there();
  const merge = await mergeView(page(), id);
  expect(merge).toMatchObject({
    works: works.size,
    joined: [...works.values()].filter((own) => own.length > 1).length,
    waiting: records.filter((r) => r.work === null && !r.aside).length,
    listed: [...works.keys()].filter((no) => works.get(no)!.length > 1).sort((a, b) => a - b),
  });
  const own = (database: string) => [...works.values()].filter((w) => byDatabase(w, database) > 0);
  expect(merge.databases.map((d) => [d.tag, d.records, d.works])).toEqual(
    databases.map((d) => [d.tag, [...works.values()].reduce((n, w) => n + byDatabase(w, d.id), 0), own(d.id).length]),
  );
  expect(merge.overlap).toEqual(databases.map((a) => databases.map((b) => own(a.id).filter((w) => byDatabase(w, b.id) > 0).length)));
  const [a, b] = databases;
  if (b)
    expect((await mergeView(page(), id, [a!.tag, b.tag])).listed).toEqual(
      [...works.keys()].filter((no) => byDatabase(works.get(no)!, a!.id) && byDatabase(works.get(no)!, b.id)).sort((x, y) => x - y),
    );
  const retrieve = await retrieveView(page(), id);
  expect([retrieve.others, retrieve.unattributed]).toEqual([
    records.filter((r) => r.way).length,
    records.filter((r) => r.database_id === null && !r.way).length,
  ]);
}

/** What pages show of works, once they are merged and classified. */
async function agreeAtRest() {
  await agreeAtOnce();
  const { records, works, databases } = await there();
  const stored = await rows<{ container: string; title: string; axes: Record<string, { codes: string[]; causes?: object[] }> }>(
    'select container, title, axes from work where review_id = ? and absorbed_by is null',
  );
  const classify = await classifyView(page(), id);
  const count = (keys: readonly string[]) => {
    const counts: Record<string, number> = {};
    for (const key of keys) counts[key] = (counts[key] ?? 0) + 1;
    return counts;
  };
  const causes = stored.flatMap((w) => Object.entries(w.axes).flatMap(([axis, a]) => (a.causes ?? []).map((c) => ({ axis, ...c }))));
  const told = ({ axis, kind, key, label }: Record<string, unknown>) => JSON.stringify([axis, kind, key, label]);
  expect(Object.fromEntries(classify.disputes.map((d) => [told({ ...d }), d.works]))).toEqual(count(causes.map(told)));
  expect(Object.fromEntries(classify.gaps.map((g) => [venueKey(g.title), g.works]))).toEqual(
    count(stored.filter((w) => w.container).map((w) => venueKey(w.container))),
  );
  expect(classify.gaps.reduce((n, g) => n + g.open, 0)).toBe(
    stored.filter((w) => w.container && w.axes.peerReview!.codes.length > 1).length,
  );
  const unmapped = await rows<{ database_id: string | null; unmapped: string[] }>(
    'select r.database_id, c.unmapped from active_record r join record_claims c on c.review_id = r.review_id and c.record_no = r.no where r.review_id = ?',
  );
  expect(classify.unmapped.reduce((n, t) => n + t.records, 0)).toBe(unmapped.reduce((n, r) => n + r.unmapped.length, 0));
  const shown = await overview(page(), id);
  expect([shown.records, shown.works, shown.identities.filter((i) => !i.holds)]).toEqual([records.length, works.size, []]);
  const ctx = page();
  const facts = await factTables(ctx, await reviewState(ctx, id));
  const tagOf = new Map(databases.map((d) => [d.id, d.tag]));
  expect(facts.records).toEqual(
    records.map((r) => ({ no: r.no, work: r.work, database: r.way ? `++${r.way}` : tagOf.get(r.database_id ?? '') })),
  );
  const joins = await joinsView(page(), id, { find: '', order: 'newest', page: 1, seed: 0 });
  expect(joins.joins.map((j) => j.workNo)).toEqual([...works.keys()].filter((no) => works.get(no)!.length > 1).sort((x, y) => y - x));
  expect((await said(findWorks(page(), id, { find: 'lamp' }))).total).toBe(stored.filter((w) => /lamp/i.test(w.title)).length);
}

/** Does something, and looks at the figures before the background has followed, and after. */
async function after(act: () => Promise<unknown>) {
  await act();
  await agreeAtOnce();
  await db.work(id);
  await agreeAtRest();
}

const entries = (numbers: readonly number[], ...lines: string[]) =>
  numbers.map((n) => risEntry(n, `Lamp of kind ${n} for mill ${n * 7}`, ...lines).replace('of Floors', `of Floors ${n % 3}`)).join('\n');
const FOUND: Parameters<typeof addSource>[2] = {
  how: { way: 'hand', place: 'The lower shelf', foundOn: '2026-09-17', note: '', ofWork: null, direction: null },
  source: { ...EMPTY_SOURCE, kind: 'book', title: 'A lamp in the tower', authors: 'Falk, Iben', date: '1999', publisher: 'Sluicegate' },
  pasted: '',
};

test('what is kept is what counting row by row gives, whatever happens to a review', async () => {
  let [first, second] = ['', ''];
  await after(async () => {
    ({ databaseId: first } = await importText(db, id, 'VH', entries([1, 2, 3, 4, 5], 'M3  - Editorial')));
  });
  await after(async () => {
    ({ databaseId: second } = await importText(db, id, 'OF', entries([4, 5, 6, 7], 'M3  - Randomized Controlled Trial', 'M3  - Aufsatz')));
  });
  await after(() =>
    said(
      ruleAxis(db.context(), id, {
        ...{ axis: 'peerReview', codes: ['refereed'], workNo: null, workNos: [1, 2, 4] },
        ...{ cause: null, standing: false, reason: 'The journal says so.' },
      }),
    ),
  );
  await after(() =>
    said(
      ruleAxis(db.context(), id, {
        ...{ axis: 'publicationType', codes: ['research-article'], workNo: 5 },
        ...{ cause: null, standing: false, reason: 'It has a method.' },
      }),
    ),
  );
  await after(async () => {
    const [last] = await rows<{ seq: number }>('select max(seq) as seq from ruling where review_id = ?');
    await said(undoRuling(db.context(), id, { seq: last!.seq }));
  });
  await after(() => said(ruleMerge(db.context(), id, { verdict: 'join', a: 1, others: [2], link: null, reason: 'One lamp.' })));
  const { record } = await said(addSource(db.context(), id, FOUND));
  await agreeAtOnce();
  await db.work(id);
  await agreeAtRest();
  await after(async () => {
    const [, retrieval] = await retrievalsOf(db.context(), id);
    await said(withdrawRetrieval(db.context(), id, { id: retrieval!.id, withdrawn: true, why: 'Wrong day.' }));
  });
  await after(async () => {
    const [, retrieval] = await retrievalsOf(db.context(), id);
    await said(withdrawRetrieval(db.context(), id, { id: retrieval!.id, withdrawn: false, why: '' }));
  });
  await after(() =>
    said(mapTerm(db.context(), id, { databaseId: second, vocabulary: 'own', term: 'Aufsatz', sets: { publicationType: ['editorial'] } })),
  );
  await after(() => said(takeSourceBack(db.context(), id, { record, back: true, why: 'Seen twice.' })));
  await after(() => said(saveDatabase(db.context(), id, { id: first, name: 'Vellmora', tag: 'VX', profile: DEFAULT_PROFILE })));
});
