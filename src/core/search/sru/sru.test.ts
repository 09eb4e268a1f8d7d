import fc from 'fast-check';
import { SaxesParser } from 'saxes';
import { readText, recordsOf } from '@/testing/read-text';
import {
  AnswerFault,
  decodeAnswer,
  diagnosticWords,
  explainAddress,
  MAX_ANSWER_CHARS,
  readExplainAnswer,
  readScanAnswer,
  readSearchAnswer,
  scanAddress,
  searchAddress,
} from '.';

/** After the worked example of the 1.2 specification (Library of Congress, searchRetrieve, "Example response"; from memory). */
const SEARCH = `<?xml version="1.0" encoding="UTF-8"?>
<zs:searchRetrieveResponse xmlns:zs="http://www.loc.gov/zing/srw/">
  <zs:version>1.2</zs:version>
  <zs:numberOfRecords>1,010</zs:numberOfRecords>
  <zs:resultSetId>8c527d60</zs:resultSetId>
  <zs:records>
    <zs:record>
      <zs:recordSchema>info:srw/schema/1/mods-v3.3</zs:recordSchema>
      <zs:recordPacking>xml</zs:recordPacking>
      <zs:recordData><mods xmlns="http://www.loc.gov/mods/v3"><titleInfo><title>Lamps &amp; naps</title></titleInfo><genre>article</genre></mods></zs:recordData>
      <zs:recordPosition>1</zs:recordPosition>
    </zs:record>
    <zs:record>
      <zs:recordSchema>info:srw/schema/1/dc-v1.1</zs:recordSchema>
      <zs:recordPacking>string</zs:recordPacking>
      <zs:recordData>&lt;dc&gt;&lt;title&gt;Lamps  &amp;amp; naps&lt;/title&gt;&lt;/dc&gt;</zs:recordData>
    </zs:record>
    <zs:record>
      <zs:recordSchema>info:srw/schema/1/diagnostics-v1.1</zs:recordSchema>
      <zs:recordData><diagnostic xmlns="http://www.loc.gov/zing/srw/diagnostic/"><uri>info:srw/diagnostic/1/64</uri></diagnostic></zs:recordData>
      <zs:recordPosition>3</zs:recordPosition>
    </zs:record>
  </zs:records>
  <zs:nextRecordPosition>4</zs:nextRecordPosition>
</zs:searchRetrieveResponse>`;

/** The example of a diagnostic in the same specification, from memory. */
const TOO_MANY = `<searchRetrieveResponse xmlns="http://docs.oasis-open.org/ns/search-ws/sruResponse">
  <numberOfRecords>0</numberOfRecords>
  <resultCountPrecision>info:srw/vocabulary/resultCountPrecision/1/minimum</resultCountPrecision>
  <diagnostics><diagnostic xmlns="http://docs.oasis-open.org/ns/search-ws/diagnostic">
    <uri>info:srw/diagnostic/1/38</uri><details>10</details>
    <message>Too many boolean operators, the maximum is 10. Please try a less complex query.</message>
  </diagnostic></diagnostics>
</searchRetrieveResponse>`;

const EXPLAIN = `<explainResponse xmlns="http://www.loc.gov/zing/srw/"><version>1.2</version><record>
  <recordSchema>http://explain.z3950.org/dtd/2.0/</recordSchema><recordPacking>xml</recordPacking>
  <recordData><explain xmlns="http://explain.z3950.org/dtd/2.0/">
    <serverInfo protocol="SRU" version="1.2"><host>127.0.0.1</host><port>80</port><database>lamps</database></serverInfo>
    <databaseInfo><title lang="en" primary="true">Lamp Index</title><description>Lamps, and who sleeps by them.</description></databaseInfo>
    <indexInfo>
      <set name="dc" identifier="info:srw/cql-context-set/1/dc-v1.1"/>
      <index search="true" scan="true" sort="false"><title lang="en">Title</title><map><name set="dc">title</name></map><map><name set="bath">title</name></map></index>
      <index search="true"><title>Kind of paper</title><map><name set="lamp">kind</name></map></index>
      <index search="false" sort="true"><map><name>lamp.added</name></map></index>
      <index search="true"><title>An index without a name</title></index>
    </indexInfo>
    <schemaInfo><schema name="mods" identifier="info:srw/schema/1/mods-v3.3" retrieve="true"><title>MODS</title></schema><schema/></schemaInfo>
    <configInfo>
      <default type="numberOfRecords">10</default><default type="index">dc.title</default><default type="index">other</default>
      <setting type="maximumRecords">50</setting>
      <supports type="relation">any</supports><supports type="relation">all</supports><supports type="proximity"/>
    </configInfo>
  </explain></recordData></record></explainResponse>`;

const SCAN = `<scanResponse xmlns="http://www.loc.gov/zing/srw/"><version>1.2</version><terms>
  <term><value>lamp</value><numberOfRecords>12</numberOfRecords><whereInList>first</whereInList></term>
  <term><value>lamps</value><displayTerm>Lamps</displayTerm></term><term><displayTerm>nothing</displayTerm></term>
</terms></scanResponse>`;

