import type { CueRule } from './cue-rule';

const named = (rule: Omit<CueRule, 'tier' | 'zones'>): CueRule => ({ tier: 'self-named', zones: ['title'], ...rule });

/** What an item calls itself in its title. These come before an indexer's terms: protocols and letters are indexed with the design that they are about. */
export const SELF_NAMED_CUES: readonly CueRule[] = [
  named({
    id: 'title-protocol',
    pattern:
      /\b(?:study|trial|review|research|clinical trial|feasibility study|meta-analysis) protocol\b|(?:^|[:–—]\s*)(?:an? |the )?protocol (?:for|of) (?:an? |the )?[^:]*\b(?:trial|study|review|meta-analysis|evaluation|survey|cohort)\b|[:–—]\s*(?:an? )?protocol\s*$/i,
    unless: /\bprotocol (?:deviation|adherence|violation)s?\b|\blessons\b|\bchanges to\b/i,
    sets: { publicationType: ['protocol'], design: ['not-a-study'] },
    explain: 'The title says that this is a protocol: it announces a study and reports none.',
    hits: [
      'Foot care in delta fishers: study protocol for a randomised trial',
      'Protocol for a systematic review of hearing aids',
      'Breathing exercises at altitude: a protocol',
      'Stretching for rowers: a systematic review and meta-analysis protocol',
    ],
    misses: [
      'A cooling protocol for marathon runners',
      'Deviations from the study protocol: protocol deviations in five trials',
      'Per-protocol analysis of a trial of insoles',
    ],
  }),
  named({
    id: 'title-book-review',
    pattern: /^\[?(?:book|film|exhibition|media) reviews?\b|\breview of the book\b|\breviewed by [A-Z]/i,
    sets: { publicationType: ['book-review'], design: ['not-a-study'] },
    explain: 'The title announces a review of a book or other medium.',
    hits: ['Book review: The long shift', 'Salt and rope, reviewed by A. Penrose'],
    misses: ['A review of bookbinding adhesives', 'Reviewing books in schools: a survey', 'Pages per hour: 12 apps compared'],
  }),
  {
    id: 'abstract-opens-as-editorial',
    tier: 'self-named',
    zones: ['abstract'],
    pattern: /^(?:guest |invited )?editorial\s*[.:–—]/i,
    sets: { publicationType: ['editorial'], design: ['expert-opinion', 'not-a-study'] },
    explain: 'The abstract begins by calling the item an editorial.',
    hits: ['Editorial: Rosters are kept on paper.'],
    misses: ['Editorial boards were asked.'],
  },
  named({
    id: 'title-editorial',
    pattern:
      /^(?:guest |invited )?editorial\b\s*(?:$|[:.–—-])|:\s*(?:an? )?editorial\s*$|^(?:from the editors?|in this issue|editor['’]s note)\b/i,
    sets: { publicationType: ['editorial'], design: ['expert-opinion', 'not-a-study'] },
    explain: 'The title calls itself an editorial.',
    hits: ['Editorial: what a systematic review cannot say', 'Guest editorial', 'In this issue', 'Sleep after the shift: an editorial'],
    misses: ['Editorial boards of nursing journals: a survey', 'Editorial independence and funding'],
  }),
  named({
    id: 'title-letter',
    pattern: /^(?:letters?|correspondence)\b\s*(?:$|[:.–—-]|to the editors?\b)|\bletter to the editors?\b|^to the editors?\b/i,
    sets: {
      publicationType: ['letter', 'comment'],
      design: ['expert-opinion', 'not-a-study', 'case-report', 'case-series', 'before-after', 'cross-sectional'],
    },
    explain: 'The title calls itself a letter.',
    hits: ['Letter: a randomised trial of insoles', 'Letter to the editor regarding dawn light', 'To the editor'],
    misses: ['Letter recognition in early readers', 'Letters home: a qualitative study of miners'],
  }),
  named({
    id: 'title-comment',
    pattern:
      /^(?:(?:invited )?commentary|(?:case )?comments?|case notes?)\s*(?:on\b|[:.–—])|^(?:(?:in )?repl(?:y|ies)|authors?['’]?s?['’]? (?:reply|response))\s*(?:to\b|[:.]|$)|^response\s*(?:[:.]|$|to (?:["“‘]|the (?:letter|comment)|letters?\b|comments?\b|reviewers?\b))|\b(?:comment|commentary|reply) (?:on|to)[:\s]*[“"‘]|:\s*(?:an? )?commentary\s*$/i,
    sets: { publicationType: ['comment', 'letter'], design: ['expert-opinion', 'not-a-study'] },
    explain: 'The title says that it comments on, or replies to, another publication.',
    hits: [
      'Comment on "Night light and mood"',
      'Case comment: Harbour Board v Linde',
      'Reply to Okafor and Lind',
      'Authors’ reply',
      'In reply',
      'Shorter rosters: a commentary',
    ],
    misses: [
      'Response to treatment in tennis elbow',
      'Re-entry after orbit: a cohort study',
      'Comments left by patients: a content analysis',
      'Response rates in postal surveys',
    ],
  }),
  named({
    id: 'title-correction',
    pattern: /^(?:(?:author |publisher )?correction|corrigend(?:um|a)|errat(?:um|a))\b\s*(?:$|to\b|for\b|in\b|[:.–—]|-\s)/i,
    sets: { publicationType: ['correction'], design: ['not-a-study'] },
    explain: 'The title says that it corrects another publication.',
    hits: ['Correction to: Amber lenses for bakers', 'Erratum', 'Corrigendum: dose tables'],
    misses: ['Correction of astigmatism with toric lenses', 'Errata-driven learning in nurses'],
  }),
  named({
    id: 'title-retraction-notice',
    pattern: /^(?:retraction(?: notice| note)?|notice of retraction|statement of retraction)\b\s*(?:$|to\b|of\b|[:.–—-])/i,
    unless: /\bretraction of (?:the )?(?:tongue|lip|tissue|muscle|skin|eyelid|gum)/i,
    sets: { publicationType: ['retraction-notice'], design: ['not-a-study'] },
    explain: 'The title says that it retracts another publication.',
    hits: ['Retraction: Evening lamps in dairy crews', 'Notice of retraction', 'Retraction of “Lamps and mood”'],
    misses: ['RETRACTED: Evening lamps in dairy crews', 'Retraction of the tongue in sleep', 'Retraction devices in surgery'],
  }),
  named({
    id: 'title-concern',
    pattern: /^(?:editorial )?expression of concern\b/i,
    sets: { publicationType: ['expression-of-concern'], design: ['not-a-study'] },
    explain: 'The title is an expression of concern about another publication.',
    hits: ['Expression of concern: Lamp dose and recall'],
    misses: ['Parental expression of concern in clinics'],
  }),
  named({
    id: 'title-registration',
    pattern: /^(?:clinical )?(?:trial|study) regist(?:ration|er entry)\b\s*[:.–—-]|^register(?:ed)? entry\s*[:.]/i,
    sets: { sourceType: ['study-register'], publicationType: ['registration'], design: ['not-a-study'] },
    explain: 'The title says that this is an entry in a register of studies.',
    hits: ['Trial registration: amber lenses in ferry crews'],
    misses: ['Trial registration practices in three specialties', 'Registered nurses and sleep'],
  }),
  named({
    id: 'title-n-of-1',
    pattern: /\b(?:n-of-1|n of 1|n-of-one|n of one)\b/i,
    unless: /\breview\b|\bmeta-?analys|\btrials\b|\bprotocol\b/i,
    sets: { publicationType: ['research-article', 'case-report', 'conference-abstract', 'thesis', 'letter'], design: ['n-of-1'] },
    explain: 'The title names a trial within one person.',
    hits: ['Caffeine timing in a ship’s cook: an n-of-1 trial'],
    misses: ['N-of-1 trials in clinics: a review', 'One of 1,000 cooks'],
  }),
  named({
    id: 'title-interview',
    pattern: /^(?:an? )?interview with\b|:\s*(?:an )?interview with\b|\bin conversation with\b/i,
    sets: { publicationType: ['interview'], design: ['not-a-study'] },
    explain: 'The title says that this is an interview with a person.',
    hits: ['Interview with a lamp designer', 'Ten years on: an interview with a rota planner'],
    misses: ['Motivational interviewing for smokers', 'An interview study of carers'],
  }),
  named({
    id: 'title-obituary',
    pattern: /^(?:obituary|in memoriam)\b|\ban obituary$/i,
    unless: /\breview|study|trends|survey\b/i,
    sets: { publicationType: ['biography'], design: ['not-a-study'] },
    explain: 'The title says that this is about a person who died.',
    hits: ['Obituary: Ines Corvale', 'In memoriam'],
    misses: ['Obituary studies in demography: a review', 'Rainfall (1980–2010)  trends'],
  }),
  named({
    id: 'title-life-dates',
    pattern: /\(1\d{3}[–-](?:19|20)\d\d\)$/,
    unless: /\b(?:reviews?|stud(?:y|ies)|trends?|survey|analysis|history|period|years|from|in|of|and)\b/i,
    sets: { publicationType: ['biography', 'book', 'book-chapter', 'encyclopedia-entry', 'thesis', 'research-article'] },
    explain: 'The title is a name with the years of a life.',
    hits: ['Ines Corvale (1930–2020)'],
    misses: ['Rainfall in the delta (1980–2010)', 'Trends in rents (1900–1930)'],
  }),
  named({
    id: 'title-pages',
    pattern: /\b\d{2,4} ?pp\b/,
    sets: { publicationType: ['book-review'], design: ['not-a-study'] },
    explain: 'The title carries the number of pages of a book that is reviewed.',
    hits: ['The keeper of lamps. Oak House, 312 pp.'],
    misses: ['Pages per hour: 12 apps compared'],
  }),
  named({
    id: 'title-re',
    pattern: /^re\s*:\s/i,
    sets: { publicationType: ['comment', 'letter'], design: ['expert-opinion', 'not-a-study'] },
    explain: 'The title begins as a letter about another publication does.',
    hits: ['Re: Falk and Lind. A randomised trial of insoles'],
    misses: ['Re-entry after orbit: a cohort study'],
  }),
  named({
    id: 'title-meeting-abstract',
    pattern:
      /^abstract (?:no\.? ?)?[A-Z]{0,3}-?\d+\b|\[(?:meeting |conference )?abstract\]|\((?:meeting|conference|poster) abstract\)|^poster\s*:|^(?:poster|oral) (?:no\.? ?)?[A-Z]{0,2}-?\d+\s*[:.]/i,
    sets: { publicationType: ['conference-abstract'] },
    explain: 'The title carries the mark of a meeting abstract.',
    hits: ['Abstract P-114: Lamps on oil platforms', 'Amber lenses at sea [abstract]', 'Poster 12: Caffeine timing'],
    misses: ['Abstract reasoning after night work', 'Poster campaigns and hand washing'],
  }),
];

/** Titles that mark the item as withdrawn; a flag, not a type. Common practice of publishers. */
export const RETRACTED_TITLE = /^\s*[[(]?\s*(?:retracted(?: article)?|withdrawn)\b\s*[\])]?\s*[:.–—-]/i;
