import { readStandings, StandingFault } from '@/core/formats';
import { isoToDay } from '@/core/record';
import { StandingLists } from './standing';

const CSV = `Source title;Print ISSN;E-ISSN;Subject area;Quartile;Year
Night Work;9990-2036;99904047;Occupational health; Q2;2024
Night Work;9990-2036;;Occupational health;Q3;2015
The Mill Review;;;History | Engineering;A;
Bad;1234-5678;;Law;Q1;2024
;;;Law;Q1;2024
`;

test('a table of venues is read with what of it is wrong', () => {
  const { rows, problems, used } = readStandings(CSV);
  expect(rows.map((r) => [r.title, r.issns, r.year, r.fields, r.standing])).toEqual([
    ['Night Work', ['9990-2036', '9990-4047'], 2024, ['Occupational health'], 'Q2'],
    ['Night Work', ['9990-2036'], 2015, ['Occupational health'], 'Q3'],
    ['The Mill Review', [], null, ['History', 'Engineering'], 'A'],
    ['Bad', [], 2024, ['Law'], 'Q1'],
  ]);
  expect(problems.map((p) => p.line)).toEqual([5, 6]);
  expect(used).toEqual(['Source title', 'Print ISSN', 'E-ISSN', 'Subject area', 'Quartile', 'Year']);
  expect(() => readStandings('title,publisher\nA,B')).toThrow(StandingFault);
  expect(() => readStandings('field,quartile\nA,B')).toThrow(StandingFault);
});

const year = (y: number) => ({ from: isoToDay(`${y}-01-01`), to: isoToDay(`${y}-12-31`) });
test.each([
  ['2024', year(2024), ['Q2']],
  ['the nearest year of the list', year(2013), ['Q3']],
  ['the earlier of two that are as near', { from: isoToDay('2019-07-01'), to: isoToDay('2019-07-02') }, ['Q3']],
  ['a date between two lines', { from: isoToDay('2015-01-01'), to: isoToDay('2024-01-01') }, ['Q2', 'Q3']],
  ['no date: every year', null, ['Q2', 'Q3']],
])('standing of a journal in %s', (_what, when, expected) => {
  const lists = new StandingLists([{ name: 'By field', year: 2024, rows: readStandings(CSV).rows }]);
  expect(
    lists
      .of({ issns: ['9990-2036'], container: '' }, when)
      ?.standings.map((s) => s.value)
      .sort(),
  ).toEqual(expected);
});

test('by its title where a line has no ISSN, and not otherwise', () => {
  const lists = new StandingLists([{ name: 'By field', year: 2024, rows: readStandings(CSV).rows }]);
  expect(lists.of({ issns: [], container: 'Mill review' }, null)?.fields.map((f) => f.value)).toEqual(['History', 'Engineering']);
  expect(lists.of({ issns: [], container: 'Night Work' }, null)).toBeNull();
});
