import { randomUUID } from 'node:crypto';
import { Readable } from 'node:stream';
import type { EntityManager } from '@mikro-orm/postgresql';
import { OCEBM_2011 } from '@/core/classify';
import { DEFAULT_TEMPLATES } from '@/core/grounds';
import { DEFAULT_PROFILE } from '@/core/parity';
import { ONE_READER, type ReadersSetting } from '@/core/readers';
import type { Limiter, Sieve } from '@/core/sieve';
import { entryKey } from '@/core/venues';
import { ImportFile, Job, Retrieval, Review, SourceDatabase, Work } from '@/platform/db/schema';
import { signedIn } from '@/platform/sign-in/person';
import { REFUSALS } from '@/platform/verbs/refusals';
import { ANYBODY, RIGHTS, STRANGER } from '@/platform/verbs/rights';
import { aReview, importText, openTestDatabase, type TestDatabase } from '@/testing/database';
import { LIBRARY_CASES, setLibrary } from '@/testing/library-cases';
import { risEntry } from '@/testing/ris-entry';
import { said } from '@/testing/said';
import { SEARCH_CASES, setSearch } from '@/testing/search-cases';
import { addKnown } from './checks/commands/add-known';
import { drawCheck } from './checks/commands/draw-sample';
import { copyScheme } from './classify/commands/copy-scheme';
import { ruleAxis } from './classify/commands/rule-axis';
import { saveVenue } from './classify/commands/save-venue';
import { decideWork } from './decide/commands/decide';
import { mergeReasons } from './decide/commands/merge-reasons';
import { saveFullText } from './decide/commands/save-full-text';
import { saveReaders } from './decide/commands/save-readers';
import { saveReasons } from './decide/commands/save-reasons';
import { addMember, makeAccount } from './people';
import { saveCriteria } from './question/commands/save-criteria';
import { criteriaOf } from './question/store/criteria';
import { receiveFile } from './retrieve/commands/receive-file';
import { retrieveView } from './retrieve/queries/retrieve-view';
import { EMPTY_RETRIEVAL, MOST_RETRIEVALS } from './retrieve/store/retrievals';
import { saveSieve } from './sieve/commands/save-sieve';
import { COMMANDS, QUERIES } from './verbs';

/** One review in which everything that can be refused has something to be refused for; a refusal changes nothing. */
let db: TestDatabase;
let id: string;
/** A review of which the scheme is its own, and no limiter is on levels. */
let own: { id: string; scheme: string };
let vh: string;
let imported: { file: string; retrieval: string };
let waiting: string;
let garbled: string;
let copy: string;
let revision: number;

const text = (kind: 'query', query: string) => ({ kind, query }) as const;
const limiter = (id: string, test: Limiter['test']): Limiter => ({
  ...{ id, name: id, test, evidence: 'stated', whenUnknown: 'hold', rationale: '', on: true },
});
const SIEVE: Sieve = [
  limiter('levels', { kind: 'coded', axis: 'level', allowed: ['1', '2'] }),
  limiter('refereed', { kind: 'coded', axis: 'peerReview', allowed: ['refereed'] }),
];
const settings = (title: string) => ({
  ...{ title, question: 'Do knee pads help?', kind: 'treatment-benefit', population: 'tilers', intervention: 'knee pads', comparison: '' },
  ...{ outcome: 'pain', asOf: '2026-09-14', scheme: 'ocebm-2011', person: 'A. Reader' },
});
const journal = {
  ...{ type: 'journal' as const, title: 'Knees', issns: [] as string[], kind: '' as const, refereed: 'yes' as const },
  ...{ from: null, to: null, publisher: '', tags: [] as string[] },
};
const reason = (code: string) => ({ code, text: code, definition: '' });