describe('what is asked', () => {
  const request = { query: 'dc.title = "lamp & nap" and year > 2019', start: 11, maximum: 50, schema: 'mods' };
  const parametersOf = (address: string) => Object.fromEntries(new URL(address).searchParams);
  test('version 1.2 says what it does, version 2.0 is known by what it brings', () => {
    expect(parametersOf(searchAddress('http://127.0.0.1/sru', '1.2', request))).toEqual({
      ...{ operation: 'searchRetrieve', version: '1.2', recordPacking: 'xml', query: request.query },
      ...{ startRecord: '11', maximumRecords: '50', recordSchema: 'mods' },
    });
    expect(parametersOf(searchAddress('http://127.0.0.1/sru', '2.0', { ...request, schema: '' }))).toEqual({
      ...{ recordXMLEscaping: 'xml', query: request.query, startRecord: '11', maximumRecords: '50' },
    });
    expect(parametersOf(explainAddress('http://127.0.0.1/sru', '1.2'))).toEqual({ operation: 'explain', version: '1.2' });
    expect(explainAddress('http://127.0.0.1/sru', '2.0')).toBe('http://127.0.0.1/sru');
    expect(parametersOf(scanAddress('http://127.0.0.1/sru', '2.0', 'dc.title = lamp', 3, 7))).toEqual({
      ...{ scanClause: 'dc.title = lamp', responsePosition: '3', maximumTerms: '7' },
    });
  });
  test('what stands in the address already stays there, and what is ours wins', () => {
    const kept = searchAddress('http://127.0.0.1/sru?x-key=a%26b&query=theirs', '1.2', request);
    expect(parametersOf(kept)).toMatchObject({ 'x-key': 'a&b', query: request.query });
  });
  test('any query comes back from its address as it was', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme' }), (query) => {
        const asked = parametersOf(searchAddress('http://127.0.0.1/', '2.0', { ...request, query }));
        expect(asked.query).toBe(query.toWellFormed());
      }),
    );
  });
});

describe('the answer to a search', () => {
  test('records as XML, as a text, and one that could not be given', () => {
    const answer = readSearchAnswer(SEARCH);
    expect(answer).toMatchObject({ total: null, inexact: false, next: 4, diagnostics: [] });
    expect(answer.records.map((r) => [r.position, r.schema.split('/').at(-1), r.xml])).toEqual([
      [
        1,
        'mods-v3.3',
        '<mods xmlns="http://www.loc.gov/mods/v3"><titleInfo><title>Lamps &amp; naps</title></titleInfo><genre>article</genre></mods>',
      ],
      [2, 'dc-v1.1', '<dc><title>Lamps  &amp; naps</title></dc>'],
      [3, 'diagnostics-v1.1', ''],
    ]);
    expect(answer.records[2]!.diagnostic).toMatchObject({ number: 64 });
  });
  test('a count with a comma is no count: it is not guessed', () => {
    expect(readSearchAnswer(SEARCH.replace('1,010', '1010')).total).toBe(1010);
    expect(readSearchAnswer(SEARCH.replace('1,010', '-1')).total).toBeNull();
  });
  test('a record of it is read by our reader', async () => {
    const [record] = readSearchAnswer(SEARCH).records;
    expect(recordsOf(await readText(record!.xml, 'mods'))).toMatchObject([{ title: 'Lamps & naps' }]);
  });
  test('version 2.0: what is wrong in words, and a count that is none', () => {
    const answer = readSearchAnswer(TOO_MANY);
    expect(answer).toMatchObject({ total: 0, inexact: true, records: [], next: null });
    expect(diagnosticWords(answer.diagnostics[0]!)).toBe(
      'the query has more operators than it takes (10); it says: “Too many boolean operators, the maximum is 10. Please try a less complex query.”',
    );
  });
  test('it says the same as a general-purpose parser', () => {
    for (const text of [SEARCH, TOO_MANY]) {
      const answer = readSearchAnswer(text);
      const names: string[] = [];
      const parser = new SaxesParser({ xmlns: true });
      parser.on('opentag', (tag) => names.push(tag.local));
      parser.write(text).close();
      expect(answer.records.length).toBe(names.filter((n) => n === 'record').length);
      expect(answer.diagnostics.length + answer.records.filter((r) => r.diagnostic).length).toBe(
        names.filter((n) => n === 'diagnostic').length,
      );
    }
  });
  test.each([
    ['a web page', '<!doctype html><html><body>Sign in</body></html>', /web page/],
    ['nothing', '', /no XML/],
    ['a part', SEARCH.slice(0, 700), /no XML/],
    ['something else', '<rss/>', /<rss>/],
    ['what declares entities', `<!DOCTYPE a [<!ENTITY b "c">]>${SEARCH.slice(39)}`, /no XML/],
    ['what never ends', `<searchRetrieveResponse>${' '.repeat(MAX_ANSWER_CHARS)}`, /40 million/],
  ])('%s is said to be none', (_, text, words) => {
    expect(() => readSearchAnswer(text)).toThrow(AnswerFault);
    expect(() => readSearchAnswer(text)).toThrow(words);
  });
  test('whatever is cut out of an answer or put into it, it is read or refused', () => {
    const broken = fc.tuple(fc.constantFrom(SEARCH, TOO_MANY, EXPLAIN, SCAN), fc.nat(), fc.nat({ max: 60 }), fc.string({ maxLength: 8 }));
    fc.assert(
      fc.property(broken, ([text, at, length, more]) => {
        const from = at % text.length;
        const changed = text.slice(0, from) + more + text.slice(from + length);
        for (const read of [readSearchAnswer, readExplainAnswer, readScanAnswer]) {
          try {
            read(changed);
          } catch (error) {
            expect(error).toBeInstanceOf(AnswerFault);
          }
        }
      }),
      { numRuns: 400 },
    );
  });
});

