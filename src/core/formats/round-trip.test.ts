import fc from 'fast-check';
import { type BibRecord, emptyRecord, type Person, RECORD_FORMATS, type RecordFormat, type Vocabulary } from '@/core/record';
import { readText, recordsOf } from '@/testing/read-text';
import { writeRecords } from './write-records';

/** Words with what trips up formats: accents, markup, quotes, braces, delimiters, long ones without a place to break. */
const WORDS = [
  'light',
  'Ångström',
  'naïve',
  '日本',
  '🙂',
  'n = 12;',
  '“quoted”',
  '"plain"',
  "it's",
  "''",
  '``',
  '5%',
  '$x$',
  'a_b',
  'c^2',
  '~3',
  '{x}',
  'back\\slash',
  '<b>',
  '&amp;',
  'A&B',
  'a, b',
  '--',
  'pre-post',
  '#1',
  '@home',
  '=1+1',
  'TY - JOUR',
  'and',
  'https://example.test/a-very-long-path/without-any-place-to-break-it?query=1&other=2#part',
  'x'.repeat(90),
];
const words = (min: number, max: number) => fc.array(fc.constantFrom(...WORDS), { minLength: min, maxLength: max }).map((w) => w.join(' '));
const maybe = <T>(arb: fc.Arbitrary<T>, none: T) => fc.oneof({ weight: 3, arbitrary: arb }, { weight: 1, arbitrary: fc.constant(none) });
const some = (...list: string[]) => fc.uniqueArray(fc.constantFrom(...list), { maxLength: list.length });
const person: fc.Arbitrary<Person> = fc.oneof(
  fc.record({
    family: fc.constantFrom('Abara', 'van der Berg', 'Ødegård', 'Okonjo-Reyes'),
    given: fc.constantFrom('Tomasz', 'M. K.', 'Åse'),
  }),
  fc.constant({ family: 'Lamp Group', given: '' }),
);
const DATES: Record<RecordFormat, string[]> = {
  ris: ['2020', '2020/05/06', '2020/05', '2021 Spring'],
  nbib: ['2020', '2020 May 6', '2020 Jul-Aug'],
  'pubmed-xml': ['2020', '2020-05-06', '2020-05', '2020 Jul-Aug'],
  bibtex: ['2020', '2020-05', '2020-05-06', '2020-03/2020-05'],
  'csl-json': ['2020', '2020-05-06', '2020-05', '2020-21', '2020-03/2020-05'],
  csv: ['2020', '2020-05-06', '2020 May'],
  mods: ['2020', '2020-05-06', '2020-21'],
  marc: ['2020', '2020-05-06', '2020 May'],
  'marc-xml': ['2020', '2020-05-06', '2020 May'],
  jats: ['2020', '2020-05-06', '2020-05', '2020 Spring'],
};
const TYPES: Record<RecordFormat, [Vocabulary, string[]][]> = {
  ris: [['ris-type', ['JOUR', 'THES', 'XYZZ']]],
  nbib: [
    ['medline-status', ['MEDLINE', 'In-Process']],
    ['mesh-publication-type', ['Journal Article', 'Review']],
  ],
  'pubmed-xml': [
    ['medline-status', ['MEDLINE']],
    ['mesh-publication-type', ['Journal Article', 'Review']],
  ],
  bibtex: [
    ['bibtex-type', ['article', 'inproceedings', 'phdthesis']],
    ['own', ['Review & essay']],
  ],
  'csl-json': [
    ['csl-type', ['article-journal', 'thesis']],
    ['own', ['Review']],
  ],
  csv: [['own', ['Article', 'Review of a book']]],
  mods: [
    ['mods-resource', ['text']],
    ['mods-genre', ['article', 'book review']],
  ],
  marc: [
    ['marc-code', ['LDR/06-07 am', 'LDR/06-07 aa']],
    ['marc-code', ['008/24 m', '008/24 d']],
    ['mods-genre', ['thesis', 'A word of our own']],
  ],
  'marc-xml': [['marc-code', ['LDR/06-07 ab', 'LDR/06-07 gm']]],
  jats: [
    ['jats-type', ['research-article', 'editorial']],
    ['own', ['Review of a book']],
  ],
};
/** Names that a format keeps without having a place for them. */
const KEPT: Record<RecordFormat, string[]> = {
  ris: ['U1', 'M3', 'A2'],
  nbib: ['OWN', 'GR', 'PHST'],
  'pubmed-xml': [],
  bibtex: ['annotation', 'editor', 'x-field'],
  'csl-json': [],
  csv: ['Colour', 'Shelf mark'],
  mods: [],
  marc: [],
  'marc-xml': [],
  jats: [],
};

