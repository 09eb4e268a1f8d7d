import { ONE_READER, type ReadersSetting } from '@/core/readers';
import { reading } from '@/platform/cache/parts';
import type { Context } from '@/platform/context';
import { DifferenceNote, JudgementRow, Membership } from '@/platform/db/schema';
import { signedIn } from '@/platform/sign-in/person';
import { ruleMerge } from '@/stages/merge/commands/rule-merge';
import { addMember, makeAccount } from '@/stages/people';
import { pulse, stampsOfReview } from '@/stages/review/queries/pulse';
import { QUERIES } from '@/stages/verbs';
import { workDetail } from '@/stages/works/queries/work-detail';
import { aReview, importText, openTestDatabase, type TestDatabase } from '@/testing/database';
import { risEntry } from '@/testing/ris-entry';
import { said } from '@/testing/said';
import { decideWork } from './commands/decide';
import { decideMany } from './commands/decide-many';
import { noteDifference } from './commands/note-difference';
import { readersNow, saveReaders } from './commands/save-readers';
import { saveReasons } from './commands/save-reasons';
import { settleDifference } from './commands/settle-difference';
import { undoAct } from './commands/undo-act';
import { decideQueue, queueInput } from './queries/decide-queue';
import { askDifferences } from './queries/differences-view';
import { ledger, ledgerInput } from './queries/ledger';
import { askReaders } from './queries/readers-view';
import { reviewState } from './store/review-state';

let db: TestDatabase;
let id: string;
const people: Record<'Bo' | 'Cy' | 'Di', { id: string; ctx(): Context }> = {} as never;

const TITLES = ['Pads of felt', 'Pads of cork', 'Pads of foam', 'Pads of straw', 'Pads of wool', 'Pads of reed'];
const FILE = TITLES.map((t, i) =>
  risEntry(i + 1, `${t} for the knees of tilers`, 'PY  - 2021', `AB  - ${t} were worn by ${20 + i} tilers.`),
).join('\n');
const two = (more: Partial<ReadersSetting> = {}): ReadersSetting => ({
  ...ONE_READER,
  readers: 2,
  people: [people.Bo.id, people.Cy.id],
  ...more,
});
const readers = async (setting: ReadersSetting) =>
  saveReaders(people.Bo.ctx(), id, { value: { 'title-abstract': setting, 'full-text': ONE_READER } });

beforeAll(async () => {
  db = await openTestDatabase();
  for (const name of ['Bo', 'Cy', 'Di'] as const) {
    const { em, now } = db.context();
    const personId = (await makeAccount(em, now(), { name, email: `${name}@example.org`, password: null }))!;
    people[name] = {
      id: personId,
      ctx: () => ({ ...db.context(), person: signedIn(async () => db.context().em, { id: personId, name, administrator: false }) }),
    };
  }
  ({ id } = await aReview(people.Bo.ctx()));
  await addMember(db.context().em, id, people.Cy.id, 'reviewer', new Date());
  await addMember(db.context().em, id, people.Di.id, 'editor', new Date());
  await importText(db, id, 'VH', FILE, true);
  await saveReasons(people.Bo.ctx(), id, {
    value: [
      { code: 'population', text: 'Other people', definition: '' },
      { code: 'outcome', text: 'Other outcome', definition: '' },
    ],
  });
});
afterAll(() => db.close());

type Name = keyof typeof people;
const judge = async (
  who: Name,
  workNo: number,
  verdict: 'keep' | 'exclude' | 'wait' | 'background' | 'undo',
  more: { reasonCode?: string; note?: string; grounds?: string } = {},
) => {
  const { seenSeq } = await workDetail(people[who].ctx(), id, workNo);
  return decideWork(people[who].ctx(), id, { workNo, verdict, reasonCode: '', grounds: `${who} on ${workNo}.`, seenSeq, ...more });
};
const seen = (who: Name, workNo: number) => workDetail(people[who].ctx(), id, workNo);

