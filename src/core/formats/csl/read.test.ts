import { readText, recordsOf } from '@/testing/read-text';
import { toCsl } from './write';

const one = async (item: object) => recordsOf(await readText(JSON.stringify([item]), 'csl-json'))[0]!;

// CSL 1.0.2, CSL-JSON schema: names with particles, dates in parts, seasons, ranges, raw dates.
test.each([
  [{ issued: { 'date-parts': [[2020, 5, 6]] } }, { dates: { issue: '2020-05-06' } }],
  [{ issued: { 'date-parts': [['2020']] } }, { dates: { issue: '2020' } }],
  [{ issued: { 'date-parts': [[2020]], season: 1 } }, { dates: { issue: '2020-21' } }],
  [
    {
      issued: {
        'date-parts': [
          [2020, 3],
          [2020, 5],
        ],
      },
    },
    { dates: { issue: '2020-03/2020-05' } },
  ],
  [{ issued: { raw: '2020 Jul-Aug' } }, { dates: { issue: '2020 Jul-Aug' } }],
  [{ author: [{ family: 'Berg', given: 'J', 'non-dropping-particle': 'van der' }] }, { authors: [{ family: 'van der Berg', given: 'J' }] }],
  [{ author: [{ literal: 'Lamp Group' }] }, { authors: [{ family: 'Lamp Group', given: '' }] }],
  [{ DOI: 'https://doi.org/10.5555/AB' }, { doi: '10.5555/ab' }],
  [{ ISSN: ['0317-8471', '1050-124X'] }, { issns: ['0317-8471', '1050-124X'] }],
  [{ page: '11–19' }, { pages: '11-19' }],
  [{ custom: { shelf: 3 } }, { extra: { custom: ['{"shelf":3}'] } }],
])('%j', async (fields, expected) => {
  const item = { id: 'x', type: 'article-journal', title: 'A', ...fields };
  const record = await one(item);
  expect(record).toMatchObject(expected);
  // Nothing is lost on the way back out.
  expect(toCsl(record)).toMatchObject(item);
});

test.each([
  ['an item that is no JSON', '{"id": nope}', 'not-well-formed'],
  ['text between items', '"a string",', 'text-outside-entry'],
  ['an item with nothing to know it by', '{"type":"book"},', 'no-title-or-identifier'],
  ['an item nested without end', `{"id":${'['.repeat(500)}${']'.repeat(500)}},`, 'too-deep'],
])('%s is rejected with its line, and costs no other', async (_, middle, code) => {
  const entries = await readText(`[\n{"id":"1","title":"One {"},\n${middle}\n{"id":"3","title":"\\"}Three"}\n]`, 'csl-json', 4);
  expect(entries.map((e) => [e.line, e.kind === 'record' ? e.record.accession : e.problem.code])).toEqual([
    [2, '1'],
    [3, code],
    [4, '3'],
  ]);
});
test.each([
  ['one a line', '{"id":"1","title":"a"}\n{"id":"2","title":"b"}\n'],
  ['inside an object', '{"items": [{"id":"1","title":"a"},{"id":"2","title":"b"}]}'],
])('items %s', async (_, text) => expect(recordsOf(await readText(text, 'csl-json')).map((r) => r.accession)).toEqual(['1', '2']));
test('a file cut off in the middle', async () => {
  expect(await readText('[{"id":"1","title":"a"},{"id":"2","ti', 'csl-json')).toMatchObject([
    { kind: 'record' },
    { problem: { code: 'entry-not-closed' } },
  ]);
});

test.each([
  ['an item a line', ',\n'],
  ['all on one line', ','],
])('one damaged item costs no other, %s', async (_, between) => {
  const items = Array.from({ length: 30 }, (_, n) => `{"id": "i${n}", "type": "book", "title": "Title ${n}"}`);
  const damaged = [
    '{"id": "x", "title": "open',
    '{"id": "x", "title": "open}',
    '{"id": "x", "title": {"a": [1, }',
    '{"id": "x" "title": ]',
    '{"id": "x", "title": "a "b" c"}',
  ];
  for (const damage of damaged) {
    const text = `[\n${[...items.slice(0, 10), damage, ...items.slice(10)].join(between)}\n]\n`;
    const entries = await readText(text, 'csl-json');
    const titles = recordsOf(entries).map((r) => r.title);
    expect(items.map((_, n) => `Title ${n}`).filter((t) => !titles.includes(t))).toEqual([]);
    expect(entries.some((e) => e.kind === 'rejected')).toBe(true);
  }
});
