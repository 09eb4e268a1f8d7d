import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
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

const tables: [string, TermSets][] = [
  ...Object.entries(RIS_TYPES).map(([k, v]) => [`RIS ${k}`, v.sets] as [string, TermSets]),
  ...Object.entries(MESH_PUBLICATION_TYPES).flatMap(
    ([k, v]) =>
      [
        [`PT ${k}`, v.sets],
        [`PT ${k} beside`, v.beside ?? {}],
      ] as [string, TermSets][],
  ), // prettier-ignore
];
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