/** What each question is asked with, so that it says as much of the works as it can. */
const ASKED: Record<string, object> = {
  ...{ 'seen-decisions': { works: [1, 2, 3, 4, 5, 6] }, precedents: { workNo: 1 }, 'search-pdfs': { words: 'knees' } },
  ...{ 'overlap-works': { mask: 1, as: 'exactly', of: 'kept' }, 'find-works': { find: 'Pads' }, works: [1, 2, 3, 4, 5, 6] },
  ...{ 'order-works': { numbers: [1, 2, 3, 4, 5, 6], order: 'title', find: '' }, pair: { a: 1, b: 2 } },
};

/** Everything that somebody can be told of the review, as one text. */
async function everything(who: Name): Promise<string> {
  const parts: string[] = [];
  const ctx = () => people[who].ctx();
  for (const query of QUERIES) {
    const ask = query as unknown as (ctx: Context, id: string, input: unknown) => Promise<unknown>;
    const inputs = query.declared.name === 'work' ? TITLES.map((_, i) => ({ no: i + 1 })) : [ASKED[query.declared.name] ?? {}];
    for (const input of inputs)
      parts.push(`${query.declared.name} ${JSON.stringify(await ask(ctx(), id, input).catch((e: Error) => e.message))}`);
  }
  const state = await reviewState(ctx(), id);
  for (const show of ['all', 'open', 'kept', 'excluded'] as const)
    parts.push(JSON.stringify(await decideQueue(ctx(), state, queueInput({ show }))));
  const { stamps, also } = await pulse(reading(ctx()), id, { path: 'decide', work: 1 });
  // A page is drawn with the same, so that its first question brings nothing new.
  expect(await stampsOfReview(reading(ctx()), id)).toEqual(stamps);
  parts.push(JSON.stringify([stamps, also]));
  parts.push(JSON.stringify(await ledger(ctx(), id, ledgerInput({}))));
  parts.push(JSON.stringify(state.counts), JSON.stringify([...state.decisions]));
  return parts.join('\n');
}

test('by two: who judges is chosen of the members, by owners, and it stands in the ledger', async () => {
  expect(await saveReaders(people.Cy.ctx(), id, { value: readersNow({ readers: null }) })).toMatchObject({ code: 'not-allowed' });
  const stranger = two({ people: [people.Bo.id, crypto.randomUUID()] });
  expect(await readers(stranger)).toMatchObject({ code: 'not-a-member' });
  expect(await readers(two())).toMatchObject({ ok: true });
  const lines = (await ledger(people.Bo.ctx(), id, ledgerInput({ kind: 'setting' }))).lines.map((l) => l.what);
  expect(lines).toContain('title and abstract: how many judge a work changed: “1”, then “2”');
});

test('nothing that one is told depends on what the other said before both have judged', async () => {
  const before = await everything('Cy');
  const third = await everything('Di');
  expect(await judge('Bo', 1, 'keep', { note: 'A good one.' })).toMatchObject({ ok: true, seq: 1 });
  await judge('Bo', 2, 'exclude', { reasonCode: 'outcome' });
  await judge('Bo', 3, 'exclude', { reasonCode: 'population' });
  await judge('Bo', 4, 'wait');
  await judge('Bo', 5, 'keep');
  await judge('Bo', 5, 'undo');
  await judge('Bo', 6, 'background');
  expect(await everything('Cy')).toBe(before);
  // Nor what others of the review are told, whoever they are.
  expect(await everything('Di')).toBe(third);
  // To whoever said it, it is there.
  expect(await seen('Bo', 1)).toMatchObject({
    state: 'kept',
    seenSeq: 1,
    staged: { 'title-abstract': 'keep' },
    history: [{ note: 'A good one.', oneOfTwo: true }],
  });
  const queue = await decideQueue(people.Bo.ctx(), await reviewState(people.Bo.ctx(), id), queueInput({}));
  expect(queue.decided.map(([no, state]) => [no, state]).sort()).toEqual([
    [1, 'kept'],
    [2, 'excluded'],
    [3, 'excluded'],
    [4, 'waiting'],
    [6, 'background'],
  ]);
});