beforeAll(async () => {
  db = await openTestDatabase();
  ({ id } = await aReview(db.context()));
  const titles = ['Knee pads for tilers: a randomised trial', 'Straps for floor layers', 'Boots: a cohort study', 'Gloves'];
  const file = await importText(db, id, 'VH', titles.map((t, i) => risEntry(i + 1, t, 'PY  - 2021')).join('\n'));
  vh = file.databaseId;
  const view = await retrieveView(db.context(), id);
  imported = { file: file.fileId, retrieval: view.retrievals[0]!.id };
  const send = async (name: string, body: string, format?: 'csv') =>
    receiveFile(db.context(), id, { databaseId: vh, ...(format ? { format } : {}) }, name, Readable.from([Buffer.from(body)]));
  await send('table.csv', 'Heading one,Heading two\nKnee pads,Tiler A.\nStraps,Layer B.\n', 'csv');
  await send('picture.png', '\x89PNG\r\n\x1a\n\0\0\0');
  const files = await db.context().em.find(ImportFile, { reviewId: id });
  waiting = files.find((f) => f.state === 'waiting')!.id;
  garbled = files.find((f) => f.state === 'refused')!.id;
  copy = (await said(copyScheme(db.context(), id, { from: 'ocebm-2011', label: 'Our copy' }))).id;
  await said(saveReasons(db.context(), id, { value: [reason('population'), reason('setting'), reason('outcome')] }));
  await said(mergeReasons(db.context(), id, { code: 'setting', into: 'population' }));
  await said(saveSieve(db.context(), id, { sieve: SIEVE, seenEdit: (await reviewOf()).sieveEdit }));
  const decision = { workNo: 1, verdict: 'exclude', reasonCode: 'population', grounds: 'Not them.', seenSeq: 0 } as const;
  await said(decideWork(db.context(), id, decision));
  await said(saveFullText(db.context(), id, { ...request(1), seenEdit: 0 }));
  await said(ruleAxis(db.context(), id, { ...ruling, workNo: 2 }));
  await said(saveVenue(db.context(), id, { before: null, entry: journal }));
  await said(addKnown(db.context(), id, { text: 'Straps for floor layers', source: 'a colleague' }));
  await said(drawCheck(db.context(), id, { kind: 'own-decisions', design: 'simple', size: 1, share: null, seed: 1 }));
  await said(saveCriteria(db.context(), id, { value: [criterion('population')] }));
  ({ revision } = await reviewOf());
  const other = await aReview(db.context());
  const scheme = (await said(copyScheme(db.context(), other.id, { from: 'ocebm-2011', label: 'Own' }))).id;
  await db.context().em.nativeUpdate(Review, { id: other.id }, { scheme, sieve: [SIEVE[0]!] });
  own = { id: other.id, scheme };
  await twoReaders();
});

/** A review in which two judge: they differ on the first work, agree on the second, and have not judged the third. */
let pair: { id: string; people: [string, string] };
const asReader = (who: 0 | 1) => ({
  ...db.context(),
  person: signedIn(async () => db.context().em, { id: pair.people[who], name: `Reader ${who}`, administrator: false }),
});
async function twoReaders() {
  const { em, now } = db.context();
  const { id: review } = await aReview(db.context());
  await importText(db, review, 'VH', ['Aprons', 'Belts', 'Caps'].map((t, i) => risEntry(i + 1, t, 'PY  - 2021')).join('\n'));
  const people = await Promise.all(
    ['one', 'two'].map(async (n) => (await makeAccount(em.fork(), now(), { name: n, email: `${n}@example.org`, password: null }))!),
  );
  pair = { id: review, people: people as [string, string] };
  for (const person of people) await addMember(em, review, person, 'reviewer', now());
  const two: ReadersSetting = { ...ONE_READER, readers: 2, people, settledBy: 'third' };
  await said(saveReaders(db.context(), review, { value: { 'title-abstract': two, 'full-text': ONE_READER } }));
  const judged = [
    [0, 1, 'keep'],
    [1, 1, 'background'],
    [0, 2, 'keep'],
    [1, 2, 'keep'],
  ] as const;
  for (const [who, workNo, verdict] of judged)
    await said(decideWork(asReader(who), review, { workNo, verdict, reasonCode: '', grounds: 'Read.', seenSeq: 0 }));
}
/** Refusals of that review, and who is refused. */
const IN_PAIR: Readonly<Record<string, 'nobody' | 'reader'>> = {
  ...{
    'decide not-a-reader': 'nobody',
    'decide judged-by-two': 'nobody',
    'decide not-third': 'reader',
    'save-readers not-a-member': 'nobody',
  },
  ...{ 'save-readers changed-meanwhile': 'nobody', 'settle-difference no-work': 'nobody', 'settle-difference not-judged': 'nobody' },
  ...{ 'settle-difference changed-meanwhile': 'nobody', 'settle-difference no-reason': 'nobody', 'settle-difference not-third': 'reader' },
  'note-difference not-judged': 'nobody',
  'open-round nothing-read': 'nobody',
};
const settling = { workNo: 1, stage: 'title-abstract', verdict: 'keep', reasonCode: '', grounds: 'Read again.', seenSeq: 0 };
const oneReader = { 'title-abstract': ONE_READER, 'full-text': ONE_READER };
afterAll(() => db.close());

