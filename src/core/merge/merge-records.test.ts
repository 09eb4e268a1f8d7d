import type { BibRecord } from '@/core/record';
import { aRecord } from '@/testing/a-record';
import { seeded } from '@/testing/seeded';
import { worksOf } from './cluster';
import { compareRecords } from './compare';
import { findFamilies } from './families';
import { mergeKeys } from './keys';
import { mergeRecords } from './merge-records';
import { prepare } from './prepare';

const year = (y: string) => ({ online: '', issue: y, added: '' });
const trial: Partial<BibRecord> = {
  title: 'Knee pads for tilers: a randomised trial',
  authors: [
    { family: 'Østby', given: 'Bo' },
    { family: 'Falk', given: 'Iben' },
  ],
  container: 'Journal of Floors and Work',
  dates: year('2020'),
  pages: '112-119',
  volume: '3',
  issue: '2',
  doi: '10.5555/a',
  abstract: 'Forty tilers were randomly allocated to pads or to none for twelve weeks. Pain fell by a third with pads and rose without.',
};
const without = (...fields: (keyof BibRecord)[]) => ({
  ...trial,
  ...Object.fromEntries(fields.map((f) => [f, aRecord({ title: '' })[f]])),
});
const merge = (...records: Partial<BibRecord>[]) => mergeRecords(records.map((r, i) => ({ order: `r${i}`, keys: mergeKeys(aRecord(r)) })));
/** "join", "ask" or "apart": what becomes of two records. */
const verdict = (a: Partial<BibRecord>, b: Partial<BibRecord>) => {
  const { head, questions } = merge(a, b);
  return worksOf(head).length === 1 ? 'join' : questions.length ? 'ask' : 'apart';
};
type Case = [string, Partial<BibRecord>, Partial<BibRecord>];

test.each([
  ['the same DOI', trial, { ...trial, title: 'Knee Pads for Tilers' }],
  [
    'the same PMID, and little else',
    { ...trial, doi: '', pmid: '99000001' },
    { title: 'Knee pads for tilers', pmid: '99000001', authors: trial.authors },
  ],
  ['title, year and authors', { title: trial.title, authors: trial.authors, dates: trial.dates }, without('pages', 'doi')],
  [
    'capitals, diacritics and punctuation',
    without('doi'),
    { ...without('doi'), title: 'KNEE PADS FOR TILERS - A RANDOMIZED TRIAL', authors: [{ family: 'Ostby', given: 'B' }] },
  ],
  ['a leading article and markup', without('doi'), { ...without('doi'), title: '<i>The</i> Knee pads for tilers: a randomised trial' }],
  ['a slip of the keyboard', without('doi'), { ...without('doi'), title: 'Knee pads for tilres: a randomised trial' }],
  ['a lost subtitle', without('doi'), { ...without('doi'), title: 'Knee pads for tilers' }],
  ['a title cut in the middle', without('doi'), { ...without('doi'), title: 'Knee pads for tilers: a rando…' }],
  ['a shortened page range', without('doi', 'volume'), { ...without('doi', 'volume'), pages: '112-9' }],
  ['an abbreviated journal', without('doi', 'abstract'), { ...without('doi', 'abstract'), container: 'J Floors Work' }],
  ['a year apart: online before print', without('doi'), { ...without('doi'), dates: year('2019') }],
  [
    'umlauts written out',
    { ...without('doi'), authors: [{ family: 'Müller', given: 'Bo' }] },
    { ...without('doi'), authors: [{ family: 'Mueller', given: 'B' }] },
  ],
  [
    'swapped names',
    without('doi'),
    {
      ...without('doi'),
      authors: [
        { family: 'Bo', given: 'Østby' },
        { family: 'Iben', given: 'Falk' },
      ],
    },
  ],
  ['one author of several', without('doi'), { ...without('doi'), authors: trial.authors!.slice(0, 1) }],
  ['two identifiers in two records', { ...without('pages'), pmid: '99000001' }, { ...without('doi'), pmid: '' }],
  [
    'a title in two languages',
    { ...trial, title: '[Knee pads for tilers: a randomised trial].', extra: { TT: ['Knæpuder til fliselæggere'] } },
    { ...trial, doi: '', title: 'Knæpuder til fliselæggere' },
  ],
  [
    'the same letter, named one in one database by its type',
    { ...without('doi', 'abstract'), types: [{ vocabulary: 'ris-type', term: 'JOUR' }] },
    { ...without('doi', 'abstract'), types: [{ vocabulary: 'mesh-publication-type', term: 'Letter' }] },
  ],
] as Case[])('joins by %s', (_, a, b) => expect([verdict(a, b), verdict(b, a)]).toEqual(['join', 'join'])); // prettier-ignore

