import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { knownTerm, TERM_TABLES } from './lookup';
import { CODED_AXES, type CodedAxis, codesOf, fullMask, maskOf } from './mask';
import { MESH_PUBLICATION_TYPES } from './mesh-publication-types';
import { RIS_TYPES } from './ris-types';
import type { TermSets } from './term-sets';

// RIS Format Specifications, as the table of types of the Citation.js RIS plugin has them.
const published = createRequire(import.meta.url)
  .resolve('@citation-js/plugin-ris/package.json')
  .replace(/package\.json$/, 'lib/spec/types.json');
const RIS_PUBLISHED = Object.keys((JSON.parse(readFileSync(published, 'utf8')) as { RIS: object }).RIS);

test('every RIS type of the published list has its row, and no row is invented', () => {
  expect(Object.keys(RIS_TYPES).filter((t) => !RIS_PUBLISHED.includes(t))).toEqual([]);
  expect(RIS_PUBLISHED.filter((t) => !RIS_TYPES[t])).toEqual([]);
});

// NLM, "Publication Characteristics (Publication Types) with Scope Notes"; the list is from memory. Terms by subject group.
const MESH_PUBLISHED =
  `Abstracts|Academic Dissertation|Account Books|Adaptive Clinical Trial|Address|Advertisement|Almanac|Anecdotes|Animation|Annual Report
|Aphorisms and Proverbs|Architectural Drawing|Atlas|Autobiography|Bibliography|Biobibliography|Biography|Blog|Book Illustrations|Book Review|Bookplate|Broadside
|Caricature|Cartoon|Case Reports|Catalog|Chart|Chronology|Classical Article|Clinical Conference|Clinical Study|Clinical Trial|Clinical Trial Protocol
|Clinical Trial, Phase I|Clinical Trial, Phase II|Clinical Trial, Phase III|Clinical Trial, Phase IV|Clinical Trial, Veterinary|Collected Correspondence
|Collected Work|Collection|Comment|Comparative Study|Congress|Consensus Development Conference|Consensus Development Conference, NIH|Consensus Statement
|Controlled Clinical Trial|Cookbook|Corrected and Republished Article|Database|Dataset|Diary|Dictionary|Directory|Drawing|Duplicate Publication|Editorial
|Electronic Supplementary Materials|Encyclopedia|English Abstract|Ephemera|Equivalence Trial|Essay|Eulogy|Evaluation Study|Examination Questions|Exhibition
|Expression of Concern|Festschrift|Fictional Work|Form|Formulary|Funeral Sermon|Government Publication|Graphic Novel|Guidebook|Guideline|Handbook|Herbal
|Historical Article|Incunabula|Index|Interactive Tutorial|Interview|Introductory Journal Article|Journal Article|Juvenile Literature|Laboratory Manual
|Lecture|Lecture Note|Legal Case|Legislation|Letter|Manuscript|Map|Meeting Abstract|Meta-Analysis|Monograph|Movable Books|Multicenter Study|Network Meta-Analysis
|News|Newspaper Article|Observational Study|Observational Study, Veterinary|Outline|Overall|Patent|Patient Education Handout|Periodical|Periodical Index
|Personal Narrative|Pharmacopoeia|Photograph|Phrases|Pictorial Work|Poetry|Popular Work|Portrait|Postcard|Poster|Practice Guideline|Pragmatic Clinical Trial
|Preprint|Price List|Problems and Exercises|Program|Programmed Instruction|Prospectus|Public Service Announcement|Published Erratum
|Randomized Controlled Trial|Randomized Controlled Trial, Veterinary|Research Support, American Recovery and Reinvestment Act
|Research Support, N.I.H., Extramural|Research Support, N.I.H., Intramural|Research Support, Non-U.S. Gov't|Research Support, U.S. Gov't, Non-P.H.S.
|Research Support, U.S. Gov't, P.H.S.|Resource Guide|Retracted Publication|Retraction of Publication|Review|Scientific Integrity Review|Scoping Review|Sermon|Sign
|Song|Speech|Statistics|Study Guide|Syllabus|Systematic Review|Tables|Technical Report|Terminology|Textbook|Twin Study|Union List|Unpublished Work
|Validation Study|Video-Audio Media|Web Archive|Webcast|Wit and Humor`
    .replaceAll('\n', '')
    .split('|');

