import type { NamedSets } from './entry-types';
import { ARTICLES, PERIODICAL_ITEMS, type TermSets } from './term-sets';

const row = (name: string, publicationType: NonNullable<TermSets['publicationType']>, rest: TermSets = {}): NamedSets => ({
  name,
  sets: { publicationType, ...rest },
});
const notAStudy: TermSets = { design: ['not-a-study'] };
const opinion: TermSets = { design: ['expert-opinion', 'not-a-study'] };

/**
 * Suggested values of JATS `article/@article-type` → what each allows.
 * @source JATS, ANSI/NISO Z39.96, Journal Publishing Tag Library, "article-type"; list and meanings from memory
 */
export const JATS_ARTICLE_TYPES: Readonly<Record<string, NamedSets>> = {
  abstract: row('Abstract', ['conference-abstract', 'other']),
  addendum: row('Addendum', ['correction', 'comment', 'other'], notAStudy),
  announcement: row('Announcement', ['news', 'other'], notAStudy),
  'article-commentary': row('Commentary on an article', ['comment', 'editorial', 'letter'], opinion),
  'book-review': row('Book review', ['book-review'], notAStudy),
  'books-received': row('Books received', ['other', 'book-review'], notAStudy),
  'brief-report': row('Brief report', ['research-article', 'case-report']),
  calendar: row('Calendar', ['other', 'news'], notAStudy),
  'case-report': row('Case report', ['case-report'], { design: ['case-report', 'case-series'] }),
  'clinical-trial': row('Clinical trial', ['research-article', 'protocol']),
  collection: row('Collection', ['other', 'editorial']),
  'community-comment': row('Comment of the community', ['comment'], opinion),
  correction: row('Correction', ['correction'], notAStudy),
  'corrected-article': row('Article as corrected', ARTICLES),
  'data-paper': row('Data paper', ['dataset', 'research-article']),
  discussion: row('Discussion', ['comment', 'letter', 'editorial', 'other']),
  dissertation: row('Dissertation', ['thesis']),
  editorial: row('Editorial', ['editorial'], opinion),
  'editorial-material': row('Editorial material', ['editorial', 'comment', 'news', 'other'], opinion),
  erratum: row('Erratum', ['correction'], notAStudy),
  'expression-of-concern': row('Expression of concern', ['expression-of-concern'], notAStudy),
  guidelines: row('Guidelines', ['guideline'], { design: ['guideline'] }),
  'in-brief': row('In brief', ['news', 'other', 'comment'], notAStudy),
  interview: row('Interview', ['interview'], notAStudy),
  introduction: row('Introduction', ['editorial', 'review-article'], { design: ['expert-opinion', 'not-a-study', 'narrative-review'] }),
  letter: row('Letter', ['letter', 'comment']),
  'meeting-report': row('Meeting report', ['news', 'report', 'conference-abstract', 'other']),
  'methods-article': row('Methods article', ['research-article', 'protocol']),
  news: row('News', ['news'], notAStudy),
  obituary: row('Obituary', ['biography'], notAStudy),
  opinion: row('Opinion', ['editorial', 'comment', 'feature', 'other'], opinion),
  oration: row('Oration', ['other', 'editorial', 'review-article']),
  other: row('Other', PERIODICAL_ITEMS),
  'partial-retraction': row('Partial retraction', ['retraction-notice', 'correction'], notAStudy),
  poster: row('Poster', ['conference-abstract']),
  preprint: { name: 'Preprint', sets: { sourceType: ['preprint-server'], peerReview: ['preprint'] } },
  'product-review': row('Product review', ['book-review', 'review-article', 'other']),
  protocol: row('Protocol', ['protocol', 'research-article']),
  'rapid-communication': row('Rapid communication', ['research-article', 'case-report']),
  'registered-report': row('Registered report', ['research-article', 'protocol']),
  reply: row('Reply', ['comment', 'letter'], opinion),
  reprint: row('Reprint', PERIODICAL_ITEMS),
  'research-article': row('Research article', ['research-article', 'systematic-review', 'case-report']),
  retraction: row('Retraction', ['retraction-notice'], notAStudy),
  'retracted-article': row('Retracted article', ARTICLES),
  'review-article': row('Review article', ['review-article', 'systematic-review']),
  'short-report': row('Short report', ['research-article', 'case-report']),
  'systematic-review': row('Systematic review', ['systematic-review']),
  'technical-report': row('Technical report', ['report', 'research-article']),
  translation: row('Translation', PERIODICAL_ITEMS),
};