// Hard negatives: common practice of de-duplication.
const editorial: Partial<BibRecord> = {
  title: 'Editorial',
  authors: trial.authors,
  dates: year('2020'),
  container: trial.container,
  volume: '3',
};
test.each([
  ['an erratum that carries the DOI of its article', trial, { ...trial, title: 'Correction to: Knee pads for tilers: a randomised trial' }],
  [
    'an erratum and its article without identifiers',
    without('doi', 'pages', 'abstract'),
    { ...without('doi', 'pages', 'abstract'), title: 'Erratum: Knee pads for tilers: a randomised trial' },
  ],
  [
    'a retraction and its article',
    trial,
    { ...trial, doi: '10.5555/r', title: 'Retraction: Knee pads for tilers: a randomised trial', abstract: '' },
  ],
  ['a reply and its article', without('doi', 'abstract'), { ...without('doi', 'abstract'), title: 'Knee pads for tilers: authors’ reply' }],
  [
    'a protocol and its trial',
    without('doi'),
    { ...without('doi'), title: 'Knee pads for tilers: study protocol for a randomised trial', dates: year('2018') },
  ],
  [
    'part I and part II',
    { ...without('doi', 'pages'), title: 'Knee pads, part I: design' },
    { ...without('doi', 'pages'), title: 'Knee pads, part II: design' },
  ],
  [
    'a series numbered in Arabic',
    { ...without('doi', 'pages'), title: 'Knee pads for tilers 1: pain' },
    { ...without('doi', 'pages'), title: 'Knee pads for tilers 2: pain' },
  ],
  [
    'reports year by year',
    { title: 'Annual report on the knees of tilers 2019', authors: trial.authors, dates: year('2019') },
    { title: 'Annual report on the knees of tilers 2020', authors: trial.authors, dates: year('2020') },
  ],
  [
    'reports year by year that do not say which',
    { title: 'Annual report on the knees of tilers', authors: trial.authors, dates: year('2019') },
    { title: 'Annual report on the knees of tilers', authors: trial.authors, dates: year('2020') },
  ],
  ['editorials of one author, year and volume on other pages', { ...editorial, pages: '1' }, { ...editorial, pages: '97' }],
  [
    'editorials that say no more than that',
    { title: 'Editorial', authors: trial.authors, dates: year('2020') },
    { title: 'Editorial', authors: trial.authors, dates: year('2020') },
  ],
  [
    'a conference abstract and its article',
    without('doi'),
    {
      ...without('doi'),
      title: 'Knee pads for tilers',
      container: 'Proceedings of the Northern Floor Meeting',
      volume: '9',
      issue: 'Suppl 1',
      pages: 'S12',
      abstract: 'We will present first results of a study of pads among people who lay tiles by hand.',
      dates: year('2019'),
    },
  ],
  [
    'two versions of one review',
    { ...without('doi'), title: 'Pads for knees: a systematic review', pages: '1-20' },
    { ...without('doi'), title: 'Pads for knees: a systematic review (first update)', pages: '200-240', volume: '8', dates: year('2025') },
  ],
  ['a preprint and its article', { ...without('pages', 'volume'), doi: '10.5555/prep.1', container: 'Tamsin Preprints' }, trial],
  [
    'chapters of one book',
    {
      title: 'Knees at work',
      container: 'The book of floors',
      isbns: ['9780000000002'],
      authors: trial.authors,
      dates: year('2020'),
      pages: '1-20',
    },
    {
      title: 'Backs at work',
      container: 'The book of floors',
      isbns: ['9780000000002'],
      authors: trial.authors,
      dates: year('2020'),
      pages: '21-40',
    },
  ],
  [
    'a DOI typed for another item',
    trial,
    { ...trial, title: 'Lifting aids in warehouses of the north', pages: '40', abstract: '', authors: [{ family: 'Ngata', given: '' }] },
  ],
  [
    'the next paper of one team',
    { ...without('abstract') },
    { ...without('abstract'), title: 'Ear plugs for tilers: a randomised trial', doi: '10.5555/b', pages: '120-131' },
  ],
  [
    'the same title by somebody else, elsewhere',
    without('doi'),
    { ...without('doi'), authors: [{ family: 'Ngata', given: 'H' }], container: 'Annals of Tiling', volume: '40', pages: '7' },
  ],
] as Case[])('keeps apart: %s', (_, a, b) => expect([verdict(a, b), verdict(b, a)]).toEqual(['apart', 'apart'])); // prettier-ignore

