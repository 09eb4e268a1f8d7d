/** One value of an axis. `code` is what is stored and exported; `label` and `meaning` are for people. */
export interface AxisValue<Code extends string = string> {
  readonly code: Code;
  readonly label: string;
  readonly meaning: string;
}

const value = <Code extends string>(code: Code, label: string, meaning: string): AxisValue<Code> => ({
  code,
  label,
  meaning,
});

/** The order of each list is fixed: it is the bit order of stored masks. Add at the end only, at most 32. */
export const SOURCE_TYPES = [
  value('scholarly-journal', 'Scholarly journal', 'A journal that publishes research for researchers.'),
  value('trade-journal', 'Trade journal', 'A periodical for people who work in an occupation or industry.'),
  value('magazine', 'Magazine', 'A periodical for general readers.'),
  value('newspaper', 'Newspaper', 'A daily or weekly publication of news.'),
  value('newswire', 'Newswire', 'An agency that supplies news to other media.'),
  value('proceedings', 'Proceedings', 'A collection of papers from a conference.'),
  value('book', 'Book', 'A book, or an edited collection of chapters.'),
  value('reference-work', 'Reference work', 'An encyclopedia, dictionary or handbook to look things up in.'),
  value('thesis', 'Thesis', 'A dissertation submitted for a degree.'),
  value('report', 'Report', 'A document issued by an institution, outside commercial publishing.'),
  value('preprint-server', 'Preprint server', 'A place where manuscripts are posted before peer review.'),
  value('study-register', 'Study register', 'A register where studies are announced.'),
  value('dataset', 'Data repository', 'A place where data sets are deposited.'),
  value('patent', 'Patent office', 'A patent or patent application.'),
  value('standard', 'Standards body', 'A published technical standard.'),
  value('web', 'Web', 'A page or site that is none of the other kinds.'),
  value('audiovisual', 'Audiovisual', 'Sound, film, pictures or maps.'),
  value('other', 'Other', 'None of the other source types.'),
] as const;

export const PUBLICATION_TYPES = [
  value('research-article', 'Research article', 'Reports new data or a new analysis.'),
  value('systematic-review', 'Systematic review', 'Searches, selects and appraises studies by stated methods.'),
  value('review-article', 'Review article', 'Summarises other work without a stated systematic method.'),
  value('protocol', 'Protocol', 'Says how a study or review will be done.'),
  value('guideline', 'Guideline', 'Recommendations for practice from a body or panel.'),
  value('case-report', 'Case report', 'Describes one patient or a few.'),
  value('editorial', 'Editorial', 'Opinion by or for the editors.'),
  value('letter', 'Letter', 'Correspondence to a journal.'),
  value('comment', 'Comment', 'A remark on another publication, or the reply to one.'),
  value('news', 'News', 'A report of events.'),
  value('feature', 'Feature', 'A longer journalistic piece.'),
  value('interview', 'Interview', 'A conversation with a person.'),
  value('biography', 'Biography', 'About a person, obituaries included.'),
  value('book-review', 'Book review', 'A judgement on a book or other medium.'),
  value('conference-paper', 'Conference paper', 'A full paper given at a conference.'),
  value('conference-abstract', 'Conference abstract', 'A summary of a talk or poster.'),
  value('book', 'Book', 'A whole book.'),
  value('book-chapter', 'Book chapter', 'A part of a book.'),
  value('encyclopedia-entry', 'Encyclopedia entry', 'An entry of a reference work.'),
  value('thesis', 'Thesis', 'A dissertation.'),
  value('report', 'Report', 'An institutional or technical report.'),
  value('registration', 'Registration', 'The entry of a study in a register.'),
  value('dataset', 'Data set', 'Data, or an article that describes them.'),
  value('correction', 'Correction', 'An erratum or corrigendum.'),
  value('retraction-notice', 'Retraction notice', 'A notice that withdraws a publication.'),
  value('expression-of-concern', 'Expression of concern', 'A notice that doubts a publication.'),
  value('patent', 'Patent', 'A patent document.'),
  value('standard', 'Standard', 'A technical standard.'),
  value('recording', 'Recording', 'Sound, film or pictures.'),
  value('evidence-summary', 'Evidence summary', 'A short appraisal of one study or review, for practice.'),
  value('other', 'Other', 'None of the other publication types.'),
] as const;