test('when both have judged, what they agree on is decided in both names; what they differ on stays open', async () => {
  expect(await judge('Cy', 1, 'keep')).toMatchObject({ ok: true });
  await judge('Cy', 2, 'exclude', { reasonCode: 'population' });
  await judge('Cy', 3, 'keep');
  const both = await seen('Bo', 1);
  expect(both.decision).toMatchObject({ verdict: 'keep', person: 'Bo and Cy', how: 'agreed', grounds: 'Bo: Bo on 1.\nCy: Cy on 1.' });
  expect(both.history.map((h) => [h.person, h.oneOfTwo])).toEqual([
    ['Bo and Cy', false],
    ['Cy', true],
    ['Bo', true],
  ]);
  expect(both.byTwo['title-abstract']).toEqual({ readers: ['Bo', 'Cy'], you: true, both: true, differ: false });
  // Both exclude: for the reason that comes first in the list.
  expect((await seen('Cy', 2)).decision).toMatchObject({ verdict: 'exclude', reasonCode: 'population' });
  const three = await seen('Di', 3);
  expect(three).toMatchObject({
    state: 'undecided',
    decision: null,
    byTwo: { 'title-abstract': { both: true, differ: true, you: false } },
  });
  expect(three.history.map((h) => [h.person, h.verdict])).toEqual([
    ['Cy', 'keep'],
    ['Bo', 'exclude'],
  ]);
  const { counts } = await reviewState(people.Di.ctx(), id);
  expect([counts.kept, counts.excluded, counts.undecided]).toEqual([1, 1, 4]);
});

test('after that neither takes it back or says otherwise: it is settled, with grounds of its own', async () => {
  expect(await judge('Bo', 3, 'keep')).toMatchObject({ code: 'judged-by-two' });
  expect(await judge('Bo', 1, 'undo')).toMatchObject({ code: 'judged-by-two' });
  const { open, settled } = await said(askDifferences(people.Cy.ctx(), id));
  expect(open.map((l) => [l.work, l.of, l.said.map((s) => `${s.person} ${s.verdict}`)])).toEqual([
    [3, 'verdict', ['Bo exclude', 'Cy keep']],
  ]);
  expect(settled.map((l) => [l.work, l.of, l.decision?.how])).toEqual([[2, 'reason', 'agreed']]);
  expect(
    await noteDifference(people.Bo.ctx(), id, { workNo: 3, stage: 'title-abstract', text: 'Half of them were roofers.' }),
  ).toMatchObject({ ok: true });
  const settle = (who: Name, more: object = {}) =>
    settleDifference(people[who].ctx(), id, {
      ...{ workNo: 3, stage: 'title-abstract', verdict: 'exclude', reasonCode: 'population', grounds: 'Roofers.', seenSeq: 0 },
      ...more,
    });
  expect(await settle('Di', { workNo: 5 })).toMatchObject({ code: 'not-judged' });
  expect(await settle('Di', { reasonCode: 'none' })).toMatchObject({ code: 'no-reason' });
  await readers(two({ settledBy: 'third' }));
  expect(await settle('Cy')).toMatchObject({ code: 'not-third' });
  expect(await settle('Di')).toMatchObject({ ok: true });
  expect(await settle('Di')).toMatchObject({ code: 'changed-meanwhile' });
  await readers(two());
  expect((await seen('Cy', 3)).decision).toMatchObject({ verdict: 'exclude', person: 'Di', how: 'settled', grounds: 'Roofers.' });
  expect((await said(askDifferences(people.Cy.ctx(), id))).settled.find((l) => l.work === 3)).toMatchObject({
    notes: [{ person: 'Bo', text: 'Half of them were roofers.' }],
    decision: { how: 'settled' },
  });
  // A decision for another reason than both gave is a settlement, too.
  const { decision } = await seen('Bo', 2);
  expect(await settle('Bo', { workNo: 2, reasonCode: 'outcome', seenSeq: decision!.seq })).toMatchObject({ ok: true });
  const lines = (await ledger(people.Cy.ctx(), id, ledgerInput({ kind: 'judgement' }))).lines.map((l) => l.what);
  expect(lines).toEqual(
    expect.arrayContaining(['as one of two: kept', 'as one of two: excluded: Other outcome', 'said to the other reviewer']),
  );
});

