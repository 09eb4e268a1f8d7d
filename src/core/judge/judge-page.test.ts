import { claimsOfRecord, NO_SCOPE, type RecordClaims, shippedScheme, termKeysOf } from '@/core/classify';
import { basisOfLots } from '@/core/likely';
import { DEFAULT_PROFILE } from '@/core/parity';
import type { BibRecord } from '@/core/record';
import { emptyColumns, pageWriter } from '@/core/sieve';
import { OtherForm, packClaims } from '@/core/storage';
import { fieldRecords } from '@/testing/field-records';
import { type JudgingBasis, judgePage, judgeWork, type PageToJudge, pageJudging, type RecordToJudge } from '.';

const REVIEW = '00000000-0000-4000-8000-000000000000';
const BASIS: JudgingBasis = {
  scheme: shippedScheme('ocebm-2011')!,
  kind: 'treatment-benefit',
  venues: { journals: [], presses: [] },
  rulings: [],
  likely: basisOfLots(),
  lists: { holdings: null, standings: [], asOf: '2026-09-14' },
  databases: [
    { id: 'a', tag: 'AA', profile: DEFAULT_PROFILE },
    { id: 'b', tag: 'BB', profile: { ...DEFAULT_PROFILE, allJournalsRefereed: true } },
  ],
};
const BY = pageJudging(BASIS, (text) => String(text.length));

let records: BibRecord[];
beforeAll(async () => {
  records = (await fieldRecords()).slice(0, 30).map((f) => f.record);
});

const claims = (no: number): RecordClaims => claimsOfRecord(records[no - 1]!, NO_SCOPE);
const read = (no: number, more: Partial<RecordToJudge> = {}): RecordToJudge => ({
  no,
  retrieval: no % 2 ? 'first' : 'second',
  database: no % 3 ? 'a' : 'b',
  name: `n${no}`,
  doc: JSON.stringify(packClaims(claims(no))),
  item: JSON.stringify(records[no - 1]),
  ...more,
});
const page = (works: number[][], more: Partial<PageToJudge> = {}): PageToJudge => ({
  reviewId: REVIEW,
  works: works.map((own, i) => ({ no: i + 1, records: own, flags: [] })),
  records: works.flat().map((no) => read(no)),
  merged: true,
  ...more,
});
const lines = (bytes: Uint8Array) => new TextDecoder().decode(bytes).split('\n').filter(Boolean);
const numbersIn = (made: ReturnType<typeof judgePage>['works']) => {
  const columns = emptyColumns(made.plain[0]!.length, ['a', 'b'], 1);
  const write = pageWriter(columns, made);
  for (let i = 0; i < columns.numbers.length; i++) write(i);
  return columns;
};

test('a page says of each work and record what judging it by itself says', () => {
  const works = [[1, 2], [3], [4, 5, 6]];
  const made = judgePage(BY, page(works));
  expect(made.faults).toEqual([]);
  const columns = numbersIn(made.works);
  const alone = numbersIn(made.alone);
  works.forEach((own, i) => {
    const members = own.map((no) => ({ no, database_id: no % 3 ? 'a' : 'b', stable_name: `n${no}`, doc: claims(no) }));
    const { classification } = judgeWork(BY.judging, members);
    expect(columns.all.design[i]).toBe(classification.axes.design.mask);
    expect(columns.likely.design[i]).toBe(classification.likely?.design ?? classification.axes.design.mask);
    for (const m of members)
      expect(alone.all.publicationType[alone.numbers.indexOf(m.no)]).toBe(
        judgeWork(BY.judging, [m]).classification.axes.publicationType.mask,
      );
  });
  expect([...columns.membership]).toEqual([1, 2, 3]);
  expect([...alone.numbers]).toEqual([1, 2, 3, 4, 5, 6]);
  expect([...made.workOf]).toEqual([1, 1, 2, 3, 3, 3]);
  expect(made.retrievals).toEqual(['first', 'second', 'first', 'second', 'first', 'second']);
  expect(lines(made.rows).map((l) => l.split('\t')[1])).toEqual(['1', '2', '3']);
  expect(made.axes).toBe('[]');
});

test('of a work that is known only its records are judged', () => {
  const made = judgePage(BY, page([[1, 2]], { works: [{ no: 7, records: [1, 2], flags: [], alone: true }] }));
  expect(made.works.plain[0]).toHaveLength(0);
  expect(made.rows).toHaveLength(0);
  expect([...made.workOf]).toEqual([7, 7]);
});

test('works that stay as they were merged keep their flags, and give their axes to be written', () => {
  const made = judgePage(BY, page([[1]], { merged: false, works: [{ no: 9, records: [1], flags: ['retracted'] }] }));
  expect(made.rows).toHaveLength(0);
  expect(JSON.parse(made.axes)).toEqual([{ no: 9, axes: expect.objectContaining({ design: expect.anything() }) }]);
  expect(numbersIn(made.works).flags[0]).toBe(2);
});

test('claims that are out of date are derived, by the statement of their database', () => {
  const made = judgePage(BY, page([[3], [6], [1]], { records: [read(3, { stale: true }), read(6, { doc: null }), read(1)] }));
  expect(made.claims.numbers).toEqual([3, 6]);
  const derived = lines(made.claims.rows).map((line) => {
    const [, no, rule_set, doc, , terms] = line.split('\t');
    return { no: Number(no), rule_set, doc: JSON.parse(doc!.replaceAll('\\\\', '\\')) as { claims: [string, number, string][] }, terms };
  });
  expect(derived.map((d) => [d.no, JSON.parse(d.terms!)])).toEqual([3, 6].map((no) => [no, termKeysOf(records[no - 1]!)]));
  for (const d of derived) {
    expect(d.rule_set).toContain(':refereed:');
    expect(d.doc.claims.some(([, , rule]) => rule === 'database-scope')).toBe(true);
  }
});

test('what cannot be read or judged costs no other, and who is to blame is named', () => {
  const broken = JSON.stringify({ ...packClaims(claims(2)), dates: null });
  const made = judgePage(
    BY,
    page([[1, 2], [3], [4], [5]], {
      records: [read(1), read(2, { doc: broken }), read(3), read(4, { doc: '{"form"' }), read(5, { doc: null, item: '{"title":3}' })],
    }),
  );
  expect(made.faults.map((f) => [f.no, f.step])).toEqual([
    [4, 'classify'],
    [5, 'derive'],
    [2, 'classify'],
  ]);
  expect([...numbersIn(made.works).numbers]).toEqual([2]);
});

test('claims of another version of the program stop the page: nothing is wrong with the record', () => {
  const other = JSON.stringify({ ...packClaims(claims(1)), form: 'claims/1:0' });
  expect(() => judgePage(BY, page([[1]], { records: [read(1, { doc: other })] }))).toThrow(OtherForm);
});
