import { readVenues } from './read';

test('journals and presses of one table, with the names that lists of journals use', () => {
  const { entries, problems } = readVenues(
    'publication_title,print_identifier,online_identifier,kind,peer reviewed,since,until,publisher_name,name,isbn\n' +
      '"Tide, and Time",9990-1048,9990-2036,scholarly,Y,2010,,Oak,,\n' +
      ',,,self-publishing,,,,,Own Words,978-1-23\n',
  );
  expect(problems).toEqual([]);
  expect(entries).toEqual([
    {
      type: 'journal',
      title: 'Tide, and Time',
      issns: ['9990-1048', '9990-2036'],
      kind: 'scholarly-journal',
      refereed: 'yes',
      from: 2010,
      to: null,
      publisher: 'Oak',
      tags: [],
    },
    { type: 'press', name: 'Own Words', isbnPrefixes: ['978123'], kind: 'self-publishing' },
  ]);
});

// ISO 3297: the check digit of 9990-1048 is right and of 9990-1049 wrong.
test.each([
  ['issn,title\n9990-1049,A', 'issn', 'The check digit of this ISSN is wrong, or it is no ISSN.', false],
  ['title,refereed\nA,perhaps', 'refereed', 'Write yes or no, or leave it empty when it is unknown.', false],
  ['title,from\nA,last year', 'from', 'A year is four digits.', false],
  ['title,kind\nA,pamphlet', 'kind', expect.stringContaining('Not a kind of venue'), false],
  ['name,kind\nB,wonderful', 'kind', 'A press is one of: scholarly, trade, self-publishing.', true],
  ['issn,title\n,', 'title', 'A journal without a title and without an ISSN that can be used.', true],
  ['title\nA\n"never closed\n', '', 'A quote in this row is never closed.', true],
  ['title,issn\nA,9990-1048\nA again,9990-1048', '', '“A again” stands in line 2 already, for the same years.', true],
])('%j: the place is told, and nothing else is lost', (text, column, message, rowLost) => {
  const { problems } = readVenues(text);
  expect(problems).toHaveLength(1);
  expect(problems[0]).toMatchObject({ column, message, rowLost });
  expect(problems[0]!.line).toBeGreaterThan(1);
});
test.each(['', 'a,b\n1,2'])('%j is no register, and says so', (text) => {
  const { entries, problems } = readVenues(text);
  expect([entries.length, problems.length]).toEqual([0, 1]);
});
test('tabs and semicolons part cells as well', () => {
  expect(readVenues('title\trefereed\nA\tyes').entries[0]).toMatchObject({ title: 'A', refereed: 'yes' });
  expect(readVenues('title;refereed\nA;no').entries[0]).toMatchObject({ title: 'A', refereed: 'no' });
});