const reviewOf = () => db.context().em.findOneOrFail(Review, { id });
const criterionId = randomUUID();
const criterion = (code: string) => ({
  ...{ id: criterionId as string, text: 'Tilers', definition: '', judgedBy: 'reader' as const },
  ...{ reasonCode: code, quota: null },
});
const request = (workNo: number) => ({ workNo, asked: '2026-09-01', promised: '', arrived: '', source: '', note: '' });
const ruling = { axis: 'peerReview' as const, codes: ['refereed'], cause: null, standing: false, reason: 'It is.' };
const nothing = randomUUID();
const decision = { workNo: 2, verdict: 'keep', reasonCode: '', grounds: '', seenSeq: 0 };
const log = async (more: object) => {
  const view = await retrieveView(db.context(), id);
  const { databaseIds } = view.retrievals[0]!;
  return {
    ...{ databaseIds, platform: '', searchedOn: '', coverageFrom: '', coverageTo: '', defaultFields: '', wordVariation: '', strategy: '' },
    ...{ steps: [], reported: null, exported: null, reasons: { notExported: '', notInFile: '' }, sortOrder: '', capped: false },
    ...{ ranBy: '', notes: '', updates: null, ...more },
  };
};
const ownScheme = (more: object) => ({ ...OCEBM_2011, id: own.scheme, label: 'Own', ...more });
const database = (more: object) => ({ id: null, name: 'Qadra', tag: 'QA', profile: DEFAULT_PROFILE, ...more });

