import { parse } from 'csv-parse/sync';
import { mappingFault } from '@/core/record';
import { readText, recordsOf } from '@/testing/read-text';
import { seeded } from '@/testing/seeded';
import { guessDelimiter, guessMapping, mappingOf } from './mapping';
import { RowReader } from './rows';

function rows(text: string, delimiter: ',' | ';' | '\t', size: number) {
  const reader = new RowReader(delimiter);
  const found = [];
  for (let at = 0; at < text.length; at += size) found.push(...reader.push({ text: text.slice(at, at + size), valid: true }));
  return [...found, ...reader.end()];
}

test.each([1, 2, 3, 20240611])('cells are what a general-purpose CSV parser reads, seed %i', (seed) => {
  const next = seeded(seed);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(next() * list.length)]!;
  const cell = () => {
    const text = pick(['a', 'two words', 'ä;b', 'x,y', 'line\nbreak', 'say "yes"', '', '5" pad', "'q'"]);
    return /[",;\n]/.test(text) && !text.startsWith('5')
      ? `"${text.replaceAll('"', '""')}"`
      : text.startsWith('5')
        ? `"${text.replaceAll('"', '""')}"`
        : text;
  };
  for (const delimiter of [',', ';'] as const) {
    const text = Array.from({ length: 60 }, () => ['x', cell(), cell(), cell()].join(delimiter)).join('\n');
    const theirs = parse(text, { delimiter }) as string[][];
    for (const size of [1, 13, 1000]) expect(rows(text, delimiter, size).map((r) => r.cells)).toEqual(theirs);
  }
});
test('rows know their line, also behind cells of several lines', () => {
  expect(rows('a,b\n"1\n2",c\n\nd,"e"\n', ',', 3).map((r) => r.line)).toEqual([1, 2, 5]);
});
test('a quote inside a cell is a quote', () => {
  expect(rows('pad 5" wide,b\n', ',', 4)[0]!.cells).toEqual(['pad 5" wide', 'b']);
});

test.each([
  ['Title,Year\n', ','],
  ['Title;"Year, month"\na;b\n', ';'],
  ['Title\tDOI\n', '\t'],
  ['one line of prose', null],
])('the delimiter of %j', (head, delimiter) => expect(guessDelimiter(head)).toBe(delimiter));
test('columns are known by their names alone', () => {
  const { roles } = guessMapping(['Document Title', 'Author(s)', 'Publication Year', 'DOI', 'Title', 'Shelf'], ',');
  expect(roles).toEqual(['title', 'authors', 'date', 'doi', '', '']);
  const plainer = ['Paper title', 'By', 'Published in', 'Pub. date', 'DOIs', 'Peer-Reviewed', 'Document type', 'Source type'];
  expect(guessMapping(plainer, ',').roles).toEqual(['title', 'authors', 'container', 'date', 'doi', 'refereed', 'type', 'type']);
  expect(mappingOf('Shelf,Colour\n1,2\n')).toBeNull();
});
test.each([
  [['title', 'date'], ''],
  [['date', ''], /which column holds the title/],
  [['title', 'title'], /Two columns are set to “Title”/],
  [['title'], /another number of columns/],
] as const)('a mapping %j', (roles, fault) => {
  const found = mappingFault({ delimiter: ',', header: ['a', 'b'], roles: [...roles] });
  if (fault === '') expect(found).toBe('');
  else expect(found).toMatch(fault);
});

const HEAD = 'Title,Authors,Year,DOI,Type,Shelf\n';
test('a row becomes a record; a column nobody knows is kept', async () => {
  const [record] = recordsOf(
    await readText(`${HEAD}"Pads, gel","Falk, Iben; Ode, Ann",2020,10.5555/A,"Journal article; Review",B7\n`, 'csv'),
  );
  expect(record).toMatchObject({
    title: 'Pads, gel',
    authors: [
      { family: 'Falk', given: 'Iben' },
      { family: 'Ode', given: 'Ann' },
    ],
    dates: { issue: '2020' },
    doi: '10.5555/a',
    types: [
      { vocabulary: 'own', term: 'Journal article' },
      { vocabulary: 'own', term: 'Review' },
    ],
    extra: { Shelf: ['B7'], DOI: ['10.5555/A'] },
  });
});
test('ragged rows: too few cells are read and said, too many are rejected', async () => {
  const entries = await readText(`${HEAD}One,Falk\nTwo,Falk,2020,,,x,y,z\nThree,Ode,2021,,,\n`, 'csv');
  expect(entries).toMatchObject([
    { kind: 'record', problems: expect.arrayContaining([expect.objectContaining({ code: 'bad-row', line: 2 })]) },
    { kind: 'rejected', line: 3, problem: { code: 'bad-row', text: expect.stringContaining('8 cells, the header 6') } },
    { kind: 'record' },
  ]);
});
test('a quote that is never closed costs one row', async () => {
  const entries = await readText(`${HEAD}One,Falk,2020,,,\n"Two,Falk,2020,,,\nThree,Ode,2021,,,\n`, 'csv', 11);
  expect(entries.map((e) => [e.line, e.kind])).toEqual([
    [2, 'record'],
    [3, 'rejected'],
    [4, 'record'],
  ]);
});
test('a mapping that a person chose is used', async () => {
  const { readEntries } = await import('../read-entries');
  const mapping = { delimiter: ';' as const, header: ['Was', 'Wer'], roles: ['title' as const, 'authors' as const] };
  const entries = [];
  for await (const e of readEntries([new TextEncoder().encode('Was;Wer\nKnie;Falk, Iben\n')], 'csv', { mapping })) entries.push(e);
  expect(recordsOf(entries)).toMatchObject([{ title: 'Knie', authors: [{ family: 'Falk', given: 'Iben' }] }]);
});