test.each([
  ['two DOIs, all else the same', trial, { ...trial, doi: '10.5555/other' }],
  ['two PMIDs, all else the same', { ...trial, doi: '', pmid: '99000001' }, { ...trial, doi: '', pmid: '99000002' }],
  ['one article printed in two journals', { ...without('doi'), pages: '5-9', container: 'Annals of Tiling', volume: '40' }, without('doi')],
  [
    'one title and team a year apart, nothing of where it stands',
    { title: trial.title, authors: trial.authors, dates: year('2019') },
    { title: trial.title, authors: trial.authors, dates: year('2020') },
  ],
  ['other pages, all else the same', without('doi'), { ...without('doi'), pages: '412-419', issue: '9', abstract: '' }],
] as Case[])('asks a person: %s', (_, a, b) => expect([verdict(a, b), verdict(b, a)]).toEqual(['ask', 'ask'])); // prettier-ignore

test('a third record cannot bridge two that contradict each other, and is asked about', () => {
  const { head, questions } = merge(trial, { ...trial, doi: '10.5555/b12' }, without('doi', 'abstract'));
  expect(worksOf(head)).toHaveLength(3);
  expect(questions.filter((q) => q.held)).toHaveLength(2);
});

test('a join can be explained: what agreed, what contradicted, and the score', () => {
  const compared = compareRecords(prepare(mergeKeys(aRecord(trial))), prepare(mergeKeys(aRecord({ ...trial, doi: '10.5555/b12' }))));
  expect(compared).toMatchObject({ verdict: 'ask', contradictions: ['doi'] });
  expect(compared.evidence).toContainEqual({ field: 'doi', outcome: 'differs', weight: -9 });
  expect(compared.evidence.reduce((n, e) => n + e.weight, 0)).toBe(compared.score);
});

const many = (page: (i: number) => string) =>
  Array.from({ length: 10_000 }, (_, i) => ({
    order: `r${String(i).padStart(5, '0')}`,
    keys: mergeKeys(aRecord({ ...without('doi'), pages: page(i) })),
  }));

test('ten thousand alike records, and ten thousand that contradict each other, are merged without comparing every pair', () => {
  expect(worksOf(mergeRecords(many(() => '12')).head)).toHaveLength(1);
  expect(worksOf(mergeRecords(many((i) => String(i + 1))).head).length).toBeGreaterThan(9000);
});

test('titles, names and references without end are merged in no time', () => {
  const long = (unit: string) => unit.repeat(200_000 / unit.length);
  const records = [' ', ': ', '“', 'a ', 'Correction to ', ': protocol for ', 'word wrod ', '(', '[', '1', '- '].flatMap((unit) => [
    {
      title: `Correction: ${long(unit)}`,
      extra: { CON: [`J. 2020 ${long(unit)}`], TT: [long(unit)] },
      authors: [{ family: long(unit), given: long(unit) }],
    },
    {
      title: `${long(unit)} [translated ${long(unit)}]`,
      abstract: `Registration ${long(unit)} conclusions ${long(unit)}`,
      container: long(unit),
      pages: long(unit),
    },
  ]);
  // What is compared and stored stays small, however long the record is; and comparing all of them comes to an end.
  const sizes = records.map((r) => JSON.stringify(mergeKeys(aRecord(r))).length);
  expect(sizes.filter((size) => size > 6000)).toEqual([]);
  expect(worksOf(merge(...records).head).flat()).toHaveLength(records.length);
});

