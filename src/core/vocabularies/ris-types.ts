import { PERIODICAL_ITEMS, type TermSets } from './term-sets';

const inBook = ['book', 'reference-work'] as const;
const av: TermSets = { sourceType: ['audiovisual'], publicationType: ['recording', 'other'], design: ['not-a-study'] };
const other: TermSets = { sourceType: ['other', 'web', 'report'], publicationType: ['other', 'report'] };
const legal: TermSets = { sourceType: ['other', 'report', 'web'], publicationType: ['other'], design: ['not-a-study'] };

/**
 * RIS `TY` → the values the type still allows. `JOUR` says "in a periodical", no more: databases give it to
 * editorials, letters, trade pieces and preprints alike (common practice), so it stays wide on purpose.
 * @source RIS Format Specifications, reference types (2001 list with the 2011 additions), list from memory
 */
export const RIS_TYPES: Readonly<Record<string, { name: string; sets: TermSets }>> = {
  ABST: { name: 'Abstract', sets: { publicationType: ['conference-abstract', 'research-article', 'review-article', 'other'] } },
  ADVS: { name: 'Audiovisual material', sets: av },
  AGGR: { name: 'Aggregated database', sets: { sourceType: ['dataset', 'web'], publicationType: ['dataset', 'other'] } },
  ANCIENT: { name: 'Ancient text', sets: { sourceType: ['book', 'other'], publicationType: ['book', 'other'] } },
  ART: { name: 'Art work', sets: av },
  BILL: { name: 'Bill', sets: legal },
  BLOG: {
    name: 'Blog',
    sets: {
      sourceType: ['web'],
      publicationType: ['news', 'feature', 'interview', 'comment', 'other'],
      design: ['expert-opinion', 'not-a-study'],
    },
  },
  BOOK: { name: 'Whole book', sets: { sourceType: inBook, publicationType: ['book'] } },
  CASE: { name: 'Case (law)', sets: legal },
  CHAP: { name: 'Book chapter', sets: { sourceType: inBook, publicationType: ['book-chapter', 'encyclopedia-entry'] } },
  CHART: { name: 'Chart', sets: { sourceType: ['audiovisual', 'other'], publicationType: ['other'] } },
  CLSWK: { name: 'Classical work', sets: { sourceType: ['book', 'other'], publicationType: ['book', 'other'] } },
  COMP: { name: 'Computer program', sets: { sourceType: ['other', 'web', 'dataset'], publicationType: ['other', 'dataset'] } },
  CONF: {
    name: 'Conference proceedings',
    sets: { sourceType: ['proceedings'], publicationType: ['conference-paper', 'conference-abstract', 'book'] },
  },
  CPAPER: {
    name: 'Conference paper',
    sets: { sourceType: ['proceedings', 'web', 'other'], publicationType: ['conference-paper', 'conference-abstract'] },
  },
  CTLG: { name: 'Catalogue', sets: { sourceType: ['reference-work', 'book', 'other'], publicationType: ['book', 'other'] } },
  DATA: { name: 'Data file', sets: { sourceType: ['dataset'], publicationType: ['dataset'], design: ['not-a-study'] } },
  DBASE: { name: 'Online database', sets: { sourceType: ['dataset', 'web'], publicationType: ['dataset', 'other'] } },
  DICT: { name: 'Dictionary', sets: { sourceType: ['reference-work'], publicationType: ['encyclopedia-entry', 'book'] } },
  EBOOK: { name: 'Electronic book', sets: { sourceType: inBook, publicationType: ['book'] } },
  ECHAP: { name: 'Electronic book section', sets: { sourceType: inBook, publicationType: ['book-chapter', 'encyclopedia-entry'] } },
  EDBOOK: { name: 'Edited book', sets: { sourceType: inBook, publicationType: ['book'] } },
  EJOUR: {
    name: 'Electronic article',
    sets: {
      sourceType: ['scholarly-journal', 'trade-journal', 'magazine', 'proceedings', 'preprint-server', 'web'],
      publicationType: PERIODICAL_ITEMS,
    },
  },
  ELEC: { name: 'Web page', sets: { sourceType: ['web'] } },
  ENCYC: { name: 'Encyclopedia', sets: { sourceType: ['reference-work'], publicationType: ['encyclopedia-entry', 'book'] } },
  EQUA: { name: 'Equation', sets: other },
  FIGURE: { name: 'Figure', sets: av },
  GEN: { name: 'Generic', sets: {} },
  GOVDOC: { name: 'Government document', sets: { sourceType: ['report'], publicationType: ['report', 'guideline', 'other'] } },
  GRANT: { name: 'Grant', sets: { sourceType: ['other', 'web'], publicationType: ['other'], design: ['not-a-study'] } },
  HEAR: { name: 'Hearing', sets: legal },
  ICOMM: { name: 'Internet communication', sets: { sourceType: ['web'] } },
  INPR: {
    name: 'In press',
    sets: {
      sourceType: ['scholarly-journal', 'trade-journal', 'proceedings', 'book'],
      publicationType: [...PERIODICAL_ITEMS, 'book-chapter'],
    },
  },
  JFULL: { name: 'Journal (full)', sets: { sourceType: ['scholarly-journal', 'trade-journal', 'magazine'], publicationType: ['other'] } },
  JOUR: {
    name: 'Journal',
    sets: {
      sourceType: ['scholarly-journal', 'trade-journal', 'magazine', 'proceedings', 'preprint-server'],
      publicationType: PERIODICAL_ITEMS,
    },
  },
  LEGAL: { name: 'Legal rule or regulation', sets: legal },
  MANSCPT: { name: 'Manuscript', sets: { sourceType: ['preprint-server', 'other', 'web'] } },
  MAP: { name: 'Map', sets: { sourceType: ['audiovisual'], publicationType: ['other'], design: ['not-a-study'] } },
  MGZN: {
    name: 'Magazine article',
    sets: {
      sourceType: ['magazine', 'trade-journal'],
      publicationType: ['feature', 'news', 'interview', 'biography', 'editorial', 'letter', 'comment', 'book-review', 'other'],
    },
  },
  MPCT: { name: 'Motion picture', sets: av },
  MULTI: { name: 'Online multimedia', sets: av },
  MUSIC: { name: 'Music score', sets: av },
  NEWS: {
    name: 'Newspaper',
    sets: {
      sourceType: ['newspaper', 'newswire'],
      publicationType: ['news', 'feature', 'interview', 'biography', 'editorial', 'letter', 'comment', 'book-review', 'other'],
    },
  },
  PAMP: { name: 'Pamphlet', sets: { sourceType: ['report', 'other'], publicationType: ['report', 'guideline', 'other'] } },
  PAT: { name: 'Patent', sets: { sourceType: ['patent'], publicationType: ['patent'], design: ['not-a-study'] } },
  PCOMM: {
    name: 'Personal communication',
    sets: { sourceType: ['other'], publicationType: ['other', 'letter'], design: ['not-a-study', 'expert-opinion'] },
  },
  RPRT: {
    name: 'Report',
    sets: { sourceType: ['report'], publicationType: ['report', 'guideline', 'evidence-summary', 'systematic-review', 'review-article'] },
  },
  SER: { name: 'Serial publication', sets: { sourceType: ['scholarly-journal', 'trade-journal', 'magazine', 'book', 'report'] } },
  SLIDE: { name: 'Slide', sets: av },
  SOUND: { name: 'Sound recording', sets: av },
  STAND: { name: 'Standard', sets: { sourceType: ['standard'], publicationType: ['standard'], design: ['not-a-study'] } },
  STAT: { name: 'Statute', sets: legal },
  THES: { name: 'Thesis or dissertation', sets: { sourceType: ['thesis'], publicationType: ['thesis'] } },
  UNBILL: { name: 'Unenacted bill', sets: legal },
  UNPB: { name: 'Unpublished work', sets: { sourceType: ['preprint-server', 'report', 'web', 'other'] } },
  VIDEO: { name: 'Video recording', sets: av },
  WEB: { name: 'Web page', sets: { sourceType: ['web'] } },
};
