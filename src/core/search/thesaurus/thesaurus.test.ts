import fc from 'fast-check';
import { Headings, readSkos, ThesaurusFault } from '.';

const RDF = (body: string) =>
  `<?xml version="1.0"?><rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#" xmlns:skos="http://www.w3.org/2004/02/skos/core#">${body}</rdf:RDF>`;

test('the examples of the reference: labels, links that hold in both directions, and notes', () => {
  // After SKOS Reference (W3C 2009), examples of sections 5 and 8, written as RDF/XML; from memory.
  const { concepts, problems } = readSkos(
    RDF(`<skos:Concept rdf:about="#animals"><skos:prefLabel xml:lang="fr">animaux</skos:prefLabel><skos:prefLabel xml:lang="en">animals</skos:prefLabel><skos:altLabel>creatures</skos:altLabel><skos:hiddenLabel>aminals</skos:hiddenLabel><skos:narrower rdf:resource="#mammals"/><skos:scopeNote>Not plants.</skos:scopeNote></skos:Concept>
<skos:Concept rdf:about="#mammals"><skos:prefLabel>mammals</skos:prefLabel></skos:Concept>
<rdf:Description rdf:about="#cats"><rdf:type rdf:resource="http://www.w3.org/2004/02/skos/core#Concept"/><skos:prefLabel>cats</skos:prefLabel><skos:broader rdf:resource="#mammals"/><skos:broader rdf:resource="#elsewhere"/></rdf:Description>
<skos:Concept rdf:about="#nameless"/><skos:Concept rdf:about="#cats"><skos:prefLabel>cats again</skos:prefLabel></skos:Concept>`),
  );
  expect(concepts.map(({ label, broader, narrower }) => [label, broader, narrower])).toEqual([
    ['animals', [], ['#mammals']],
    ['mammals', ['#animals'], ['#cats']],
    ['cats', ['#mammals'], []],
  ]);
  expect(concepts[0]).toMatchObject({ also: ['creatures', 'aminals'], note: 'Not plants.' });
  expect(problems).toEqual(['A concept “#nameless” has no preferred label.', '“#cats” is there twice: the first holds.']);
  const headings = new Headings(concepts);
  expect(headings.below('Animals')).toEqual(['mammals', 'cats']);
  expect(headings.find('aminals').map((f) => [f.concept.label, f.by])).toEqual([['animals', 'aminals']]);
  expect(headings.find('cat').map((f) => f.concept.label)).toEqual(['cats']);
});

test.each([
  ['<html/>', /not a thesaurus in SKOS/],
  ['@prefix skos: <http://www.w3.org/2004/02/skos/core#> .', /Only RDF\/XML is read/],
  ['<rdf:RDF><skos:Concept', /no XML that can be read/],
  [RDF(''), /No heading/],
])('%s is refused in a sentence', (text, message) => {
  expect(() => readSkos(text)).toThrow(ThesaurusFault);
  expect(() => readSkos(text)).toThrow(message);
});

test('whatever stands above what, also in circles: all that is reached from a heading stands below it, each once', () => {
  fc.assert(
    fc.property(fc.array(fc.tuple(fc.nat(11), fc.nat(11)), { maxLength: 40 }), (links) => {
      const body = Array.from({ length: 12 }, (_, i) => {
        const narrower = links.filter(([a]) => a === i).map(([, b]) => `<skos:narrower rdf:resource="#${b}"/>`);
        return `<skos:Concept rdf:about="#${i}"><skos:prefLabel>h${i}</skos:prefLabel>${narrower.join('')}</skos:Concept>`;
      });
      const headings = new Headings(readSkos(RDF(body.join(''))).concepts);
      const reached = new Set<number>();
      const walk = (at: number) => {
        for (const [a, b] of links)
          if (a === at && !reached.has(b)) {
            reached.add(b);
            walk(b);
          }
      };
      walk(0);
      reached.delete(0);
      expect(headings.below('h0').sort()).toEqual([...reached].map((n) => `h${n}`).sort());
    }),
  );
});
