import fc from 'fast-check';
import type { BibRecord } from '@/core/record';
import { axisMask, FOREIGN_WORDS, knownTerm, TERM_TABLES } from '@/core/vocabularies';
import { aRecord } from '@/testing/a-record';
import { onASheet } from '@/testing/on-a-sheet';
import { addStated, NO_SCOPE } from './stated';
import { isTypeLabel, statementsIn, termsIn, typeBehindTitle } from './type-statements';

const statedClaims = (record: BibRecord) => onASheet((sheet) => addStated(sheet, record, NO_SCOPE));
/** What a record states of its type, without the words it rests on. */
const said = (record: Partial<BibRecord>) =>
  statedClaims(aRecord(record))
    .map((c) => `${c.axis} ${c.mask} ${c.tier}`)
    .sort();

const LABELS = [
  'Publication Type',
  'publication types',
  'DOCUMENT TYPE',
  'Document type',
  'Doc. type',
  'Type of publication',
  'Type of Work',
  'Article type',
  'Item Type',
  'Record type',
  'Publikationstyp',
  'Dokumenttyp',
  'Art der Veröffentlichung',
  'Type de document',
  'Tipo de documento',
  'Tipo de publicación',
  'Tipo di documento',
  'Documenttype',
];
const BETWEEN = [': ', ':', ' : ', '=', ' = ', ' - ', ' – ', ' > '];
/** Texts that stand around a statement in the notes of exports. */
const AROUND: ((statement: string) => string)[] = [
  (s) => s,
  (s) => `${s}.`,
  (s) => `Accession Number: 0012. ${s}. Language: English.`,
  (s) => `Date: May 2010; ${s}`,
  (s) => `ISSN: 9990-1048 | ${s} | 4 pages`,
  (s) => `First line of a note\n${s}\nLast line`,
];
const CASES: ((text: string) => string)[] = [
  (t) => t,
  (t) => t.toUpperCase(),
  (t) => t.toLowerCase(),
  (t) => `${t[0]!.toUpperCase()}${t.slice(1)}`,
];
const PLAIN = TERM_TABLES.find((t) => t.id === 'plain')!.rows;
const WORDS = Object.keys(PLAIN).filter((w) => Object.keys(PLAIN[w]!.sets).length > 0);

test('a stated type in any layout gives the same claims', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...WORDS),
      fc.constantFrom(...LABELS),
      fc.constantFrom(...BETWEEN),
      fc.constantFrom(...AROUND),
      fc.constantFrom(...CASES),
      fc.constantFrom('N1', 'note', 'notes', 'C3', 'RN'),
      (word, label, between, around, inCase, field) => {
        const plain = said({ types: [{ vocabulary: 'own', term: word }] });
        expect(said({ extra: { [field]: [around(`${label}${between}${inCase(word)}`)] } })).toEqual(plain);
        expect(said({ extra: { [label]: [inCase(word)] } })).toEqual(plain);
        expect(said({ format: 'ris', extra: { M3: [inCase(word)] } })).toEqual(plain);
      },
    ),
    { numRuns: 1500, seed: 20261128 },
  );
});

test.each(Object.entries(FOREIGN_WORDS))('“%s” means “%s”, which some table knows', (foreign, english) => {
  expect(knownTerm('own', english)).not.toBeNull();
  expect(knownTerm('own', foreign)?.sets).toEqual(knownTerm('own', english)?.sets);
});

test.each([
  [
    'Publication Type: Article; research; systematic review. Journal Subset: Core; Peer Reviewed.',
    ['Article', 'research', 'systematic review', 'Core', 'Peer Reviewed'],
  ],
  ['Document Type: Comment/Reply.', ['Comment/Reply']],
  [
    'Methodology: Empirical Study; Quantitative Study. Document Type: Journal Article.',
    ['Empirical Study', 'Quantitative Study', 'Journal Article'],
  ],
  ['Type of publication=letter; response', ['letter', 'response']],
  ['Publication Type: Ph.D. thesis', ['Ph.D. thesis']],
  ['Document type - Erratum/Correction', ['Erratum/Correction']],
  ['Dokumenttyp: Leserbrief', ['Leserbrief']],
  ['Tipo de documento: Carta al editor. Idioma: Español', ['Carta al editor']],
  ['The document types were counted: letters, editorials', []],
  ['Types of shoe: boots', []],
  ['', []],
])('reads “%s”', (text, terms) => expect(statementsIn(text).flatMap((s) => s.terms)).toEqual(terms)); // prettier-ignore

test.each([
  ['Journal; Peer Reviewed Journal', ['Journal', 'Peer Reviewed Journal']],
  ['Comment/Reply', ['Comment/Reply']],
  ['Article, Editorial', ['Article', 'Editorial']],
  ['[Editorial]', ['Editorial']],
  ['', []],
])('a list “%s” as its parts', (text, terms) => expect(termsIn(text)).toEqual(terms));

test.each([
  ['Night work and sleep [Editorial]', 'Editorial'],
  ['Night work and sleep (letter to the editor).', 'letter to the editor'],
  ['Penhaligon v Estermark (retrial)', ''],
  ['Sleep in nurses (SLEEPWELL)', ''],
])('behind the title “%s”', (title, term) => expect(typeBehindTitle(title)).toBe(term));

test.each([
  ['Document Type', true],
  ['document_type', true],
  ['Publikationstyp', true],
  ['Title', false],
  ['Type of shoe', false],
])('a column “%s”', (name, is) => expect(isTypeLabel(name)).toBe(is));

test('what says that the venue is refereed is a statement about the venue', () => {
  const claims = statedClaims(aRecord({ extra: { N1: ['Journal Subset: Nursing; Double Blind Peer Reviewed; Europe.'] } }));
  expect(claims.map((c) => [c.axis, c.tier, c.rule])).toEqual([
    ['venue', 'venue', 'note-refereed'],
    ['sourceType', 'venue', 'note-refereed'],
  ]);
  expect(axisMask('sourceType', ['magazine']) & claims[1]!.mask).toBe(0);
});
test('a particular word beside a general one is what counts', () => {
  const types = (text: string) => said({ extra: { N1: [`Publication Type: ${text}`] } });
  expect(types('Article; obituary')).toEqual(expect.arrayContaining(said({ types: [{ vocabulary: 'own', term: 'obituary' }] })));
});
test('of a list without end only the first parts are taken', () => {
  expect(statementsIn(`Publication Type: ${'a; '.repeat(60_000)}`).flatMap((s) => s.terms).length).toBeLessThanOrEqual(24);
});