test.each(MESH_PUBLISHED)('the publication type %p is mapped', (term) => expect(MESH_PUBLICATION_TYPES[term]).toBeDefined());

// JATS (ANSI/NISO Z39.96), suggested values of article-type; the list is from memory.
const JATS_PUBLISHED =
  `abstract|addendum|announcement|article-commentary|book-review|books-received|brief-report|calendar|case-report|collection|correction
|discussion|dissertation|editorial|in-brief|introduction|letter|meeting-report|news|obituary|oration|partial-retraction|product-review|rapid-communication
|rapid-communication|reply|reprint|research-article|retraction|review-article|translation|other`
    .replaceAll('\n', '')
    .split('|');
// COAR Controlled Vocabulary for Resource Types 3.1, English labels of its upper branches; the list is from memory.
const COAR_PUBLISHED =
  `annotation|bibliography|blog post|book|book part|conference output|conference paper|conference poster|conference proceedings
|journal|journal article|research article|review article|data paper|software paper|editorial|letter to the editor|corrigendum|newspaper article|magazine
|lecture|letter|manuscript|musical notation|patent|preprint|report|research report|technical report|policy report|internal report|report part
|project deliverable|memorandum|research proposal|research protocol|review|book review|peer review|thesis|bachelor thesis|doctoral thesis|master thesis
|transcription|working paper|website|dataset|software|source code|image|moving image|still image|video|sound|map|cartographic material|interactive resource
|learning object|workflow|clinical study|other|interview|text`
    .replaceAll('\n', '')
    .split('|');
// MARC Genre Term List; from memory.
const MARC_PUBLISHED =
  `abstract or summary|article|atlas|autobiography|bibliography|biography|book|catalog|chart|conference publication|database|dictionary|directory
|encyclopedia|essay|festschrift|fiction|government publication|handbook|history|index|interview|issue|journal|law report or digest|legal article|legislation
|letter|loose-leaf|map|memoir|motion picture|newspaper|novel|numeric data|offprint|patent|periodical|picture|poetry|reporting|review|series|slide|sound|speech
|standard or specification|statistics|survey of literature|technical report|thesis|treaty|videorecording|web site|yearbook`
    .replaceAll('\n', '')
    .split('|');
test.each([
  ['jats', JATS_PUBLISHED],
  ['coar', COAR_PUBLISHED],
  ['mods-genre', MARC_PUBLISHED],
])('every term of the %s list is mapped', (id, published) => {
  const { rows } = TERM_TABLES.find((t) => t.id === id)!;
  expect(published.filter((term) => !rows[term])).toEqual([]);
});

// Words as databases print them: plural, capitals, addresses of a vocabulary, joined words.
test.each([
  ['Journal Articles', 'journal article'],
  ['BOOK CHAPTER', 'book chapter'],
  ['Theses', 'thesis'],
  ['info:eu-repo/semantics/doctoralThesis', 'doctoral thesis'],
  ['Conference_Paper', 'conference paper'],
  ['review-article', 'review article'],
])('%j is known as %j', (term, same) => expect(knownTerm('own', term)?.sets).toEqual(knownTerm('own', same)?.sets));
test('a word that no list has is not guessed', () => expect(knownTerm('own', 'Aufsatz')).toBeNull());

const tables: [string, TermSets][] = TERM_TABLES.flatMap((t) =>
  Object.entries(t.rows).flatMap(
    ([k, v]) =>
      [
        [`${t.id} ${k}`, v.sets],
        [`${t.id} ${k} beside`, v.beside ?? {}],
      ] as [string, TermSets][],
  ),
);
test('every set of every term names codes that exist, and a set that narrows is not empty', () => {
  for (const [name, sets] of tables) {
    for (const axis of Object.keys(sets) as CodedAxis[]) {
      const { values } = CODED_AXES[axis];
      const mask = maskOf(values, sets[axis]!);
      if (!name.endsWith('beside')) expect([name, axis, mask === 0]).toEqual([name, axis, false]);
      expect(codesOf(values, mask).sort()).toEqual([...new Set(sets[axis])].sort());
    }
  }
});
test('masks fit in 32 bits and refuse unknown codes', () => {
  for (const { values } of Object.values(CODED_AXES)) expect(values.length).toBeLessThanOrEqual(32);
  expect(fullMask(32)).toBe(0xffffffff);
  expect(() => maskOf(CODED_AXES.design.values, ['no-such'])).toThrow(RangeError);
});