test('what a server says of itself', () => {
  const said = readExplainAnswer(EXPLAIN);
  expect(said).toMatchObject({ title: 'Lamp Index', description: 'Lamps, and who sleeps by them.', mostRecords: 50, diagnostics: [] });
  expect(said.indexes).toEqual([
    { name: 'dc.title', title: 'Title', also: ['bath.title'], search: true, scan: true, sort: false },
    { name: 'lamp.kind', title: 'Kind of paper', also: [], search: true, scan: false, sort: false },
    { name: 'lamp.added', title: 'lamp.added', also: [], search: false, scan: false, sort: true },
  ]);
  expect(said.schemas).toEqual([{ name: 'mods', identifier: 'info:srw/schema/1/mods-v3.3', title: 'MODS' }]);
  expect(said.defaults).toEqual({ numberOfRecords: '10', index: 'dc.title' });
  expect(said.supports).toEqual({ relation: ['any', 'all'] });
});

test('it may say it as a text, by itself, or nothing', () => {
  const alone = EXPLAIN.slice(EXPLAIN.indexOf('<explain '), EXPLAIN.indexOf('</recordData>'));
  const escaped = alone.replaceAll('&', '&amp;').replaceAll('<', '&lt;');
  const asText = `<explainResponse><record><recordData>${escaped}</recordData></record></explainResponse>`;
  expect(readExplainAnswer(alone)).toEqual(readExplainAnswer(EXPLAIN));
  expect(readExplainAnswer(asText)).toEqual(readExplainAnswer(EXPLAIN));
  expect(() => readExplainAnswer('<explainResponse/>')).toThrow('says nothing of itself');
  const refused =
    '<explainResponse><diagnostics><diagnostic><uri>info:srw/diagnostic/1/100</uri></diagnostic></diagnostics></explainResponse>';
  expect(readExplainAnswer(refused)).toMatchObject({ indexes: [], diagnostics: [{ number: 100 }] });
});

test('what stands in an index', () => {
  expect(readScanAnswer(SCAN).terms).toEqual([
    { value: 'lamp', shown: 'lamp', records: 12, edge: 'first' },
    { value: 'lamps', shown: 'Lamps', records: null, edge: null },
  ]);
});

test('a fault of a list of one’s own is told in the server’s words, or as what it is', () => {
  const of = (uri: string, message = '', details = '') => diagnosticWords({ number: null, uri, message, details });
  expect(of('urn:lamps:1', 'The lamp is off.', 'lamp 3')).toBe('the server says: “The lamp is off.” (lamp 3)');
  expect(of('urn:lamps:1')).toContain('urn:lamps:1');
  expect(of('urn:lamps:1', 'x'.repeat(1000)).length).toBeLessThan(400);
});

test('the encoding is what the document says, else the server, else UTF-8; a mark at its beginning comes first', () => {
  const latin = Buffer.from('<?xml version="1.0" encoding="ISO-8859-1"?><a>\xe4</a>', 'latin1');
  expect(decodeAnswer(latin, 'text/xml; charset=utf-8')).toContain('<a>ä</a>');
  expect(decodeAnswer(Buffer.from('<a>\x80</a>', 'latin1'), 'text/xml; charset="windows-1252"')).toBe('<a>€</a>');
  expect(decodeAnswer(Buffer.from('<a>ä</a>'), 'text/xml')).toBe('<a>ä</a>');
  const wide = Buffer.concat([Buffer.from([0xff, 0xfe]), Buffer.from('<a>ä</a>', 'utf16le')]);
  expect(decodeAnswer(wide, 'text/xml; charset=utf-8')).toContain('<a>ä</a>');
  expect(() => decodeAnswer(Buffer.from('<?xml version="1.0" encoding="x-lamp"?><a/>'), '')).toThrow('not known here (x-lamp)');
  expect(() => decodeAnswer(Buffer.from([0x3c, 0xff, 0xff]), '')).toThrow('is not in utf-8');
});