/** Records that are near to each other in every way, so that joins, questions and contradictions abound. */
function muddle(seed: number, size: number) {
  const next = seeded(seed);
  const pick = <T>(list: T[]): T => list[Math.floor(next() * list.length)]!;
  return Array.from({ length: size }, (_, i) => ({
    order: `r${String(i).padStart(4, '0')}`,
    keys: mergeKeys(
      aRecord({
        title: pick([
          'Knee pads for tilers of the north',
          'Knee pads for roofers of the north',
          'Editorial',
          'Erratum: Knee pads for tilers of the north',
        ]),
        authors: [{ family: pick(['Falk', 'Sund', 'Falck']), given: pick(['', 'I', 'Iben']) }],
        dates: year(pick(['2019', '2020', '2022', ''])),
        doi: pick(['', '', '10.5555/a', '10.5555/b', '10.5555/c']),
        pmid: pick(['', '', '99000001', '99000002']),
        pages: pick(['', '1', '9-12']),
        volume: pick(['', '3', '4']),
        container: pick(['Annals of Floors', 'Ann Floors', '']),
      }),
    ),
  })); // prettier-ignore
}
/** Names swapped, doubled and cut: where an order could creep in. */
const TURNED: Partial<BibRecord>[] = [
  {
    title: trial.title,
    authors: [
      { family: 'R.', given: 'Çelikel' },
      { family: 'A.', given: 'Sund' },
    ],
  },
  {
    title: trial.title,
    authors: [
      { family: 'Çelikel', given: 'Rafi' },
      { family: 'Sund', given: 'Alva' },
    ],
  },
  {
    title: trial.title,
    authors: [
      { family: 'Sund', given: 'Alva' },
      { family: 'Sund', given: 'A' },
      { family: 'Falk', given: '' },
    ],
  },
  { title: 'Knee pads fro tilers form the north', authors: [{ family: 'Falk', given: '' }] },
  {
    title: 'Knee pads for tilers from teh north',
    authors: [
      { family: 'Falk', given: 'I' },
      { family: 'Falck', given: 'I' },
    ],
  },
]; // prettier-ignore
const named = (list: { order: string }[], head: Int32Array) =>
  worksOf(head)
    .map((w) =>
      w
        .map((i) => list[i]!.order)
        .sort()
        .join(),
    )
    .sort(); // prettier-ignore

test.each([1, 2])('comparing is symmetrical, seed %i', (seed) => {
  const prepared = [...muddle(seed, 60).map((r) => r.keys), ...TURNED.map((r) => mergeKeys(aRecord(r)))].map(prepare);
  const differing: string[] = [];
  for (const a of prepared)
    for (const b of prepared) {
      const [there, back] = [compareRecords(a, b), compareRecords(b, a)];
      if (there.score !== back.score || there.verdict !== back.verdict) differing.push(`${a.name} / ${b.name}`);
    }
  expect(differing).toEqual([]);
});

test.each([1, 2, 3, 4])('works do not depend on the order of records, seed %i', (seed) => {
  const records = muddle(seed, 150);
  const next = seeded(seed + 100);
  const shuffled = [...records].sort(() => next() - 0.5);
  expect(named(shuffled, mergeRecords(shuffled).head)).toEqual(named(records, mergeRecords(records).head));
});

test.each([1, 2, 3, 4])('no work holds two identifiers of one kind, or records that contradict each other, seed %i', (seed) => {
  const records = muddle(seed, 300);
  const wrong: string[] = [];
  for (const work of worksOf(mergeRecords(records).head)) {
    for (const key of ['doi', 'pmid'] as const)
      if (new Set(work.map((i) => records[i]!.keys[key]).filter(Boolean)).size > 1) wrong.push(key);
    if (new Set(work.map((i) => records[i]!.keys.named)).size > 1) wrong.push('kind');
  }
  expect(wrong).toEqual([]);
});

