import fc from 'fast-check';
import { type BibRecord, emptyRecord } from '@/core/record';
import { earlier, Holdings, HoldingsFault, lastingLink, later, openUrl, readEmbargo, readKbart, whyNotLasting } from '.';

const FIELDS = [
  ...['publication_title', 'print_identifier', 'online_identifier', 'date_first_issue_online', 'num_first_vol_online'],
  ...['num_first_issue_online', 'date_last_issue_online', 'num_last_vol_online', 'num_last_issue_online', 'title_url', 'first_author'],
  ...['title_id', 'embargo_info', 'coverage_depth', 'notes', 'publisher_name', 'publication_type', 'access_type'],
];
/** Field order as in NISO RP-9-2014, 6.6; from memory. */
const list = (...rows: Partial<Record<string, string>>[]) =>
  [FIELDS.join('\t'), ...rows.map((r) => FIELDS.map((f) => r[f] ?? '').join('\t'))].join('\r\n');
const JOURNAL = {
  publication_title: 'Night Work and Health',
  print_identifier: '9990-2036',
  publication_type: 'serial',
  coverage_depth: 'fulltext',
};
const record = (more: Partial<BibRecord> = {}): BibRecord => ({
  ...emptyRecord(),
  title: 'Lamps',
  issns: ['9990-2036'],
  dates: { online: '', issue: '2015', added: '' },
  ...more,
});
const stateOf = (row: Partial<Record<string, string>>, more: Partial<BibRecord> = {}) =>
  new Holdings(readKbart(list({ ...JOURNAL, ...row })).titles).of(record(more), '2026-09-14');

test('a list is read whatever the order of its fields, and a line that cannot be used costs no other', () => {
  const read = readKbart(
    `${list(JOURNAL, { publication_title: '', publisher_name: 'Ombra Scientific' }, { publication_title: 'A book', online_identifier: '978-0-306-40615-7', publication_type: 'Monograph' }, { ...JOURNAL, print_identifier: '1234-5678', embargo_info: 'soon', date_first_issue_online: '1999-13' })}\r\none\ttoo${'\tmany'.repeat(20)}\r\n\r\n`,
  );
  expect(read.titles.map((t) => [t.title, t.issns, t.isbns, t.kind, t.line])).toEqual([
    ['Night Work and Health', ['9990-2036'], [], 'serial', 2],
    ['A book', [], ['9780306406157'], 'monograph', 4],
    ['Night Work and Health', [], [], 'serial', 5],
  ]);
  expect(read.problems.map((p) => [p.line, p.message])).toEqual([
    [3, 'It has no title.'],
    [5, '“1234-5678” is neither an ISSN nor an ISBN.'],
    [5, '“soon” is no embargo: as R1Y, P6M or R10Y;P30D.'],
    [5, '“1999-13” (date_first_issue_online) is no date.'],
    [6, 'It has 22 cells where there are 18 fields.'],
  ]);
  expect(() => readKbart('title,issn\nA,1')).toThrow(HoldingsFault);
});

test('cells that a spreadsheet put into quotation marks, and numbers with long dashes, are read', () => {
  const { titles } = readKbart('Publication_Title\tPrint_Identifier\r\n"Night ""Work"""\t9990–2036\r\n');
  expect(titles).toMatchObject([{ title: 'Night "Work"', issns: ['9990-2036'] }]);
});

test.each([
  ['R1Y', [{ kind: 'R', length: 1, unit: 'Y' }]],
  ['P6M', [{ kind: 'P', length: 6, unit: 'M' }]],
  [
    'r10y; P30D',
    [
      { kind: 'R', length: 10, unit: 'Y' },
      { kind: 'P', length: 30, unit: 'D' },
    ],
  ],
  ['', []],
  ['1 year', null],
])('embargo %s', (text, expected) => {
  expect(readEmbargo(text)).toEqual(expected);
});

test('days are counted back and forth by the calendar', () => {
  expect(earlier('2024-03-31', { length: 1, unit: 'M' })).toBe('2024-02-29');
  expect(earlier('2024-02-29', { length: 1, unit: 'Y' })).toBe('2023-02-28');
  expect(later('2026-01-15', { length: 30, unit: 'D' })).toBe('2026-02-14');
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 20_000 }), fc.nat(3000), (at, length) => {
      const day = new Date(at * 86_400_000).toISOString().slice(0, 10);
      expect(later(earlier(day, { length, unit: 'D' }), { length, unit: 'D' })).toBe(day);
    }),
  );
});

