import { COHORTS, NOTICES, OBSERVATIONAL, PERIODICAL_ITEMS, RANDOMISED, REVIEW_DESIGNS, type TermSets, TRIALS } from './term-sets';

/**
 * `sets` is what the term means on its own. `beside` are further values it gives way to when another term of the
 * same record brings them: indexers put "Case Reports" on a letter that reports a case, and then it is a letter.
 */
export interface IndexTerm {
  readonly sets: TermSets;
  readonly beside?: TermSets;
}

const PERIODICALS = ['scholarly-journal', 'trade-journal', 'magazine', 'proceedings'] as const;
const ABOUT_A_STUDY = [
  'protocol',
  'letter',
  'comment',
  'editorial',
  'conference-abstract',
  'conference-paper',
  ...NOTICES,
  'report',
  'thesis',
  'dataset',
  'case-report',
  'systematic-review',
] as const;

const study = (...design: NonNullable<TermSets['design']>): IndexTerm => ({
  sets: { publicationType: ['research-article'], design },
  beside: { publicationType: ABOUT_A_STUDY, design: ['not-a-study', 'expert-opinion', ...REVIEW_DESIGNS] },
});
const notAStudy = (
  publicationType: NonNullable<TermSets['publicationType']>,
  beside: NonNullable<TermSets['publicationType']> = [],
): IndexTerm => ({
  sets: { publicationType, design: ['not-a-study'] },
  beside: { publicationType: beside },
});
const opinion = (
  publicationType: NonNullable<TermSets['publicationType']>,
  beside: NonNullable<TermSets['publicationType']>,
): IndexTerm => ({
  sets: { publicationType, design: ['expert-opinion', 'not-a-study'] },
  beside: {
    publicationType: beside,
    design: [...TRIALS, ...OBSERVATIONAL, 'case-report', 'before-after', 'qualitative', 'narrative-review'],
  },
});
const onlyMapped: IndexTerm = { sets: {} };
const recording = notAStudy(['recording']);
const bookLike: IndexTerm = { sets: { publicationType: ['book', 'book-chapter'] }, beside: { publicationType: ['other'] } };
const literary = notAStudy(['other', 'feature', 'book'], ['editorial', 'comment', 'letter']);
const listing = notAStudy(['other', 'book', 'report']);
const history: IndexTerm = { sets: { publicationType: [...PERIODICAL_ITEMS, 'book', 'book-chapter'] } };

/**
 * MeSH publication types, study characteristics included → the values each allows.
 * @source NLM, Medical Subject Headings, category V (Publication Characteristics); list and meanings from memory
 */