test('figures: how far each has come, and how well they agree', async () => {
  const { stages } = await said(askReaders(people.Cy.ctx(), id));
  expect(stages).toMatchObject([{ stage: 'title-abstract', works: 6, both: 3, agreed: 2, open: 0, yours: { works: 6, judged: 3 } }]);
  expect(stages[0]!.pairs).toMatchObject([{ otherReasons: 1, agreement: { n: 3, observed: expect.closeTo(2 / 3) } }]);
  expect(new Set(stages[0]!.pairs[0]!.names)).toEqual(new Set(['Bo', 'Cy']));
  expect((await said(askReaders(people.Bo.ctx(), id))).stages[0]!.yours).toEqual({ works: 6, judged: 4 });
});

test('two who judge at the same moment come to one decision', async () => {
  const [bo, cy] = await Promise.all([judge('Bo', 5, 'keep'), judge('Cy', 5, 'keep')]);
  expect([bo.ok, cy.ok]).toEqual([true, true]);
  expect((await seen('Di', 5)).decision).toMatchObject({ verdict: 'keep', how: 'agreed' });
});

test('a list judged together is what one of two says, and is taken back as long as the other has not judged', async () => {
  const works = [{ workNo: 4, seenSeq: (await seen('Cy', 4)).seenSeq }];
  const many = await decideMany(people.Cy.ctx(), id, {
    works,
    stage: 'title-abstract',
    verdict: 'keep',
    reasonCode: '',
    grounds: 'All of cork.',
  });
  expect(many).toMatchObject({ ok: true, decided: 1, left: [] });
  expect((await seen('Di', 4)).decision).toBeNull();
  expect(await undoAct(people.Bo.ctx(), id, { act: (many as { act: string }).act })).toMatchObject({ undone: 0 });
  expect(await undoAct(people.Cy.ctx(), id, { act: (many as { act: string }).act })).toMatchObject({ undone: 1 });
  expect((await seen('Cy', 4)).staged).toEqual({ 'title-abstract': 'undo' });
});

test('where one keep is enough, it is decided by the rule; a third person’s work is not theirs to judge', async () => {
  await readers(two({ differ: 'keep-if-either' }));
  expect(await judge('Di', 4, 'keep')).toMatchObject({ code: 'not-a-reader' });
  await judge('Bo', 4, 'keep');
  await judge('Cy', 4, 'exclude', { reasonCode: 'outcome' });
  expect((await seen('Di', 4)).decision).toMatchObject({ verdict: 'keep', how: 'by-rule', person: 'Bo and Cy' });
});

test('where one judges again, what one had said as one of two is no obstacle', async () => {
  await saveReaders(people.Bo.ctx(), id, { value: { 'title-abstract': two(), 'full-text': two() } });
  await judge('Cy', 6, 'keep');
  await saveReaders(people.Bo.ctx(), id, { value: { 'title-abstract': ONE_READER, 'full-text': two() } });
  expect(await judge('Cy', 6, 'background')).toMatchObject({ ok: true });
  expect((await seen('Di', 6)).decision).toMatchObject({ verdict: 'background', person: 'Cy', how: null });
  await readers(two());
});

