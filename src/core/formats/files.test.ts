import { parse } from 'csv-parse/sync';
import { readText, recordsOf } from '@/testing/read-text';
import { writeCsv } from './csv/cells';
import { detectFormat } from './detect';

const bytes = (text: string) => new TextEncoder().encode(text);
const utf16 = (text: string, big: boolean) => {
  const out = new Uint8Array(2 + text.length * 2);
  const view = new DataView(out.buffer);
  view.setUint16(0, 0xfeff, !big);
  for (let i = 0; i < text.length; i++) view.setUint16(2 + i * 2, text.charCodeAt(i), !big);
  return out;
};
const RIS = 'TY  - JOUR\r\nTI  - Tägliches Licht\r\nER  - \r\n';

test.each([
  ['RIS', bytes(RIS), 'ris'],
  ['RIS after a header', bytes(`Provider: Vellmora\n\n${RIS}`), 'ris'],
  ['RIS with a byte-order mark', bytes(`\uFEFF${RIS}`), 'ris'],
  ['RIS in UTF-16', utf16(RIS, false), 'ris'],
  ['MEDLINE tagged', bytes('\nPMID- 99000001\nTI  - One\n'), 'nbib'],
  ['BibTeX', bytes('% exported\n@article{a, title={b}}'), 'bibtex'],
  ['CSL-JSON', bytes('[\n {"id":"a","title":"b"}]'), 'csl-json'],
  ['CSL-JSON of no items', bytes('[]'), 'csl-json'],
  ['a table with commas', bytes('Title,Year\nPads,2020\n'), 'csv'],
  ['a table with semicolons', bytes('\uFEFF"Document title";"Authors; all"\nPads;Falk\n'), 'csv'],
  ['a table with tabs', bytes('DOI\tType\n10.5555/a\tReview\n'), 'csv'],
  [
    'PubMed XML',
    bytes(
      '<?xml version="1.0"?>\n<!DOCTYPE PubmedArticleSet PUBLIC "-//NLM//DTD PubMedArticle, 1st January 2025//EN" "https://dtd.example/pubmed.dtd">\n<PubmedArticleSet>',
    ),
    'pubmed-xml',
  ],
  ['MODS with a prefix', bytes('<mods:modsCollection xmlns:mods="http://www.loc.gov/mods/v3"><mods:mods>'), 'mods'],
])('detects %s by content', (_, head, format) => expect(detectFormat(head)).toEqual({ format }));

test.each([
  ['an empty file', new Uint8Array(0), 'empty-file', /empty/],
  ['blank lines', bytes('\n\n  \n'), 'empty-file', /blank lines/],
  ['a picture', new Uint8Array([0x89, 0x50, 0x4e, 0x47, 0, 0, 0, 13]), 'binary-file', /binary/],
  ['XML', bytes('<?xml version="1.0"?><a/>'), 'unknown-format', /XML/],
  ['a web page', bytes('<!DOCTYPE html><html>'), 'unknown-format', /web page/],
  ['XML that declares an entity', bytes('<?xml version="1.0"?><!DOCTYPE mods [<!ENTITY a "b">]><mods/>'), 'xml-declares', /entities/],
  ['XML that refers to a file', bytes('<!DOCTYPE mods SYSTEM "file:///etc/hostname"><mods/>'), 'xml-declares', /outside it/],
  ['a table without known columns', bytes('colour,weight\nred,2\n'), 'unknown-format', /does not name columns/],
  ['plain text', bytes('Dear colleague,\nplease find attached'), 'unknown-format', /TY {2}- /],
])('says what is wrong with %s', (_, head, code, words) => {
  const found = detectFormat(head);
  expect(found).toMatchObject({ problem: { code, message: expect.stringMatching(words) } });
});

test.each([
  ['CRLF', RIS],
  ['LF', RIS.replaceAll('\r\n', '\n')],
  ['CR', RIS.replaceAll('\r\n', '\r')],
])('line ends %s, in pieces of one byte', async (_, text) => {
  expect(recordsOf(await readText(text, 'ris', 1))[0]!.title).toBe('Tägliches Licht');
});
test.each([false, true])('UTF-16, big-endian %p, in odd pieces', async (big) => {
  expect(recordsOf(await readText(utf16(RIS, big), 'ris', 3))[0]!.title).toBe('Tägliches Licht');
});

test('Latin-1 bytes are read as such, line by line, and said', async () => {
  const latin = Uint8Array.from([
    ...bytes('TY  - JOUR\nTI  - Licht f'),
    0xfc,
    ...bytes('r N'),
    0xe4,
    ...bytes('chte\nAB  - Grün bleibt UTF-8\nER  - \n'),
  ]);
  const [entry] = await readText(latin, 'ris');
  expect(entry).toMatchObject({
    kind: 'record',
    record: { title: 'Licht für Nächte', abstract: 'Grün bleibt UTF-8' },
    problems: [{ code: 'not-utf8', line: 2 }],
  });
});

// RFC 4180, read back by csv-parse.
test('CSV is read back the same by another reader, and holds no formula', () => {
  const rows = [
    ['a', 'with "quotes"', 'two\nlines', ' spaced ', 'Ångström, T'],
    ['=1+1', '@cmd', '-2', '+3', '\tx'],
    ['', 'last', null, 5, 'end'],
  ];
  const text = writeCsv(rows);
  const back = parse(text, { bom: true }) as string[][];
  expect(back[0]).toEqual(rows[0]);
  expect(back[1]).toEqual(["'=1+1", "'@cmd", "'-2", "'+3", "'\tx"]);
  expect(back[2]).toEqual(['', 'last', '', '5', 'end']);
});