export const MESH_PUBLICATION_TYPES: Readonly<Record<string, IndexTerm>> = {
  // Articles and reviews
  // NLM marks preprints with "Preprint" beside it, so on its own it is not one.
  'Journal Article': { sets: { sourceType: PERIODICALS, publicationType: PERIODICAL_ITEMS }, beside: { sourceType: ['preprint-server'] } },
  'Classical Article': { sets: { sourceType: PERIODICALS, publicationType: PERIODICAL_ITEMS } },
  'Corrected and Republished Article': { sets: { sourceType: PERIODICALS, publicationType: PERIODICAL_ITEMS } },
  'Introductory Journal Article': opinion(['editorial', 'review-article'], ['comment']),
  'Duplicate Publication': onlyMapped,
  'English Abstract': onlyMapped,
  'Historical Article': history,
  Review: {
    sets: { publicationType: ['review-article', 'systematic-review'], design: ['narrative-review', ...REVIEW_DESIGNS] },
    beside: {
      publicationType: ['case-report', 'guideline', 'letter', 'editorial', 'comment', ...NOTICES],
      design: ['case-report', 'case-series', 'guideline', 'expert-opinion', 'not-a-study'],
    },
  },
  'Systematic Review': {
    sets: { publicationType: ['systematic-review'], design: REVIEW_DESIGNS },
    beside: {
      publicationType: ['protocol', 'guideline', 'letter', 'comment', 'editorial', 'evidence-summary', ...NOTICES],
      design: ['guideline', 'not-a-study', 'expert-opinion'],
    },
  },
  'Meta-Analysis': {
    sets: { publicationType: ['systematic-review'], design: ['meta-analysis'] },
    beside: {
      publicationType: ['protocol', 'guideline', 'letter', 'comment', 'editorial', ...NOTICES],
      design: ['umbrella-review', 'not-a-study', 'expert-opinion'],
    },
  },
  'Network Meta-Analysis': {
    sets: { publicationType: ['systematic-review'], design: ['meta-analysis'] },
    beside: { publicationType: ['protocol', 'letter', 'comment', 'editorial', ...NOTICES], design: ['not-a-study', 'expert-opinion'] },
  },
  'Scoping Review': {
    sets: { publicationType: ['systematic-review', 'review-article'], design: ['scoping-review'] },
    beside: { publicationType: ['protocol', 'letter', 'comment', 'editorial', ...NOTICES], design: ['not-a-study', 'expert-opinion'] },
  },
  'Scientific Integrity Review': notAStudy(['report', 'news', 'other']),
  // Study characteristics
  'Clinical Study': study(...TRIALS, ...OBSERVATIONAL, 'before-after', 'diagnostic-accuracy', 'prediction-model'),
  'Clinical Trial': study(...TRIALS, 'before-after'),
  'Clinical Trial, Phase I': study(...TRIALS, 'before-after'),
  'Clinical Trial, Phase II': study(...TRIALS, 'before-after'),
  'Clinical Trial, Phase III': study(...TRIALS, 'before-after'),
  'Clinical Trial, Phase IV': study(...TRIALS, 'before-after', ...COHORTS),
  'Adaptive Clinical Trial': study(...TRIALS),
  'Controlled Clinical Trial': study(...TRIALS),
  'Equivalence Trial': study(...TRIALS),
  'Pragmatic Clinical Trial': study(...TRIALS),
  'Randomized Controlled Trial': study(...RANDOMISED),
  'Clinical Trial Protocol': notAStudy(['protocol']),
  'Observational Study': study(...OBSERVATIONAL, 'before-after', 'interrupted-time-series', 'diagnostic-accuracy', 'prediction-model'),
  'Clinical Trial, Veterinary': study(...TRIALS, 'animal'),
  'Randomized Controlled Trial, Veterinary': study(...RANDOMISED, 'animal'),
  'Observational Study, Veterinary': study(...OBSERVATIONAL, 'animal'),
  'Twin Study': study(...COHORTS, 'case-control', 'cross-sectional'),
  'Case Reports': {
    sets: { publicationType: ['case-report'], design: ['case-report', 'case-series'] },
    beside: {
      publicationType: ['letter', 'review-article', 'comment', 'conference-abstract', ...NOTICES],
      design: ['narrative-review', 'expert-opinion', 'not-a-study'],
    },
  },
  'Comparative Study': onlyMapped,
  'Evaluation Study': onlyMapped,
  'Validation Study': onlyMapped,
  'Multicenter Study': onlyMapped,
  // Editorial matter and notices
  Editorial: opinion(['editorial'], ['comment', ...NOTICES]),
  Letter: opinion(['letter'], ['comment', ...NOTICES]),
  Comment: opinion(
    ['comment'],
    ['editorial', 'letter', 'news', 'evidence-summary', 'review-article', 'research-article', 'book-review', ...NOTICES],
  ),
  News: notAStudy(['news'], ['comment', 'interview', 'biography']),
  'Newspaper Article': {
    sets: { sourceType: ['newspaper', ...PERIODICALS], publicationType: ['news', 'feature'], design: ['not-a-study'] },
  },
  Interview: notAStudy(['interview'], ['biography', 'news']),
  Biography: notAStudy(['biography', 'book'], ['interview', 'news', 'editorial']),
  Autobiography: notAStudy(['biography', 'book'], ['interview']),
  'Personal Narrative': notAStudy(['biography', 'feature', 'letter', 'other'], ['comment', 'editorial']),
  Biobibliography: notAStudy(['biography', 'book', 'other']),
  Portrait: notAStudy(['biography', 'recording', 'other'], ['news']),
  Eulogy: notAStudy(['biography', 'other']),
  'Funeral Sermon': notAStudy(['biography', 'other']),
  Festschrift: notAStudy(['book', 'editorial', 'biography']),
  'Book Review': notAStudy(['book-review'], ['comment']),
  'Published Erratum': notAStudy(['correction']),
  'Retraction of Publication': notAStudy(['retraction-notice']),
  'Retraction Notice': notAStudy(['retraction-notice']),
  'Expression of Concern': notAStudy(['expression-of-concern']),
  'Retracted Publication': onlyMapped,
  Address: notAStudy(['other', 'editorial'], ['biography']),
  Lecture: opinion(['other', 'review-article', 'editorial'], ['biography', 'conference-paper']),
  'Lecture Note': notAStudy(['other', 'book']),
  Speech: notAStudy(['other', 'editorial']),
  Essay: opinion(['feature', 'editorial', 'comment', 'other'], ['review-article']),
  Anecdotes: literary,
  'Wit and Humor': literary,
  Poetry: literary,
  'Fictional Work': literary,
  'Graphic Novel': literary,
  Song: literary,
  Sermon: literary,
  Diary: literary,
  'Aphorisms and Proverbs': literary,
  'Collected Correspondence': literary,
  'Juvenile Literature': literary,
  'Popular Work': literary,
  // Guidance
  Guideline: {
    sets: { publicationType: ['guideline'], design: ['guideline'] },
    beside: { publicationType: ['systematic-review', ...NOTICES], design: ['systematic-review', 'meta-analysis'] },
  },
  'Practice Guideline': {
    sets: { publicationType: ['guideline'], design: ['guideline'] },
    beside: { publicationType: ['systematic-review', ...NOTICES], design: ['systematic-review', 'meta-analysis'] },
  },
  'Consensus Statement': {
    sets: { publicationType: ['guideline', 'report'], design: ['guideline', 'expert-opinion'] },
    beside: { publicationType: ['review-article'] },
  },
  'Consensus Development Conference': {
    sets: { publicationType: ['guideline', 'report'], design: ['guideline', 'expert-opinion'] },
    beside: { publicationType: ['review-article'] },
  },
  'Consensus Development Conference, NIH': {
    sets: { publicationType: ['guideline', 'report'], design: ['guideline', 'expert-opinion'] },
    beside: { publicationType: ['review-article'] },
  },
  'Patient Education Handout': notAStudy(['other', 'guideline']),
  "Nurses' Instruction": notAStudy(['other', 'guideline']),
  'Public Service Announcement': notAStudy(['other', 'news']),
  // Meetings
  Abstracts: { sets: { publicationType: ['conference-abstract', 'other'] } },
  'Meeting Abstract': { sets: { publicationType: ['conference-abstract'] } },
  Overall: { sets: { publicationType: ['conference-abstract', 'other'] } },
  Congress: {
    sets: { publicationType: ['conference-paper', 'conference-abstract', 'book', 'report', 'news'] },
    beside: { publicationType: ['editorial', 'review-article'] },
  },
  'Clinical Conference': {
    sets: { publicationType: ['case-report', 'review-article', 'conference-paper'] },
    beside: { publicationType: ['letter'] },
  },
  Poster: { sets: { publicationType: ['conference-abstract', 'recording', 'other'] } },
  // Other kinds of source
  Preprint: { sets: { sourceType: ['preprint-server'], peerReview: ['preprint'] } },
  'Academic Dissertation': { sets: { sourceType: ['thesis'], publicationType: ['thesis'] } },
  Dataset: notAStudy(['dataset'], ['research-article']),
  Database: notAStudy(['dataset', 'other'], ['research-article']),
  Patent: { sets: { sourceType: ['patent'], publicationType: ['patent'], design: ['not-a-study'] } },
  'Technical Report': { sets: { publicationType: ['report', 'research-article'] } },
  'Annual Report': notAStudy(['report']),
  'Government Publication': { sets: { publicationType: ['report', 'guideline', 'research-article', 'other'] } },
  Encyclopedia: { sets: { sourceType: ['reference-work'], publicationType: ['encyclopedia-entry', 'book'] } },
  Dictionary: { sets: { sourceType: ['reference-work'], publicationType: ['encyclopedia-entry', 'book'] } },
  Terminology: {
    sets: { sourceType: ['reference-work', 'book', 'report', 'web'], publicationType: ['encyclopedia-entry', 'book', 'other'] },
  },
  Monograph: bookLike,
  Textbook: bookLike,
  Handbook: bookLike,
  'Collected Work': bookLike,
  Guidebook: bookLike,
  Cookbook: bookLike,
  Atlas: bookLike,
  Herbal: bookLike,
  Incunabula: bookLike,
  'Laboratory Manual': bookLike,
  'Study Guide': bookLike,
  'Movable Books': bookLike,
  Pharmacopoeia: bookLike,
  'Pharmacopoeia, Homeopathic': bookLike,
  Formulary: bookLike,
  'Formulary, Dental': bookLike,
  'Formulary, Homeopathic': bookLike,
  'Formulary, Hospital': bookLike,
  'Legal Case': notAStudy(['other']),
  Legislation: notAStudy(['other']),
  Statistics: { sets: { publicationType: ['report', 'dataset', 'research-article', 'other'] } },
  Tables: { sets: { publicationType: ['report', 'dataset', 'research-article', 'other'] } },
  Bibliography: listing,
  Directory: listing,
  Almanac: listing,
  Catalog: listing,
  'Catalog, Bookseller': listing,
  'Catalog, Commercial': listing,
  'Catalog, Drug': listing,
  'Catalog, Publisher': listing,
  'Catalog, Union': listing,
  'Union List': listing,
  'Periodical Index': listing,
  Index: listing,
  Chronology: listing,
  'Price List': listing,
  'Resource Guide': listing,
  'Account Books': listing,
  Outline: listing,
  Program: listing,
  Prospectus: listing,
  Syllabus: listing,
  Form: listing,
  'Examination Questions': listing,
  'Problems and Exercises': listing,
  Phrases: listing,
  'Programmed Instruction': listing,
  'Interactive Tutorial': { sets: { publicationType: ['recording', 'other'], design: ['not-a-study'] } },
  Exhibition: listing,
  Advertisement: notAStudy(['other']),
  Ephemera: notAStudy(['other']),
  Broadside: notAStudy(['other']),
  Bookplate: notAStudy(['other']),
  Postcard: notAStudy(['other']),
  Sign: notAStudy(['other']),
  'Unpublished Work': onlyMapped,
  Manuscript: onlyMapped,
  'Manuscript, Medical': onlyMapped,
  Blog: { sets: { sourceType: ['web'], publicationType: ['news', 'feature', 'comment', 'other'] } },
  'Web Archive': { sets: { sourceType: ['web'], publicationType: ['other', 'dataset'] } },
  'Electronic Supplementary Materials': onlyMapped,
  Periodical: { sets: { publicationType: ['other'] } },
  Collection: { sets: { publicationType: ['other', 'book', 'dataset'] } },
  // Sound, film and pictures
  'Video-Audio Media': onlyMapped,
  Webcast: recording,
  Animation: recording,
  'Documentaries and Factual Films': recording,
  'Instructional Film and Video': recording,
  Photograph: recording,
  Drawing: recording,
  'Architectural Drawing': recording,
  'Book Illustrations': recording,
  'Pictorial Work': recording,
  Caricature: recording,
  Cartoon: recording,
  Chart: notAStudy(['other', 'recording']),
  Map: notAStudy(['other', 'recording']),
  // Support of research says who paid, not what it is
  'Research Support, American Recovery and Reinvestment Act': onlyMapped,
  'Research Support, N.I.H., Extramural': onlyMapped,
  'Research Support, N.I.H., Intramural': onlyMapped,
  "Research Support, Non-U.S. Gov't": onlyMapped,
  "Research Support, U.S. Gov't, Non-P.H.S.": onlyMapped,
  "Research Support, U.S. Gov't, P.H.S.": onlyMapped,
  'Research Support, U.S. Government': onlyMapped,
};