test.each<[string, Partial<Record<string, string>>, Partial<BibRecord>, string, string]>([
  ['all of it', {}, {}, 'held', ''],
  ['open', { access_type: 'F' }, {}, 'open', ''],
  ['in print', { coverage_depth: 'print' }, {}, 'print', ''],
  ['abstracts alone', { coverage_depth: 'abstracts' }, {}, 'not-held', ''],
  ['within the years', { date_first_issue_online: '2010-01', date_last_issue_online: '2015' }, {}, 'held', ''],
  ['after the last', { date_last_issue_online: '2014-12' }, {}, 'not-held', ''],
  ['partly within', { date_first_issue_online: '2015-06' }, {}, 'cannot-tell', ''],
  [
    'no date, a volume tells',
    { date_first_issue_online: '2010', num_first_vol_online: '3' },
    { dates: { online: '', issue: '', added: '' }, volume: '2' },
    'not-held',
    '',
  ],
  [
    'a year covered in part, the volume tells',
    { date_first_issue_online: '2015-06', num_first_vol_online: '4' },
    { volume: '4' },
    'held',
    '',
  ],
  [
    'a year covered in part, the issue tells',
    { date_first_issue_online: '2015-06', num_first_vol_online: '4', num_first_issue_online: '3' },
    { volume: '4', issue: '2' },
    'not-held',
    '',
  ],
  [
    'the bound’s volume, and no issue',
    { date_first_issue_online: '2015-06', num_first_vol_online: '4', num_first_issue_online: '3' },
    { volume: '4' },
    'cannot-tell',
    '',
  ],
  ['no date, nothing tells', { date_first_issue_online: '2010' }, { dates: { online: '', issue: '', added: '' } }, 'cannot-tell', ''],
  ['behind the wall', { embargo_info: 'P1Y' }, {}, 'held', ''],
  ['not yet', { embargo_info: 'P1Y' }, { dates: { online: '', issue: '2026-03-10', added: '' } }, 'embargoed', '2027-03-10'],
  ['at the edge', { embargo_info: 'P1Y' }, { dates: { online: '', issue: '2025', added: '' } }, 'cannot-tell', ''],
  ['no longer', { embargo_info: 'R5Y' }, {}, 'not-held', ''],
  ['another number', {}, { issns: ['9990-3008'] }, 'not-held', ''],
  ['no number', {}, { issns: [] }, 'cannot-tell', ''],
])('%s', (_what, row, more, state, until) => {
  expect(stateOf(row, more)).toMatchObject({ state, until });
});

test('of several titles the best counts', () => {
  const { titles } = readKbart(list({ ...JOURNAL, date_last_issue_online: '2000' }, { ...JOURNAL, coverage_depth: 'print' }));
  expect(new Holdings(titles).of(record(), '2026-09-14').state).toBe('print');
});

test.each([
  ['https://records.example/item/7', ''],
  ['https://records.example/item/7;jsessionid=AB12', 'visit'],
  ['https://records.example/item?id=7&sid=99', 'visit'],
  ['https://records.example.ezproxy.college.example/item/7', 'proxy'],
  ['https://college.example/login?url=https://records.example/item/7', 'proxy'],
  ['item 7', 'no address'],
])('%s', (url, why) => {
  if (why === '') expect(whyNotLasting(url)).toBe('');
  else expect(whyNotLasting(url)).toContain(why);
});

test('the best link: the DOI, the record’s own, the resolver’s', () => {
  const resolver = 'https://resolver.example/find?who=us';
  expect(lastingLink(record({ doi: '10.5555/a(b)' }), resolver)).toEqual({ url: 'https://doi.org/10.5555/a(b)', by: 'doi' });
  expect(lastingLink(record({ urls: ['https://a.example/x?sid=1', 'https://a.example/x'] }), resolver)).toEqual({
    url: 'https://a.example/x',
    by: 'record',
  });
  expect(lastingLink(record(), '')).toBeNull();
  const asked = new URL(
    openUrl(
      resolver,
      record({
        container: 'Night Work and Health',
        volume: '4',
        pages: '11-19',
        doi: '10.5555/a',
        pmid: '9',
        authors: [{ family: 'Falk', given: 'Iben' }],
      }),
    ),
  );
  // Keys as in the journal format of ANSI/NISO Z39.88-2004; from memory.
  expect(Object.fromEntries(asked.searchParams)).toMatchObject({
    ...{
      who: 'us',
      url_ver: 'Z39.88-2004',
      rft_val_fmt: 'info:ofi/fmt:kev:mtx:journal',
      'rft.atitle': 'Lamps',
      'rft.jtitle': 'Night Work and Health',
    },
    ...{ 'rft.aulast': 'Falk', 'rft.date': '2015', 'rft.volume': '4', 'rft.spage': '11', 'rft.epage': '19', 'rft.issn': '9990-2036' },
  });
  expect(asked.searchParams.getAll('rft_id')).toEqual(['info:doi/10.5555/a', 'info:pmid/9']);
});