/** What is asked, and of which review, for each refusal of each verb: `verb code`. */
const CASES: Record<string, () => object | Promise<object>> = {
  ...LIBRARY_CASES,
  ...Object.fromEntries(Object.entries(SEARCH_CASES).map(([name, input]) => [name, () => input(vh)])),
  'decide not-a-reader': () => ({ ...decision, workNo: 3 }),
  'decide judged-by-two': () => ({ ...decision, verdict: 'undo', seenSeq: 2 }),
  'decide not-third': () => ({ ...decision, verdict: 'background', seenSeq: 2 }),
  'save-readers not-a-member': () => ({
    value: { ...oneReader, 'title-abstract': { ...ONE_READER, readers: 2, people: [pair.people[0], randomUUID()] } },
  }),
  'save-readers changed-meanwhile': () => ({
    value: { ...oneReader, 'title-abstract': { ...ONE_READER, seed: 3 } },
    seen: { ...oneReader, 'title-abstract': { ...ONE_READER, seed: 2 } },
  }),
  'settle-difference no-work': () => ({ ...settling, workNo: 999 }),
  'settle-difference not-judged': () => ({ ...settling, workNo: 3 }),
  'settle-difference changed-meanwhile': () => ({ ...settling, seenSeq: 7 }),
  'settle-difference no-reason': () => ({ ...settling, verdict: 'exclude', reasonCode: 'none' }),
  'settle-difference not-third': () => settling,
  'note-difference not-judged': () => ({ workNo: 3, stage: 'title-abstract', text: 'Is it one?' }),
  'withdraw-invitation no-link': () => ({ invitation: 'a'.repeat(64) }),
  'change-member no-person': () => ({ person: randomUUID(), role: 'reader' }),
  'change-member last-owner': async () => {
    const { em, now } = db.context();
    const person = (await makeAccount(em, now(), { name: 'Ada', email: 'ada@example.org', password: null }))!;
    await addMember(em, id, person, 'owner', now());
    return { person, role: 'reader' };
  },
  'decide no-work': () => ({ ...decision, workNo: 999 }),
  'decide changed-meanwhile': () => ({ ...decision, workNo: 1 }),
  'decide nothing-to-undo': () => ({ ...decision, verdict: 'undo' }),
  'decide not-kept': () => ({ ...decision, stage: 'full-text' }),
  'decide no-reason': () => ({ ...decision, verdict: 'exclude', reasonCode: 'none' }),
  'decide-many no-reason': () => ({
    ...{ works: [{ workNo: 2, seenSeq: 0 }], stage: 'title-abstract', verdict: 'exclude', reasonCode: 'none', grounds: 'So.' },
  }),
  'write-difference no-work': () => ({ works: [1, 999], text: 'It differs.' }),
  'save-reasons code-twice': () => ({ value: [reason('a'), reason('a')] }),
  'save-reasons code-taken': () => ({ value: [reason('not-retrieved')] }),
  'save-reasons code-merged': () => ({ value: [reason('population'), reason('setting')] }),
  'merge-reasons no-reason': () => ({ code: 'none', into: 'population' }),
  'merge-reasons not-merged': () => ({ code: 'outcome', into: null }),
  'save-reasons changed-meanwhile': () => ({
    value: [{ ...reason('population'), text: 'mine' }],
    seen: [{ ...reason('population'), text: 'before' }],
  }),
  'save-templates changed-meanwhile': () => ({
    value: { ...DEFAULT_TEMPLATES, keep: 'mine' },
    seen: { ...DEFAULT_TEMPLATES, keep: 'before' },
  }),
  'save-settings changed-meanwhile': () => ({ value: settings('mine'), seen: settings('before') }),
  'save-criteria changed-meanwhile': async () => {
    const [now] = await criteriaOf(db.context(), id);
    return { value: [{ ...now!, text: 'mine' }], seen: [{ ...now!, text: 'before' }] };
  },
  'save-database changed-meanwhile': async () => {
    const mine = { ...database({ id: vh, tag: 'VH' }), name: 'mine' };
    return { ...mine, seen: { ...mine, name: 'before' } };
  },
  'save-templates unknown-slot': () => ({ value: { keep: '{nobody}', exclude: 'x', stopped: 'x', rescued: 'x' } }),
  'save-full-text dates': () => ({ ...request(2), arrived: '2026-08-01', seenEdit: 0 }),
  'save-full-text changed-meanwhile': () => ({ ...request(1), seenEdit: 0 }),
  'remove-attachment no-pdf': () => ({ id: nothing, removed: true }),
  'save-write-up unknown-slot': () => ({ fileNames: '{nobody}' }),
  'draw-sample nothing-to-draw': () => ({ kind: 'stopped', design: 'simple', size: 5, share: null, seed: 1 }),
  'judge-sample no-sample': () => ({ check: 99, workNo: 1, verdict: 'keep' }),
  'judge-sample not-drawn': () => ({ check: 1, workNo: 2, verdict: 'keep' }),
  'add-known unreadable': () => ({ text: '', source: '' }),
  'add-known nothing-taken': () => ({ text: '2019\n2020\n', source: '' }),
  'rule-known no-known': () => ({ rulings: [{ number: 99, record: null }] }),
  'rule-known no-match': () => ({ rulings: [{ number: 1, record: 4000 }] }),
  'delete-review other-title': () => ({ title: 'Another' }),
  'delete-review working': () => ({ title: 'Knee pads' }),
  'save-sieve unknown-code': async () => ({
    ...{ sieve: [limiter('a', { kind: 'coded', axis: 'peerReview', allowed: ['nobody'] })], seenEdit: (await reviewOf()).sieveEdit },
  }),
  'save-sieve bad-query': async () => ({ sieve: [limiter('a', text('query', 'title any ('))], seenEdit: (await reviewOf()).sieveEdit }),
  'save-sieve changed-meanwhile': () => ({ sieve: SIEVE, seenEdit: 999 }),
  'override-works no-limiter': () => ({ works: [1], limiters: ['none'], fate: 'pass', reason: 'So.' }),
  'override-works no-work': () => ({ works: [999], limiters: ['refereed'], fate: 'pass', reason: 'So.' }),
  'save-settings no-scheme': () => ({ value: { ...settings('Knee pads'), scheme: 'none' } }),
  'save-settings level-in-use': () => ({ value: { ...settings('Knee pads'), scheme: 'nhmrc-2009' } }),
  'save-criteria code-twice': () => ({ value: [criterion('a'), { ...criterion('a'), id: randomUUID() }] }),
  'save-criteria code-in-use': () => ({ value: [criterion('another')] }),
  'save-database tag-taken': () => database({ tag: 'VH' }),
  'save-database no-database': () => database({ id: nothing }),
  'save-database too-many': () => database({}),
  'map-term no-database': () => ({ databaseId: nothing, vocabulary: 'own', term: 'Trade press', sets: null }),
  'state-native no-retrieval': () => ({ id: nothing, native: 'Since 2016', why: 'It was lost.' }),
  'state-native no-native': () => ({ id: imported.retrieval, native: 'Since 2016', why: 'It was lost.' }),
  'journals-behind no-limiter': () => ({ limiter: 'none', retrieval: null }),
  'cell-remedies no-limiter': () => ({ limiter: 'refereed', retrieval: nothing }),
  'add-retrieval too-many': () => ({ databaseIds: [vh], updates: null }),
  'add-retrieval no-database': () => ({ databaseIds: [nothing], updates: null }),
  'add-retrieval no-retrieval': () => ({ databaseIds: [vh], updates: nothing }),
  'save-retrieval no-database': async () => ({ id: imported.retrieval, value: await log({ databaseIds: [nothing] }) }),
  'save-retrieval no-retrieval': async () => ({ id: nothing, value: await log({}) }),
  'save-retrieval changed-meanwhile': async () => ({
    id: imported.retrieval,
    value: await log({ notes: 'mine' }),
    seen: await log({ notes: 'before' }),
  }),
  'save-retrieval has-records': async () => {
    const [other] = await db.context().em.find(SourceDatabase, { reviewId: id, tag: 'AA' });
    return { id: imported.retrieval, value: await log({ databaseIds: [other!.id] }) };
  },
  'withdraw-retrieval no-reason': () => ({ id: imported.retrieval, withdrawn: true, why: '' }),
  'withdraw-retrieval no-retrieval': () => ({ id: nothing, withdrawn: false, why: '' }),
  'withdrawal-effect no-retrieval': () => ({ id: nothing }),
  'archive-file no-file': () => ({ fileId: nothing, archived: true }),
  'archive-file in-use': () => ({ fileId: imported.file, archived: true }),
  'mark-rerun no-retrieval': () => ({ id: nothing, why: 'A typing error.' }),
  'name-native no-sample': () => ({ databaseId: vh, name: 'Peer', sample: 'none' }),
  'name-native not-testable': () => ({ databaseId: vh, name: 'Peer', sample: 'words' }),
  'name-native no-database': () => ({ databaseId: nothing, name: 'Peer', sample: '' }),
  'cancel-import no-job': () => ({ fileId: imported.file }),
  'read-again no-file': () => ({ fileId: nothing, format: 'ris' }),
  'read-again read-already': () => ({ fileId: imported.file, format: 'ris' }),
  'read-again unreadable': () => ({ fileId: garbled, format: 'csl-json' }),
  'map-columns bad-mapping': () => ({
    fileId: waiting,
    mapping: { delimiter: ',', header: ['Heading one', 'Heading two'], roles: ['', ''] },
  }),
  'map-columns read-already': () => ({
    ...{ fileId: imported.file, mapping: { delimiter: ',', header: ['Heading one', 'Heading two'], roles: ['title', 'authors'] } },
  }),
  'rule-merge no-link': () => ({ verdict: 'link', a: 1, others: [2], link: null, reason: '' }),
  'rule-merge same-record': () => ({ verdict: 'join', a: 1, others: [1], link: null, reason: '' }),
  'rule-merge no-record': () => ({ verdict: 'join', a: 1, others: [999], link: null, reason: '' }),
  'undo-merge not-standing': () => ({ act: nothing }),
  'edit-field no-work': () => ({ workNo: 999, field: 'volume', value: '3' }),
  'edit-field not-a-value': () => ({ workNo: 1, field: 'doi', value: 'not a doi' }),
  'cancel-job no-job': () => ({ jobId: nothing }),
  'rule-axis unknown-code': () => ({ ...ruling, codes: ['nobody'], workNo: 1 }),
  'rule-axis no-works': () => ({ ...ruling, workNo: 999 }),
  'undo-ruling not-standing': () => ({ seq: 99 }),
  'import-venues nothing-read': () => ({ text: 'nothing' }),
  'save-venue no-name': () => ({ before: null, entry: { ...journal, title: '' } }),
  'save-venue changed-meanwhile': () => ({
    before: entryKey(journal),
    entry: { ...journal, tags: ['x'] },
    seen: { ...journal, tags: ['y'] },
  }),
  'save-venue years': () => ({ before: null, entry: { ...journal, from: 2020, to: 2010 } }),
  'save-venue there-already': () => ({ before: null, entry: journal }),
  'drop-venue no-entry': () => ({ key: 'none' }),
  'copy-scheme no-scheme': () => ({ from: 'none', label: 'Mine' }),
  'copy-scheme name-taken': () => ({ from: 'ocebm-2011', label: 'Our copy' }),
  'save-scheme no-scheme': () => ({ scheme: OCEBM_2011, seenEdit: 0 }),
  'save-scheme changed-meanwhile': () => ({ scheme: { ...OCEBM_2011, id: copy, label: 'Our copy' }, seenEdit: 77 }),
  'save-scheme level-in-use': () => ({
    scheme: ownScheme({ levels: [...OCEBM_2011.levels, { ...OCEBM_2011.levels[0]!, code: 'none-of-these' }] }),
    seenEdit: 0,
  }),
  'save-scheme kind-in-use': () => {
    const { 'treatment-benefit': _gone, ...kinds } = OCEBM_2011.kinds;
    return { scheme: ownScheme({ kinds }), seenEdit: 0 };
  },
  'drop-scheme in-use': () => ({ id: 'ocebm-2011' }),
  'drop-scheme no-scheme': () => ({ id: 'none' }),
  'precedents no-work': () => ({ workNo: 999 }),
  'ask-text no-text': () => ({ test: SIEVE[1]!.test, revision }),
  'ask-text bad-query': () => ({ test: text('query', 'title any ('), revision }),
  'ask-text older-columns': () => ({ test: text('query', 'knee'), revision: 0 }),
  'compare-versions no-version': () => ({ before: 99, after: 0 }),
  'compare-versions other-scheme': () => ({ before: 1, after: 0 }),
  'parity-works no-retrieval': () => ({ retrieval: nothing, limiter: 'refereed', what: 'closed' }),
  'preview-ruling unknown-code': () => ({ axis: 'peerReview', codes: ['nobody'], on: [1] }),
  'preview-venues nothing-read': () => ({ text: 'nothing' }),
  'pair no-record': () => ({ a: 1, b: 999 }),
};