export const PEER_REVIEW = [
  value('refereed', 'Refereed', 'This item itself was peer reviewed.'),
  value('venue-only', 'Venue only', 'It stands in a refereed venue, but items of its kind are not refereed.'),
  value('examined', 'Examined', 'Examined or edited (a thesis, a scholarly book), not refereed.'),
  value('not-refereed', 'Not refereed', 'No peer review.'),
  value('preprint', 'Preprint', 'Posted before peer review.'),
] as const;

export const DESIGNS = [
  value('meta-analysis', 'Meta-analysis', 'A systematic review that pools results.'),
  value('systematic-review', 'Systematic review', 'A review by stated methods, without pooling.'),
  value('umbrella-review', 'Umbrella review', 'A review of reviews.'),
  value('scoping-review', 'Scoping review', 'A review that maps what exists.'),
  value('randomised-trial', 'Randomised trial', 'People were allocated to groups at random.'),
  value('cluster-randomised-trial', 'Cluster randomised trial', 'Groups of people were allocated at random.'),
  value('crossover-randomised-trial', 'Randomised crossover trial', 'Each person had every condition, in random order.'),
  value('n-of-1', 'N-of-1 trial', 'Conditions were alternated at random within one person.'),
  value('pseudo-randomised-trial', 'Pseudo-randomised trial', 'Allocation by alternation, date or number.'),
  value('non-randomised-trial', 'Non-randomised trial', 'An intervention study with a comparison group, not randomised.'),
  value('before-after', 'Before–after study', 'One group measured before and after.'),
  value('interrupted-time-series', 'Interrupted time series', 'Many measurements before and after a change.'),
  value('cohort-prospective', 'Prospective cohort', 'A group followed forward in time.'),
  value('cohort-retrospective', 'Retrospective cohort', 'A group followed through past records.'),
  value('case-control', 'Case-control study', 'People with and without an outcome compared for exposure.'),
  value('cross-sectional', 'Cross-sectional study', 'Measured at one point in time.'),
  value('diagnostic-accuracy', 'Diagnostic accuracy study', 'A test compared with a reference standard.'),
  value('prediction-model', 'Prediction model', 'A rule or model that predicts an outcome.'),
  value('case-series', 'Case series', 'Several cases described, without a comparison.'),
  value('case-report', 'Case report', 'One case described.'),
  value('qualitative', 'Qualitative study', 'Interviews, observation or documents analysed for meaning.'),
  value('mixed-methods', 'Mixed methods study', 'Qualitative and quantitative methods combined.'),
  value('economic-evaluation', 'Economic evaluation', 'Costs compared with effects.'),
  value('modelling', 'Modelling study', 'Simulation or mathematical modelling.'),
  value('laboratory', 'Laboratory study', 'Work on cells, materials or equipment.'),
  value('animal', 'Animal study', 'Work on animals.'),
  value('narrative-review', 'Narrative review', 'A summary without a systematic method.'),
  value('guideline', 'Guideline', 'Recommendations, however they were made.'),
  value('expert-opinion', 'Expert opinion', 'Argument or opinion without data of its own.'),
  value('not-a-study', 'Not a study', 'Protocols, registrations, notices, news and the like.'),
] as const;

export type SourceType = (typeof SOURCE_TYPES)[number]['code'];
export type PublicationType = (typeof PUBLICATION_TYPES)[number]['code'];
export type PeerReview = (typeof PEER_REVIEW)[number]['code'];
export type Design = (typeof DESIGNS)[number]['code'];
