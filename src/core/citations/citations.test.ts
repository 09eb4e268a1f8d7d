import fc from 'fast-check';
import { readText } from '@/core/formats';
import { emptyRecord } from '@/core/record';
import { CitationsFault, citedByWords, readCitations } from './citation-lines';
import { joinLeads, KnownWorks, type Lead, leadsFrom } from './leads';
import { listedReferences } from './listed-references';
import { printedReference, referencesOf } from './references-of';

// Fields as open citation indexes have them (oci, citing, cited, creation, timespan, journal_sc, author_sc); from memory.
test('a table of citations is read, and a line that cannot be used costs no other', () => {
  const read = readCitations(
    [
      'oci,citing,cited,creation,timespan,journal_sc,author_sc',
      '1,10.5555/A,10.5555/b,2019-04,P2Y,no,no',
      '2,"doi:10.5555/c pmid:7",doi:10.5555/b,2020,P3Y,no,no',
      '3,pmid:12,doi:10.5555/b,soon,,no,no',
      '4,nothing,doi:10.5555/b,2020,,no,no',
      '5,10.5555/a,10.5555/B,2019-04,P2Y,no,no',
      '6,10.5555/b,10.5555/b,2019,,no,no',
    ].join('\r\n'),
  );
  expect(read.lines).toEqual([
    { citing: 'doi:10.5555/a', cited: 'doi:10.5555/b', on: '2019-04' },
    { citing: 'doi:10.5555/c', cited: 'doi:10.5555/b', on: '2020' },
    { citing: 'pmid:12', cited: 'doi:10.5555/b', on: '' },
  ]);
  expect(read.problems).toEqual([
    { line: 5, message: '“nothing” is neither a DOI nor a PMID.' },
    { line: 7, message: 'It cites itself.' },
  ]);
  expect(() => readCitations('a,b\n1,2')).toThrow(CitationsFault);
  fc.assert(
    fc.property(fc.string({ maxLength: 300 }), (text) => {
      expect(readCitations(`citing,cited\n${text}`).lines.length).toBeLessThan(300);
    }),
  );
});

test('a count of citations is told with its time', () => {
  expect(citedByWords({ n: 1200, age: 12 })).toBe('cited 1,200 times in 12 years');
  expect(citedByWords({ n: 0, age: 0 })).toBe('cited 0 times in less than a year: too new for this to say anything');
  expect(citedByWords({ n: 1, age: null })).toBe('cited once; its age is not known');
});

const PAGES = [
  'Lamps at night\nReferences are few.\n1. Introduction\nSee the 2015 trial.',
  'Discussion\nReferences\n[1] Falk I, Sund B. Lamps on wards at night: a ran-\ndomised trial. Night Work. 2015;4(2):11-9.\n[2] Osei K. Shades and sleep.\n2016 was a dark year. Sleep. 2017;1(1):1-4.',
  '17\n[3] Marram J. Tenure and timber. Estuary. 2011. doi:10.5555/timber\n[4] No year here at all, so it is none\nAppendix A\nMore text of 1999.',
];
test('a numbered list of references is found at the end, over pages, with broken words put together', () => {
  const found = listedReferences(PAGES);
  expect(found.map((r) => [r.page, r.text])).toEqual([
    [2, 'Falk I, Sund B. Lamps on wards at night: a randomised trial. Night Work. 2015;4(2):11-9.'],
    [2, 'Osei K. Shades and sleep. 2016 was a dark year. Sleep. 2017;1(1):1-4.'],
    [3, 'Marram J. Tenure and timber. Estuary. 2011. doi:10.5555/timber'],
  ]);
  expect(listedReferences(['No list here.\nFalk I. Lamps. 2015.'])).toEqual([]);
});

test('a hanging list begins an entry with a name, where the one before has ended', () => {
  const text =
    'Bibliography\nFalk, I., & Sund, B. (2015). Lamps on wards at night. Night Work,\n4(2), 11–19.\nMarram, J. (2011). Tenure and timber: the rebuilding of\nHythe Quay mill. Estuarine Review, 21(2), 17–35. https://doi.org/10.5555/hythe\nOsei, Kwame. 2017. “Shades.” Sleep 1: 4.';
  expect(listedReferences([text]).map((r) => printedReference(r.text, '').record.title)).toEqual([
    'Lamps on wards at night',
    'Tenure and timber: the rebuilding of Hythe Quay mill',
    'Shades',
  ]);
});

test('whatever a text holds, reading its list ends, and no entry is longer than the text', () => {
  fc.assert(
    fc.property(fc.array(fc.string({ maxLength: 200 }), { maxLength: 6 }), (pages) => {
      const all = `References\n${pages.join('\n')}`;
      for (const { text } of listedReferences([all])) expect(text.length).toBeLessThanOrEqual(all.length);
    }),
  );
});