/** What must be so before a few of them, and is taken back after. */
const BEFORE: Record<string, () => Promise<() => Promise<unknown>>> = {
  'delete-review working': async () => {
    const em = db.context().em;
    const [job] = await em.find(Job, { reviewId: id }, { limit: 1 });
    await em.nativeUpdate(Job, { reviewId: id, id: job!.id }, { state: 'running' });
    return () => em.nativeUpdate(Job, { reviewId: id, id: job!.id }, { state: 'done' });
  },
  'draw-sample nothing-to-draw': () => sieveOf([]),
  'add-retrieval too-many': async () => {
    const { em } = db.context();
    const rows = Array.from({ length: MOST_RETRIEVALS }, (_, i) => ({
      ...{
        ...EMPTY_RETRIEVAL,
        reviewId: id,
        id: randomUUID(),
        number: 1000 + i,
        withdrawn: true,
        withdrawnWhy: 'x',
        rerun: '',
        stated: [],
        edit: 0,
      },
      createdAt: new Date(),
    }));
    await em.insertMany(Retrieval, rows);
    return () => em.nativeDelete(Retrieval, { reviewId: id, number: { $gte: 1000 } });
  },
  'take-in too-many': async () => {
    const [search, full] = [await setSearch(db.context().em as EntityManager, id, vh), await BEFORE['add-retrieval too-many']!()];
    return async () => {
      await full();
      await search();
    };
  },
  'save-database too-many': () => databases(31),
  'save-retrieval has-records': () => databases(1),
  'compare-versions other-scheme': async () => {
    const em = db.context().em;
    await em.nativeUpdate(Review, { id }, { scheme: 'primary-secondary' });
    return () => em.nativeUpdate(Review, { id }, { scheme: 'ocebm-2011' });
  },
};
for (const name of Object.keys(LIBRARY_CASES)) BEFORE[name] ??= () => setLibrary(() => db.context(), id, name);
for (const name of Object.keys(SEARCH_CASES)) BEFORE[name] ??= () => setSearch(db.context().em as EntityManager, id, vh, name);
async function sieveOf(sieve: Sieve) {
  const em = db.context().em;
  await em.nativeUpdate(Review, { id }, { sieve });
  return () => em.nativeUpdate(Review, { id }, { sieve: SIEVE });
}
async function databases(n: number) {
  const em = db.context().em;
  const tag = (i: number) => String.fromCharCode(65 + Math.floor(i / 20), 65 + (i % 20));
  const rows = Array.from({ length: n }, (_, i) => ({
    reviewId: id,
    id: randomUUID(),
    position: i + 1,
    name: tag(i),
    tag: tag(i),
    profile: DEFAULT_PROFILE,
  }));
  await em.insertMany(SourceDatabase, rows);
  return () => em.nativeDelete(SourceDatabase, { reviewId: id, id: { $in: rows.map((r) => r.id) } });
}