test('works that are joined while two judge them: what each said counts for both', async () => {
  const own = await aReview(people.Bo.ctx());
  await addMember(db.context().em, own.id, people.Cy.id, 'reviewer', new Date());
  await importText(db, own.id, 'VH', FILE, true);
  await saveReaders(people.Bo.ctx(), own.id, { value: { 'title-abstract': two(), 'full-text': ONE_READER } });
  const say = async (who: Name, workNo: number, verdict: 'keep' | 'background') => {
    const { seenSeq } = await workDetail(people[who].ctx(), own.id, workNo);
    return decideWork(people[who].ctx(), own.id, { workNo, verdict, reasonCode: '', grounds: `${who} on ${workNo}.`, seenSeq });
  };
  const join = async (a: number, b: number) => {
    expect(
      await ruleMerge(people.Bo.ctx(), own.id, { verdict: 'join', a, others: [b], link: null, reason: 'One and the same.' }),
    ).toMatchObject({ ok: true });
    await db.work(own.id);
  };
  const differences = async () => said(askDifferences(people.Bo.ctx(), own.id));
  // Each had judged another record of what is one work: they say the same, and nobody has decided yet.
  await say('Bo', 1, 'keep');
  await say('Cy', 2, 'keep');
  await join(1, 2);
  expect(await differences()).toMatchObject({ open: [{ work: 1, of: 'joined', decision: null }], settled: [] });
  expect((await said(askReaders(people.Bo.ctx(), own.id))).stages[0]).toMatchObject({ both: 1, agreed: 1, open: 1 });
  expect(await say('Cy', 1, 'background')).toMatchObject({ code: 'judged-by-two' });
  const settle = (verdict: 'keep' | 'background', seenSeq: number) =>
    settleDifference(people.Bo.ctx(), own.id, {
      ...{ workNo: 1, stage: 'title-abstract' as const, verdict, reasonCode: '', grounds: 'Both keep it.', seenSeq },
    });
  expect(await settle('keep', 0)).toMatchObject({ ok: true });
  expect((await differences()).open).toEqual([]);
  expect((await workDetail(people.Cy.ctx(), own.id, 1)).decision).toMatchObject({ verdict: 'keep', how: 'settled' });
  // One had judged the record that was absorbed: with the other's word on the whole it is decided.
  await say('Bo', 4, 'keep');
  await join(3, 4);
  expect((await workDetail(people.Cy.ctx(), own.id, 3)).byTwo).toMatchObject({ 'title-abstract': { both: false } });
  expect(await say('Cy', 3, 'keep')).toMatchObject({ ok: true });
  expect((await workDetail(people.Bo.ctx(), own.id, 3)).decision).toMatchObject({ verdict: 'keep', how: 'agreed', person: 'Bo and Cy' });
  // Both had decided the one that was absorbed: its decision stands, and is settled otherwise under the other's number.
  await say('Bo', 6, 'keep');
  await say('Cy', 6, 'background');
  await settleDifference(people.Bo.ctx(), own.id, {
    ...{ workNo: 6, stage: 'title-abstract' as const, verdict: 'background' as const, reasonCode: '', grounds: 'A lead.', seenSeq: 0 },
  });
  await join(5, 6);
  const [line] = (await differences()).settled.filter((l) => l.work === 5);
  expect(line).toMatchObject({ of: 'verdict', decision: { verdict: 'background' } });
  expect(
    await settleDifference(people.Cy.ctx(), own.id, {
      ...{ workNo: 5, stage: 'title-abstract' as const, verdict: 'keep' as const, reasonCode: '', grounds: 'No, a source.' },
      seenSeq: line!.decision!.seq,
    }),
  ).toMatchObject({ ok: true });
  expect((await workDetail(people.Bo.ctx(), own.id, 5)).decision).toMatchObject({ verdict: 'keep', person: 'Cy' });
});

test('what was said is never changed or deleted, and a review with one reader has nothing of it', async () => {
  const { em } = db.context();
  await expect(em.nativeDelete(JudgementRow, { reviewId: id })).rejects.toThrow('never changed or deleted');
  await expect(em.nativeUpdate(DifferenceNote, { reviewId: id }, { text: '' })).rejects.toThrow('never changed or deleted');
  const other = await aReview(people.Bo.ctx());
  await importText(db, other.id, 'VH', FILE, true);
  expect(
    await decideWork(people.Bo.ctx(), other.id, { workNo: 1, verdict: 'keep', reasonCode: '', grounds: 'Read.', seenSeq: 0 }),
  ).toMatchObject({ ok: true, seq: 1 });
  expect(await em.count(JudgementRow, { reviewId: other.id })).toBe(0);
  expect((await said(askReaders(people.Bo.ctx(), other.id))).stages).toEqual([]);
  expect(await em.count(Membership, { reviewId: other.id })).toBe(1);
});