test.each([
  ['ris', 'TY  - JOUR\r\nTI  - A\r\nPY  - 2020\r\nCR  - Falk I. Lamps on wards. Night Work. 2015;4:11-9. doi:10.5555/lamps\r\nER  - \r\n'],
  [
    'csl-json',
    '[{"type":"article-journal","title":"A","references":["Falk I. Lamps on wards. Night Work. 2015;4:11-9. doi:10.5555/lamps"]}]',
  ],
  [
    'jats',
    '<article><front><article-meta><title-group><article-title>A</article-title></title-group></article-meta></front><back><ref-list><ref><label>1</label><element-citation><person-group><name><surname>Falk</surname><given-names>I</given-names></name></person-group><article-title>Lamps on wards</article-title><source>Night Work</source><year>2015</year><pub-id pub-id-type="doi">10.5555/lamps</pub-id></element-citation></ref></ref-list></back></article>',
  ],
  [
    'pubmed-xml',
    '<PubmedArticleSet><PubmedArticle><MedlineCitation><PMID>1</PMID><Article><ArticleTitle>A</ArticleTitle></Article></MedlineCitation><PubmedData><ReferenceList><Reference><Citation>Falk I. Lamps on wards. Night Work. 2015;4:11-9.</Citation><ArticleIdList><ArticleId IdType="doi">10.5555/lamps</ArticleId></ArticleIdList></Reference></ReferenceList></PubmedData></PubmedArticle></PubmedArticleSet>',
  ],
] as const)('references in a record of %s', (format, text) => {
  const [entry] = readText(text, format);
  expect(entry?.kind).toBe('record');
  const [reference, ...more] = entry?.kind === 'record' ? referencesOf(entry.record, entry.raw) : [];
  expect(more).toEqual([]);
  expect(reference?.record).toMatchObject({ doi: '10.5555/lamps', title: 'Lamps on wards' });
});

const work = (no: number, title: string, doi = '', year = 2015) => ({ no, titles: [title], dois: doi ? [doi] : [], pmids: [], year });
const cited = (title: string, doi = '', year = '2015') => {
  const record = { ...emptyRecord('csl-json'), title, doi, dates: { online: '', issue: year, added: '' } };
  return { text: title, record, from: 'CR' };
};

test('leads: what is here is known, two printings are one, those of most kept works come first', () => {
  const kept = [work(1, 'Kept work number one', '10.5555/k1'), work(2, 'Kept work number two', '10.5555/k2')];
  const works = new KnownWorks([...kept, work(3, 'A trial of lamps on wards')]);
  const references = new Map([
    [1, [cited('A trial of lamps on wards', '', '2016'), cited('Shades and their sleepers', '10.5555/s'), cited('Kept work number one')]],
    [2, [cited('Shades and their sleepers'), cited('Boots of the night watch')]],
  ]);
  const lines = [
    { citing: 'doi:10.5555/new', cited: 'doi:10.5555/k2', on: '2024' },
    { citing: 'doi:10.5555/k1', cited: 'doi:10.5555/s', on: '2020' },
    { citing: 'doi:10.5555/k2', cited: 'doi:10.5555/k1', on: '2020' },
  ];
  const leads = leadsFrom(kept, references, lines, works);
  expect(leads.map((l) => [l.direction, l.key, l.of, l.work])).toEqual([
    ['backwards', 'doi:10.5555/s', [1, 2], null],
    ['backwards', 'title:boots of the night watch', [2], null],
    ['backwards', 'work:1', [2], 1],
    ['backwards', 'work:3', [1], 3],
    ['forwards', 'doi:10.5555/new', [2], null],
    ['forwards', 'work:2', [1], 2],
  ]);
});

test('leads that turn out to be one are joined, unless an identifier or the year speaks against it', () => {
  const lead = (of: number, title: string, doi = '', year = '2015', direction: Lead['direction'] = 'backwards'): Lead => ({
    ...{ key: doi ? `doi:${doi}` : `title:${title}`, direction, of: [of], work: null, ...cited(title, doi, year) },
  });
  const joined = joinLeads([
    lead(1, 'Shades and their sleepers'),
    lead(2, 'Shades and their Sleepers', '10.5555/s'),
    lead(3, 'Shades and their sleepers', '10.5555/other'),
    lead(4, 'Shades and their sleepers', '', '2019'),
    lead(5, 'Shades and their sleepers', '10.5555/s', '2015', 'forwards'),
    lead(6, 'Two words', '10.5555/t'),
    lead(7, 'Two words'),
  ]);
  expect(joined.map((l) => [l.direction, l.record.doi, l.of])).toEqual([
    ['backwards', '10.5555/s', [1, 2]],
    ['backwards', '10.5555/other', [3]],
    ['backwards', '10.5555/t', [6]],
    ['backwards', '', [4]],
    ['backwards', '', [7]],
    ['forwards', '10.5555/s', [5]],
  ]);
});

test('a title alone is no match when the year is another, or two works share it', () => {
  const works = new KnownWorks([
    work(1, 'Annual report of the mill trust'),
    work(2, 'Annual report of the mill trust'),
    work(3, 'Lamps on four wards'),
  ]);
  expect(works.find(cited('Annual report of the mill trust').record)).toBeNull();
  expect(works.find(cited('Lamps on four wards', '', '2019').record)).toBeNull();
  expect(works.find(cited('Lamps on five wards', '', '2016').record)).toBeNull();
  expect(works.find(cited('LAMPS ON FOUR WARDS', '', '2016').record)).toBe(3);
});
