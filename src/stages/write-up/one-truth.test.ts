import { flowRows } from '@/core/flow';
import { paragraphText } from '@/core/write-up';
import { decideWork } from '@/stages/decide/commands/decide';
import { saveStages } from '@/stages/decide/commands/save-stages';
import { startReasons } from '@/stages/decide/commands/start-reasons';
import { overview } from '@/stages/review/queries/overview';
import { stripFigures } from '@/stages/review/queries/strip-figures';
import { aReview, importText, openTestDatabase, type TestDatabase } from '@/testing/database';
import { risEntry } from '@/testing/ris-entry';
import { saveWriteUp } from './commands/save-write-up';
import { writeUpData } from './queries/data';
import { writeUpFile } from './queries/export';
import { tablesOf } from './queries/tables';

let db: TestDatabase;
let id: string;
beforeAll(async () => {
  db = await openTestDatabase();
  ({ id } = await aReview(db.context()));
  const things = ['mats', 'straps', 'gloves', 'stools', 'lamps', 'boots', 'knives', 'saws', 'glue', 'tiles', 'slate', 'grout'];
  await importText(db, id, 'VH', things.map((t, i) => risEntry(i + 1, `Better ${t} for people who lay floors`, 'PY  - 2021')).join('\n'));
  await startReasons(db.context(), id);
});
afterAll(() => db.close());

const decide = (
  workNo: number,
  verdict: 'keep' | 'exclude' | 'wait',
  stage: 'title-abstract' | 'full-text',
  seenSeq = 0,
  reason = 'population',
) => decideWork(db.context(), id, { workNo, stage, verdict, reasonCode: verdict === 'exclude' ? reason : '', grounds: 'Read.', seenSeq });

test('kept so far, assessed, included and still due are the same figures wherever they stand', async () => {
  await saveStages(db.context(), id, { twoStages: true });
  for (const no of [1, 2, 3, 4, 5, 6, 7]) await decide(no, 'keep', 'title-abstract');
  await decide(8, 'exclude', 'title-abstract');
  await decide(9, 'wait', 'title-abstract');
  await decide(1, 'keep', 'full-text', 1);
  await decide(2, 'exclude', 'full-text', 1);
  await decide(3, 'exclude', 'full-text', 1, 'not-retrieved');
  await decide(4, 'wait', 'full-text', 1);

  const { states, progress } = await overview(db.context(), id);
  // 12 works: 3 undecided, one waiting; 7 kept first, of these 1 in, 1 out, 1 not had, 1 waits, 3 unread.
  expect(progress).toEqual({
    ...{ screened: 8, sought: 7, assessed: 2, included: 1, keptSoFar: 4, excluded: 3 },
    ...{ due: 8, fullTextsDue: 4, fullTextsDone: 3, firstDue: 4, firstDone: 8 },
  });
  expect(states.kept).toBe(4);
  const strip = await stripFigures(db.context(), id);
  expect(strip).toMatchObject({ firstDone: 8, first: 12, fullTextsDone: 3, fullTexts: 7, interim: true });

  const data = await writeUpData(db.context(), id);
  expect(data.flow).toMatchObject({ screened: 8, sought: 7, notRetrieved: 1, assessed: 2, total: { included: 1 } });
  expect(data.flow!.total.due).toEqual({ held: 0, undecided: 3, waiting: 1, fullText: 4 });
  const selection = data.methods.find((m) => m.title === 'Selection')!;
  const text = paragraphText(selection.pieces);
  expect(text).toContain('8 works were judged by title and abstract');
  expect(text).toContain('the full texts of 7 were sought. 1 was not retrieved. 2 full texts were read, and 1 work is included.');
  expect(text).toContain('4 full texts are still to be read.');
  expect(text).toContain('The review is not finished: 8 works are held, undecided, waiting or still to be read in full.');

  const rows = Object.fromEntries(tablesOf(data).map((t) => [t.id, t.rows.length]));
  expect([rows.kept, rows.excluded]).toEqual([4, 3]);
  const standing = tablesOf(data).find((t) => t.id === 'kept')!;
  const at = standing.columns.indexOf('stands as');
  expect(standing.rows.map((r) => r[at]).sort()).toEqual([...Array(3).fill('full text to be read'), 'included']);
  expect(flowRows(data.flow!).at(-1)!.side!.lines[0]).toMatchObject({ n: 8 });
});

test('references are of what is kept so far or of what is included, and say which', async () => {
  const listed = async () =>
    String((await writeUpFile(db.context(), id, 'references.txt')).body)
      .trim()
      .split('\n\n').length;
  const html = async () => String((await writeUpFile(db.context(), id, 'write-up.html')).body);
  expect(await listed()).toBe(4);
  expect(await html()).toContain('of what is kept so far: 1 included, 3 whose full text is still to be read');
  await saveWriteUp(db.context(), id, { referencesOf: 'included' });
  expect(await listed()).toBe(1);
  expect(await html()).toContain('of what is included');
});
