import { decideWork } from '@/stages/decide/commands/decide';
import { startReasons } from '@/stages/decide/commands/start-reasons';
import { stripFigures } from '@/stages/review/queries/strip-figures';
import { saveSieve } from '@/stages/sieve/commands/save-sieve';
import { aReview, importText, openTestDatabase, type TestDatabase } from '@/testing/database';
import { risEntry } from '@/testing/ris-entry';
import { said } from '@/testing/said';
import { findWorks } from './queries/find-works';

let db: TestDatabase;
let id: string;
beforeAll(async () => {
  db = await openTestDatabase();
  ({ id } = await aReview(db.context()));
  const file = [
    risEntry(1, 'Kneeling mats for tilers: a trial', 'PY  - 2021', 'DO  - 10.5555/mats.1', 'AB  - Pain fell in tilers.'),
    risEntry(2, 'Straps for 100% of floor layers', 'PY  - 2003', 'AB  - Straps were worn.'),
    risEntry(3, 'Gloves for glaziers', 'PY  - 2020'),
  ];
  await importText(db, id, 'VH', file.join('\n'));
  const recent = {
    ...{ id: 'recent', name: 'Since 2010', evidence: 'stated' as const, whenUnknown: 'hold' as const, rationale: '', on: true },
    test: { kind: 'recency' as const, date: 'earliest' as const, window: { count: 'fixed' as const, from: '2010-01-01', to: null } },
  };
  await saveSieve(db.context(), id, { sieve: [recent], seenEdit: 0 });
  await startReasons(db.context(), id);
  const excluded = { workNo: 3, verdict: 'exclude' as const, reasonCode: 'population', grounds: 'No tilers.', seenSeq: 0 };
  await said(decideWork(db.context(), id, excluded));
});
afterAll(() => db.close());

const found = async (find: string) => (await said(findWorks(db.context(), id, { find }))).works;

test.each([
  ['mats tilers', [1]],
  ['pain fell', [1]],
  ['https://doi.org/10.5555/MATS.1', [1]],
  ['10.5555/none', []],
  ['2', [2]],
  ['work 3', [3]],
  ['100%', [2]],
  ['falk glaziers', [3]],
  ['mats gloves', []],
  ['', []],
  ["'; drop table work; --", []],
])('“%s” finds %j', async (find, numbers) => expect((await found(find)).map((w) => w.no)).toEqual(numbers));

test('where a work is and why: stopped ones and excluded ones too', async () => {
  expect((await found('straps'))[0]).toMatchObject({
    state: 'stopped',
    sieve: expect.stringContaining('stopped by Since 2010'),
    decided: '',
  });
  expect((await found('gloves'))[0]).toMatchObject({
    state: 'excluded',
    decided: expect.stringMatching(/^excluded on title and abstract: The population/),
  });
  expect((await found('mats'))[0]).toMatchObject({ state: 'undecided', decided: 'to decide on title and abstract' });
});

test('what is left to do at each stage, and where', async () => {
  const { next } = await stripFigures(db.context(), id);
  expect(next).toEqual([
    { stage: 'question', path: 'question', words: 'say what the review asks of a source' },
    { stage: 'sieve', path: 'sieve', words: 'add the limiters' },
    { stage: 'decide', path: 'decide', words: '1 work to decide' },
  ]);
  await said(decideWork(db.context(), id, { workNo: 1, verdict: 'keep', reasonCode: '', grounds: 'Yes.', seenSeq: 0 }));
  expect((await stripFigures(db.context(), id)).next.at(-1)).toMatchObject({
    path: 'decide?stage=full-text',
    words: '1 full text to read',
  });
});
