import { SaxesParser } from 'saxes';
import { detectFormat } from '@/core/formats';
import { readText, recordsOf } from '@/testing/read-text';
import { writeJats } from './write';

// Elements as the tag library of JATS (ANSI/NISO Z39.96) describes them.
const ARTICLE = `<?xml version="1.0"?>
<!DOCTYPE article PUBLIC "-//NLM//DTD JATS (Z39.96) Journal Publishing DTD v1.2 20190208//EN" "JATS-journalpublishing1.dtd">
<article article-type="review-article" xml:lang="en" xmlns:xlink="http://www.w3.org/1999/xlink">
<front>
 <journal-meta><journal-id journal-id-type="publisher-id">AF</journal-id>
  <journal-title-group><journal-title>Annals of Floors</journal-title></journal-title-group>
  <issn pub-type="ppub">0317-8471</issn><issn pub-type="epub">1050-124X</issn><publisher><publisher-name>Harrowgate Press</publisher-name></publisher></journal-meta>
 <article-meta>
  <article-id pub-id-type="publisher-id">af-12</article-id><article-id pub-id-type="doi">10.5555/AF.12</article-id><article-id pub-id-type="pmid">99000012</article-id>
  <article-categories><subj-group subj-group-type="heading"><subject>Review</subject></subj-group><subj-group subj-group-type="discipline"><subject>Tiling</subject></subj-group></article-categories>
  <title-group><article-title>Knees of <italic>tilers</italic><xref ref-type="fn" rid="f1">*</xref></article-title><subtitle>a review</subtitle></title-group>
  <contrib-group>
   <contrib contrib-type="author"><contrib-id contrib-id-type="orcid">https://orcid.org/0000-0002-1825-0097</contrib-id><name><surname>Falk</surname><given-names>Iben</given-names><suffix>Jr</suffix></name><xref ref-type="aff" rid="a1"/></contrib>
   <contrib contrib-type="author"><collab>Floor Group<contrib-group><contrib contrib-type="author"><name><surname>Inner</surname><given-names>A</given-names></name></contrib></contrib-group></collab></contrib>
   <contrib contrib-type="editor"><name><surname>Ode</surname><given-names>Ann</given-names></name></contrib>
  </contrib-group>
  <aff id="a1">Calder</aff>
  <pub-date pub-type="epub"><day>6</day><month>5</month><year>2020</year></pub-date><pub-date pub-type="ppub"><month>7</month><year>2020</year></pub-date>
  <volume>3</volume><issue>2</issue><fpage>11</fpage><lpage>19</lpage>
  <permissions><copyright-year>2020</copyright-year></permissions>
  <self-uri xlink:href="https://example.test/12"/>
  <related-article related-article-type="companion" ext-link-type="doi" xlink:href="10.5555/af.13"/>
  <abstract><title>Abstract</title><sec><title>Background</title><p>Knees ache.</p></sec><sec><title>Results.</title><p>Pads &amp; rest.</p></sec></abstract>
  <abstract abstract-type="teaser"><p>Short.</p></abstract>
  <kwd-group><title>Keywords</title><kwd>knee</kwd><kwd>tile</kwd></kwd-group>
 </article-meta>
</front>
<body><sec><title>Introduction</title><p>Text.</p></sec></body>
<back><ref-list><ref><element-citation><article-title>Another</article-title></element-citation></ref></ref-list></back>
</article>`;

test('the front of an article finds its places; body and references are not mistaken for it', async () => {
  expect(detectFormat(new TextEncoder().encode(ARTICLE))).toEqual({ format: 'jats' });
  const [record] = recordsOf(await readText(ARTICLE, 'jats'));
  expect(record).toMatchObject({
    ...{ accession: 'af-12', title: 'Knees of tilers: a review', container: 'Annals of Floors', publisher: 'Harrowgate Press' },
    authors: [
      { family: 'Falk', given: 'Iben, Jr', orcid: '0000-0002-1825-0097' },
      { family: 'Floor Group', given: '' },
    ],
    dates: { issue: '2020-07', online: '2020-05-06' },
    ...{ volume: '3', issue: '2', pages: '11-19', doi: '10.5555/af.12', pmid: '99000012', issns: ['0317-8471', '1050-124X'] },
    ...{ abstract: 'Background: Knees ache. Results: Pads & rest.', headings: ['knee', 'tile'], languages: ['en'] },
    urls: ['https://example.test/12'],
    types: [
      { vocabulary: 'jats-type', term: 'review-article' },
      { vocabulary: 'own', term: 'Review' },
    ],
  });
  expect(record!.extra['article-meta']!.join('')).toMatch(/Ode[\s\S]*Calder[\s\S]*companion[\s\S]*teaser/);
  const written = `<all xmlns:xlink="http://www.w3.org/1999/xlink">${writeJats(record!)}</all>`;
  expect(recordsOf(await readText(written, 'jats'))).toEqual([record]);
  // A general-purpose parser finds it well formed, and every name it uses bound.
  expect(() => new SaxesParser({ xmlns: true }).write(written).close()).not.toThrow();
});

test.each([
  ['<fpage>e12</fpage>', 'e12'],
  ['<fpage>12</fpage><lpage>12</lpage>', '12'],
  ['<elocation-id>e1034</elocation-id>', 'e1034'],
  ['<fpage>12</fpage><lpage>19</lpage><page-range>12-15, 19</page-range>', '12-15, 19'],
])('where it stands: %s is %s', async (place, pages) => {
  const xml = `<article article-type="letter"><front><article-meta><title-group><article-title>A</article-title></title-group>${place}</article-meta></front></article>`;
  const [record] = recordsOf(await readText(xml, 'jats'));
  expect(record!.pages).toBe(pages);
  expect(recordsOf(await readText(writeJats(record!), 'jats'))).toEqual([record]);
});

test.each([
  [
    '<pub-date date-type="pub" publication-format="electronic" iso-8601-date="2021-03-04"><day>4</day><month>3</month><year>2021</year></pub-date>',
    ['', '2021-03-04'],
  ],
  ['<pub-date pub-type="collection"><year>2019</year></pub-date>', ['2019', '']],
  ['<pub-date pub-type="epub-ppub"><season>Spring</season><year>2019</year></pub-date>', ['2019 Spring', '']],
  ['<permissions><copyright-year>2018</copyright-year></permissions>', ['2018', '']],
])('when it appeared: %s', async (dates, expected) => {
  const xml = `<article><front><article-meta><title-group><article-title>A</article-title></title-group>${dates}</article-meta></front></article>`;
  const [record] = recordsOf(await readText(xml, 'jats'));
  expect([record!.dates.issue, record!.dates.online]).toEqual(expected);
});

test('a document type that brings entities along is refused', () => {
  const evil =
    '<!DOCTYPE article PUBLIC "-//NLM//DTD JATS//EN" "x.dtd" [<!ENTITY a "b">]><article><front><article-meta/></front></article>';
  expect(detectFormat(new TextEncoder().encode(evil))).toMatchObject({ problem: { code: 'xml-declares' } });
});
