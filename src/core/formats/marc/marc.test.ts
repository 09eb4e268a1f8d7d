import fc from 'fast-check';
import marcjs from 'marcjs';
import { emptyRecord } from '@/core/record';
import { readText, recordsOf } from '@/testing/read-text';
import { fieldFrom, type MarcField, showField } from './fields';
import { parseIso2709, writeIso2709 } from './iso2709';
import { decodeMarc8 } from './marc8';
import { writeMarc, writeMarcXml } from './write';

const byLibrary = marcjs.Marc.parse;

/** A record from lines as documentation prints them: the leader, then "245 10$aTitle". */
const marc = (...lines: string[]) => ({
  leader: lines[0]!.padEnd(24),
  fields: lines.slice(1).map((line) => fieldFrom(line)!),
});
const one = async (...lines: string[]) => recordsOf(await readText(writeIso2709(marc(...lines)), 'marc'))[0]!;
const COMPONENT = '00000nab a2200000 i 4500';
const BOOK = '00000nam a2200000 i 4500';

test('a book with ISBD punctuation: every part finds its place, and what has none is kept', async () => {
  const record = await one(
    BOOK,
    '001 hc0042',
    '003 HCAT',
    '005 20200506101112.0',
    '008 200506s2015    xx a     b    001 0 eng d',
    '020 ##$a9780306406157 (pbk.)',
    '024 7#$a10.5555/Joints.1$2doi',
    '100 1#$aFalk, Iben K.,$d1950-$eauthor.$1https://orcid.org/0000-0002-1825-0097',
    '245 14$aThe joints of floors :$ba history.$nPart 2,$pTiles /$cIben Falk.',
    '250 ##$aSecond edition.',
    '264 #1$aTamsin :$bHarrowgate Press,$c[2015]',
    '264 #4$c©2014',
    '520 ##$aOf floors.$bAnd joints.',
    '650 #0$aFloors$xHistory.',
    '653 ##$ajoints',
    '655 #7$aHandbooks.$2lcgft',
    '700 1#$aHemi, Ngata,$eeditor.',
    '700 1#$aOde, Ann.$tOn knees.',
    '710 2#$aFloor Institute.$bTiles Board,$eauthor.',
    '856 40$uhttps://example.test/j',
  );
  expect(record).toMatchObject({
    ...{ accession: 'hc0042', database: 'HCAT', title: 'The joints of floors: a history. Part 2. Tiles', publisher: 'Harrowgate Press' },
    authors: [
      { family: 'Falk', given: 'Iben K.', orcid: '0000-0002-1825-0097' },
      { family: 'Floor Institute. Tiles Board', given: '' },
    ],
    dates: { issue: '2015', added: '2020-05-06', online: '' },
    ...{ isbns: ['9780306406157'], doi: '10.5555/joints.1', abstract: 'Of floors. And joints.', languages: ['eng'], container: '' },
    headings: ['Floors / History', 'joints'],
    urls: ['https://example.test/j'],
    types: [
      { vocabulary: 'marc-code', term: 'LDR/06-07 am' },
      { vocabulary: 'mods-genre', term: 'Handbooks' },
    ],
  });
  expect(record.extra.marc!.join('\n')).toMatch(/005 20200506[\s\S]*editor[\s\S]*On knees[\s\S]*250 ##\$aSecond edition\./);
  for (const [write, format] of [[writeMarc, 'marc'] as const, [writeMarcXml, 'marc-xml'] as const])
    expect(recordsOf(await readText(write(record), format))[0]).toEqual({ ...record, format });
});

test('a thesis says so in its contents and in its note; a leader may say text is manuscript', async () => {
  const record = await one(
    '00000ntm a2200000 c 4500',
    '008 990101s1998    xx       m    000 0 ger d',
    '100 1#$aMøller, Åse$4aut',
    '245 10$aKnees',
    '260 ##$aCalder$c1998.',
    '502 ##$bPh.D.$cUniversity of Calder$d1998',
  );
  expect(record.types.map((t) => t.term)).toEqual(['LDR/06-07 tm', '008/24 m', '502']);
  expect(record).toMatchObject({ publisher: 'University of Calder', dates: { issue: '1998', added: '1999-01-01' }, languages: ['ger'] });
});

// MARC 21, 773 Host Item Entry: the relationship in $g, as catalogues print it, or coded in $q.
test.each([
  ['$tAnnals of Floors.$gVol. 24, no. 9 (Sept. 1993), p. 235-48$x0317-8471', ['Annals of Floors', '24', '9', '235-48', 'Sept. 1993']],
  ['$tAnnals of Floors$g24:9 (1993)$q24:9<235', ['Annals of Floors', '24', '9', '235', '1993']],
  ['$tFußboden$gBd. 3, H. 2 (2001), S. 11–19', ['Fußboden', '3', '2', '11-19', '2001']],
  ['$aOde, Ann.$tBook of floors.$dTamsin : Harrowgate, 2003.$gpages 12-30', ['Book of floors', '', '', '12-30', '2003']],
])('a part stands in its host: %s', async (host, expected) => {
  const { container, volume, issue, pages, dates, issns } = await one(COMPONENT, '245 00$aOn knees.', `773 0#${host}`);
  expect([container, volume, issue, pages, dates.issue]).toEqual(expected);
  if (host.includes('$x')) expect(issns).toEqual(['0317-8471']);
});

test.each([
  ['[2015?]', '2015'],
  ['c2015.', '2015'],
  ['©2015', '2015'],
  ['2015, c2014', '2015'],
  ['1999-', '1999'],
  ['[between 1998 and 2001]', '1998'],
  ['May 2015', 'May 2015'],
  ['[date unknown]', '2011'],
])('a date printed %s is %s; without a year the coded one holds', async (printed, date) => {
  expect((await one(BOOK, '008 200506s2011    xx', '245 00$aA', `264 #1$c${printed}`)).dates.issue).toBe(date);
});

// Written records as a general-purpose MARC library reads them.
const text = fc
  .string({ unit: fc.constantFrom('a', 'B', ' ', 'é', '日', '🙂', '$', '{', '<', '&', '"', '7'), maxLength: 30 })
  .map((t) => `x${t.trim()}`);
const dataField: fc.Arbitrary<MarcField> = fc.record({
  tag: fc.constantFrom('100', '245', '500', '650', '773', '880'),
  ind: fc.constantFrom('  ', '10', ' 7'),
  subs: fc.array(fc.tuple(fc.constantFrom('a', 'b', 'x', '2'), text), { minLength: 1, maxLength: 4 }),
});
test('what is written in ISO 2709 is what a MARC library reads, byte for byte of its directory, and what we read', () => {
  fc.assert(
    fc.property(fc.array(dataField, { minLength: 1, maxLength: 8 }), (fields) => {
      const written = writeIso2709({ leader: BOOK, fields });
      const theirs = byLibrary(Buffer.from(written, 'utf8'), 'iso2709');
      expect(theirs.fields).toEqual(fields.map((f) => [f.tag, f.ind, ...f.subs.flat()]));
      expect(Number(written.slice(0, 5))).toBe(Buffer.byteLength(written));
      const ours = parseIso2709(written);
      const even = (f: MarcField) => ({ ...f, subs: f.subs.map(([c, v]) => [c, v.replace(/\s+/g, ' ').trim()]) });
      expect(typeof ours === 'string' ? ours : ours.fields).toEqual(fields.map(even));
      for (const f of fields) expect(fieldFrom(showField(f))).toEqual(f);
    }),
    { numRuns: 200, seed: 20261128 },
  );
});
test('what is written in MARCXML is what the library reads', () => {
  const record = { ...emptyRecord('marc'), title: 'Knees & <floors>', authors: [{ family: 'Møller', given: 'Åse' }], accession: 'm1' };
  const theirs = byLibrary(writeMarcXml(record), 'marcxml');
  expect(theirs.fields).toContainEqual(['245', '10', 'a', 'Knees & <floors>']);
  expect(theirs.fields).toContainEqual(['100', '1 ', 'a', 'Møller, Åse', '4', 'aut']);
  expect(theirs.fields).toContainEqual(['001', 'm1']);
});

// Code table "Extended Latin": marks stand before their letter.
test.each([
  [[0xe2, 0x65], 'é'],
  [[0xe8, 0x75, 0x62], 'üb'],
  [[0xb2, 0xa5], 'øÆ'],
  [[0xf0, 0x63, 0xe3, 0x61], 'çâ'],
  [[0xf2, 0xe3, 0x6f], 'ộ'],
  [[0xc7, 0xa1], 'ßŁ'],
])('MARC-8 bytes %p are %s', (bytes, said) => expect(decodeMarc8(Uint8Array.from(bytes))).toEqual({ text: said, whole: true }));
test('a record in MARC-8 is read by its leader; one that says so and is UTF-8 is read as that', async () => {
  const bytes = Buffer.from(writeIso2709(marc('00000nam  2200000 c 4500', '245 00$aM@ller')), 'latin1');
  bytes[9] = 0x20;
  bytes[bytes.indexOf('@')] = 0xb2;
  expect(recordsOf(await readText(bytes, 'marc'))[0]!.title).toBe('Møller');
  const utf8 = Buffer.from(writeIso2709(marc(BOOK, '245 00$aMøller')), 'utf8');
  utf8[9] = 0x20;
  expect(recordsOf(await readText(utf8, 'marc'))[0]!.title).toBe('Møller');
});

test('characters of MARC-8 that are not Latin are told, in the place where they stand; what is not UTF-8 and says it is, too', async () => {
  const bytes = (kind: number, title: string) => {
    const all = Buffer.from(writeIso2709(marc(BOOK, `245 00$a${title}`)), 'latin1');
    all[9] = kind;
    return all;
  };
  // An escape to Cyrillic and back, then a Latin letter of the extended set.
  const cyrillic = bytes(0x20, 'On @(NABC@(B and M@ller');
  let mark = 0;
  for (let at = cyrillic.indexOf('@'); at >= 0; at = cyrillic.indexOf('@', at + 1)) cyrillic[at] = mark++ < 2 ? 0x1b : 0xb2;
  const broken = bytes(0x61, 'M@ller');
  broken[broken.indexOf('@')] = 0xf8;
  const entries = await readText(Buffer.concat([cyrillic, broken]), 'marc');
  expect(entries.map((e) => e.kind === 'record' && [e.record.title, e.problems.map((p) => p.code)])).toEqual([
    ['On \ufffd and Møller', ['beyond-latin']],
    ['Møller', ['not-utf8']],
  ]);
});
test('a record with a wrong directory costs no other, and says what is wrong', async () => {
  const sound = (n: number) => writeIso2709(marc(BOOK, `245 00$aTitle ${n}`));
  const broken = sound(2).replace('245', '24');
  const entries = await readText([sound(1), broken, '\n', sound(3), 'rubbish\u001d', sound(4).slice(0, -3)].join(''), 'marc', 11);
  expect(entries.map((e) => (e.kind === 'record' ? e.record.title : e.problem.code))).toEqual([
    ...['Title 1', 'not-well-formed', 'Title 3', 'not-well-formed', 'entry-not-closed'],
  ]);
  expect(entries[1]).toMatchObject({ problem: { text: 'its directory cannot be read' } });
});
test('records as a harvest wraps them are read, and the wrapping is no entry', async () => {
  const inner = writeMarcXml({ ...emptyRecord('marc'), title: 'Knees' });
  for (const prefixed of [inner, inner.replace(/<(\/?)(record|leader|controlfield|datafield|subfield)/g, '<$1marc:$2')]) {
    const wrapped = `<list><record><header><identifier>oai:x:1</identifier></header><metadata>${prefixed}</metadata></record><record><header/><metadata>${prefixed}</metadata></record></list>`;
    const entries = await readText(wrapped, 'marc-xml');
    expect(entries.map((e) => (e.kind === 'record' ? e.record.title : e.problem))).toEqual(['Knees', 'Knees']);
  }
});
