import { readText } from '@/core/formats';
import { dublinCoreToMods, readSearchAnswer } from '.';

const DC = `<srw_dc:dc xmlns:srw_dc="info:srw/schema/1/dc-schema" xmlns:dc="http://purl.org/dc/elements/1.1/"><dc:title>Lamps &amp; sleep</dc:title><dc:title>A second title</dc:title><dc:creator>Falk, Iben</dc:creator><dc:creator>Society of Lamps</dc:creator><dc:type>Text</dc:type><dc:type>thesis</dc:type><dc:publisher>Calder and Voss</dc:publisher><dc:date>2015</dc:date><dc:language>eng</dc:language><dc:description>Light was given.</dc:description><dc:subject>Lighting</dc:subject><dc:identifier>https://doi.org/10.5555/dc.1</dc:identifier><dc:identifier>urn:isbn:978-0-306-40615-7</dc:identifier></srw_dc:dc>`;

test('a record in Dublin Core is read as one in MODS, and is kept inside as it was sent', () => {
  const mods = dublinCoreToMods(DC, 'r1')!;
  const [entry] = readText(mods, 'mods');
  expect(entry!.kind).toBe('record');
  if (entry!.kind !== 'record') return;
  expect(entry!.record).toMatchObject({
    ...{ title: 'Lamps & sleep', doi: '10.5555/dc.1', publisher: 'Calder and Voss', abstract: 'Light was given.', headings: ['Lighting'] },
    ...{ accession: 'r1', languages: ['eng'], isbns: ['9780306406157'] },
  });
  expect(entry!.record.authors.map((a) => [a.family, a.given])).toEqual([
    ['Falk', 'Iben'],
    ['Society of Lamps', ''],
  ]);
  expect(entry!.record.types.map((t) => t.term)).toEqual(['text', 'thesis']);
  expect(entry!.raw).toContain(DC);
});

test('what is no record gives none', () => {
  expect(dublinCoreToMods('<dc></dc>')).toBeNull();
  expect(dublinCoreToMods('<dc><title>')).toBeNull();
});

test('counts by kind, the query that was run and one that is suggested are read from an answer', () => {
  // Faceted results after OASIS searchRetrieve 1.0 part 3, with the source that they are of around them; from memory.
  const facet =
    '<facet><facetDisplayLabel>kind</facetDisplayLabel><index>x.kind</index><terms><term><actualTerm>book</actualTerm><count>7</count></term><term><actualTerm>odd</actualTerm><count>many</count></term></terms></facet>';
  const answer = readSearchAnswer(
    `<searchRetrieveResponse><numberOfRecords>7</numberOfRecords><echoedSearchRetrieveRequest><query>a = "x"</query></echoedSearchRetrieveRequest><facetedResults><source><facets>${facet}</facets></source></facetedResults><extraResponseData><suggestion><query>a = "y"</query></suggestion></extraResponseData></searchRetrieveResponse>`,
  );
  expect(answer).toMatchObject({
    ran: 'a = "x"',
    suggested: 'a = "y"',
    counts: [{ index: 'x.kind', label: 'kind', terms: [{ term: 'book', count: 7 }] }],
  });
});