type AnyVerb = (
  ctx: ReturnType<TestDatabase['context']>,
  id: string,
  input: never,
) => Promise<{ ok: boolean; code?: string; message?: string }>;
const VERBS = new Map([...COMMANDS, ...QUERIES].map((v) => [v.declared.name as string, v as unknown as AnyVerb]));
const declared = [...COMMANDS, ...QUERIES].flatMap((v) =>
  (v.declared.refuses as readonly string[]).map((code) => `${v.declared.name} ${code}`),
);

test('every refusal that a verb declares has a case here, and no other', () => {
  expect(Object.keys(CASES).sort()).toEqual([...declared].sort());
});

test('every code that is declared has a status, and every code with a status is given by something', () => {
  const given = new Set([...declared.map((d) => d.split(' ')[1]!), 'bad-input', 'not-allowed', 'not-ours', 'rebuilding', 'try-again']);
  // Of files, which are received by routes of their own: see the tests of receiving files and PDFs.
  for (const code of ['same-file', 'too-large', 'withdrawn', 'no-room']) given.add(code);
  // Of signing in and of links, which are about no review: see the tests of people.
  for (const code of ['not-signed-in', 'not-let-in', 'too-often', 'email-taken', 'last-administrator', 'not-found']) given.add(code);
  expect(Object.keys(REFUSALS).sort()).toEqual([...given].sort());
});