// Publications beside an article, under its title, by its authors and with its abstract. Common practice of publishing.
const article: Partial<BibRecord> = {
  ...without('doi'),
  issns: ['9990-1048'],
  container: 'Journal of Floors and Work',
  types: [{ vocabulary: 'ris-type', term: 'JOUR' }],
};
const typed = (term: string) => [{ vocabulary: 'ris-type' as const, term }];
test.each([
  [
    'the abstract of a meeting in a supplement, typed as a conference item',
    {
      ...article,
      ...{ types: typed('CONF'), container: 'Journal of Floors and Work (supplement)', pages: 'S222', issue: '', volume: '' },
      ...{ dates: year('2019'), issns: [] },
    },
    'abstract-of',
  ],
  [
    'the same with volume and issue, typed as an article',
    { ...article, issue: 'Suppl 1', pages: 'A14', volume: '2', dates: year('2019') },
    'abstract-of',
  ],
  [
    'a posted version that no server is named of',
    { ...article, container: 'Open Archive of Arvel', pages: 'e1034', volume: '', issue: '', issns: [], dates: year('2019') },
    'preprint-of',
  ],
  [
    'a posted version on a server that says so',
    { ...article, container: 'Marram Preprints', pages: '', volume: '', issue: '', issns: [], dates: year('2020') },
    'preprint-of',
  ],
  [
    'a thesis',
    { ...article, types: typed('THES'), container: 'Kellwick University', pages: '', volume: '', issue: '', issns: [] },
    'thesis-of',
  ],
  [
    'a report',
    { ...article, types: typed('RPRT'), container: 'Institute for Floors', pages: '', volume: '', issue: '', issns: [] },
    'report-of',
  ],
  [
    'a protocol in another journal',
    {
      ...article,
      ...{ title: `${trial.title}: study protocol`, container: 'Plans of Trials', pages: '9', volume: '1', issns: [], dates: year('2017') },
    },
    'protocol-of',
  ],
])('an article and %s are a family, never one work and no question', (_, other, type) => {
  expect([verdict(article, other), verdict(other, article)]).toEqual(['apart', 'apart']);
  const works = [[mergeKeys(aRecord(other))], [mergeKeys(aRecord(article))]];
  expect(findFamilies(works).links.map((l) => `${l.from} ${l.type} ${l.to}`)).toEqual([`0 ${type} 1`]);
});

test('two abstracts of one team on one page of a supplement are two works', () => {
  const talk = { ...article, types: typed('CONF'), pages: 'S14', issue: 'Suppl 2', abstract: '' };
  expect(verdict({ ...talk, title: 'Music in the waiting room' }, { ...talk, title: 'Music in the recovery room' })).not.toBe('join');
  expect(
    verdict(
      {
        ...talk,
        title: 'Music in the waiting room',
        abstract: 'Forty patients heard music or none before their operation and were asked how they felt.',
      },
      {
        ...talk,
        title: 'Music in the recovery room',
        abstract: 'After an operation thirty patients were played songs that they had chosen themselves.',
      },
    ),
  ).toBe('apart');
  expect(verdict({ ...talk, title: 'Knee pads and stairs' }, { ...talk, title: 'What tilers say of their trade' })).toBe('apart');
});

test.each([
  ['a slip in the page', { pages: '122-119' }],
  ['a slip in the volume', { volume: '8' }],
  ['a slip in the year', { dates: year('2002') }],
  ['a journal that has changed its name', { container: 'Tiling Today', issns: ['9990-1056'] }],
  ['a shortened name that nobody foresees', { container: 'JFlW', issns: [] }],
] as [string, Partial<BibRecord>][])('joins despite %s, when all else says where it stands', (_, change) =>
  expect(verdict(article, { ...article, ...change })).toBe('join'),
);

test('editions of a book, years apart, are two works; so are the reports of one body', () => {
  const book = { title: 'The tiler: a handbook of floors', authors: trial.authors, types: typed('BOOK'), publisher: 'Marram Press' };
  expect(verdict({ ...book, dates: year('1995') }, { ...book, dates: year('2001') })).toBe('apart');
  const report = { title: 'Guild of Tilers: activities and accounts', authors: [{ family: 'Guild of Tilers', given: '' }] };
  expect(verdict({ ...report, dates: year('2014') }, { ...report, dates: year('2016') })).toBe('apart');
});

test('a record that cannot be compared is named, and all others are merged', () => {
  const records = [article, article, { ...article, title: 'Gloves' }].map((r, i) => ({ order: `r${i}`, keys: mergeKeys(aRecord(r)) }));
  const broken = { order: 'r3', keys: { ...records[0]!.keys, titles: [null as unknown as string] } };
  const { head, faults } = mergeRecords([...records, broken]);
  expect(faults.map((f) => f.record)).toEqual([3]);
  expect(worksOf(head)).toEqual([[0, 1], [2], [3]]);
});