function recordOf(format: RecordFormat): fc.Arbitrary<BibRecord> {
  const xml = format === 'pubmed-xml' || format === 'mods';
  const bookless = format === 'pubmed-xml' || format === 'jats';
  const kept = KEPT[format];
  return fc
    .record({
      title: words(1, 6),
      abstract: maybe(words(5, 40), ''),
      authors: fc.array(person, { maxLength: 3 }),
      container: maybe(fc.constantFrom('Annals of Floors', 'Night & Day'), ''),
      volume: maybe(fc.constantFrom('3', '12'), ''),
      issue: maybe(fc.constantFrom('2', 'Suppl 1'), ''),
      pages: maybe(fc.constantFrom('12-19', '7'), ''),
      publisher: format === 'pubmed-xml' ? fc.constant('') : maybe(fc.constantFrom('Harrowgate Press', 'Calder & Voss'), ''),
      issns: some('0317-8471', '1050-124X'),
      isbns: bookless ? fc.constant<string[]>([]) : maybe<string[]>(fc.constant(['9780306406157']), []),
      doi: maybe(fc.constantFrom('10.5555/x.1', '10.5555/a_b(1)'), ''),
      headings: format === 'pubmed-xml' ? fc.constant<string[]>([]) : some('Sleep', 'Shift work', 'Lighting & lamps'),
      languages: format === 'csl-json' || format === 'jats' ? some('en') : some('eng', 'spa'),
      urls:
        format === 'pubmed-xml' || format === 'nbib'
          ? fc.constant<string[]>([])
          : maybe<string[]>(fc.constant(['https://example.test/1?a=b&c=%20']), []),
      issued: fc.constantFrom('', ...DATES[format]),
      types: fc.tuple(...TYPES[format].map(([vocabulary, terms]) => fc.constantFrom(...terms).map((term) => ({ vocabulary, term })))),
      extra: kept.length ? fc.dictionary(fc.constantFrom(...kept), fc.tuple(words(1, 4)), { maxKeys: 2 }) : fc.constant({}),
    })
    .map(({ issued, ...fields }) => {
      const record: BibRecord = { ...emptyRecord(format), ...fields, dates: { issue: issued, online: '', added: '' } };
      record.accession = format === 'pubmed-xml' || format === 'nbib' ? '99000001' : 'rec1';
      if (format === 'nbib' || format === 'pubmed-xml') record.pmid = '99000001';
      // Elements of a host stand only where there is a host; MEDLINE's titles end without a stop of their own.
      if (xml && !record.container) record.pages = record.volume = record.issue = '';
      if (format === 'bibtex') record.issns = record.issns.slice(0, 1);
      return record;
    });
}

test.each(RECORD_FORMATS)('%s: what is written is read back the same', async (format) => {
  await fc.assert(
    fc.asyncProperty(fc.array(recordOf(format), { minLength: 1, maxLength: 4 }), async (records) => {
      const text = [
        ...writeRecords(
          format,
          records.map((record) => ({ record })),
        ),
      ].join('');
      const entries = await readText(text, format, 97);
      expect(entries.filter((e) => e.kind === 'rejected')).toEqual([]);
      expect(recordsOf(entries)).toEqual(records);
    }),
    { numRuns: 150, seed: 20261125 },
  );
});

test.each(RECORD_FORMATS.flatMap((from) => RECORD_FORMATS.map((to) => [from, to] as const)).filter(([a, b]) => a !== b))(
  'a record read from %s keeps title, authors and year when written as %s',
  async (from, to) => {
    await fc.assert(
      fc.asyncProperty(recordOf(from), async (record) => {
        const [back] = recordsOf(await readText([...writeRecords(to, [{ record }])].join(''), to));
        expect(back?.title).toBe(record.title);
        expect(back?.authors).toEqual(record.authors);
        expect(/\d{4}/.exec(back!.dates.issue)?.[0]).toBe(/\d{4}/.exec(record.dates.issue)?.[0]);
        expect(back!.doi).toBe(record.doi);
      }),
      { numRuns: 15, seed: 7 },
    );
  },
);