test.each(Object.keys(CASES))('%s', async (name) => {
  const [verb, code] = name.split(' ') as [string, string];
  const review = IN_PAIR[name] ? pair.id : verb === 'save-scheme' && code.endsWith('-in-use') ? own.id : id;
  const ctx = IN_PAIR[name] === 'reader' ? asReader(0) : db.context();
  const after = await BEFORE[name]?.();
  const works = await db.context().em.count(Work, { reviewId: review });
  try {
    const answer = await VERBS.get(verb)!(ctx, review, (await CASES[name]!()) as never);
    expect(answer).toMatchObject({ ok: false, code });
    // A sentence for people.
    expect(answer.message).toMatch(/^\S.* .*[.!)”]$/s);
  } finally {
    await after?.();
  }
  expect(await db.context().em.count(Work, { reviewId: review })).toBe(works);
});

test.each([...VERBS.keys()])('%s: somebody without the right is refused before anything is read', async (name) => {
  const asked = VERBS.get(name)!;
  // Who has no part in a review is not told that it is there, whether it is or not.
  for (const which of [id, randomUUID()])
    await expect(asked({ ...db.context(), person: STRANGER }, which, undefined as never)).rejects.toThrow('There is no such review.');
  const needed = [...COMMANDS, ...QUERIES].find((v) => v.declared.name === name)!.declared.right;
  for (const right of RIGHTS.slice(0, RIGHTS.indexOf(needed))) {
    const person = { ...ANYBODY, rightIn: async () => right };
    expect(await asked({ ...db.context(), person }, id, undefined as never)).toMatchObject({ ok: false, code: 'not-allowed' });
  }
});

test.each([...VERBS.keys()])('%s: an id that leads nowhere is not found, never a fault', async (name) => {
  const [case_] = Object.entries(CASES).filter(([key]) => key.startsWith(`${name} `));
  const input = case_ ? await case_[1]() : undefined;
  for (const wrong of ['no id at all', randomUUID()]) {
    const answer = await VERBS.get(name)!(db.context(), wrong, input as never).catch((error: Error) => error);
    if (answer instanceof Error) expect(answer.message).toBe('There is no such review.');
    // Without a case of its own its input may be what is wrong first.
    else expect(answer).toMatchObject({ ok: false, code: 'bad-input' });
  }
});
