import type { BibRecord } from '@/core/record';
import { DESIGNS, NOTICES } from '@/core/vocabularies';
import { pageCount } from './shape';
import { isPeriodical, type UsualRule, usually } from './usual-rule';

const TRADE =
  /\b(?:trade|dealer|contractor|industry|professional|manager|manufactur\w*|retail\w*|engineer|farmer|builder|business|executive|technolog\w*|practitioner|weekly|news|plant|process|processing)\b/i;
const MEETING = /\b(?:proceedings|conference|symposium|workshop|congress|meetings?|lecture notes)\b/i;
const POPULAR_TERMS = new Set(['mgzn', 'magazine', 'magazines', 'article-magazine', 'magazine article', 'popular magazine']);
const NOT_A_STUDY_IN =
  /\b(?:participants|respondents|we (?:measured|surveyed|interviewed|recorded|tested)|randomi[sz]ed|cohort|cross-sectional|case-control|regression|confidence interval|questionnaires?|fieldwork|interviews with|experiments?|follow(?:s|ed) [\d,]+)\b/i;
const inVolume = (r: { volume: string; container: string }): boolean => r.volume !== '' && r.container !== '';
const JOURNALS = ['scholarly-journal', 'trade-journal', 'magazine', 'newspaper', 'newswire', 'proceedings', 'preprint-server'] as const;

/** What kind of periodical an item stands in, by what it is, by who indexes it, and by its name. */
export const USUAL_PERIODICALS: readonly UsualRule[] = [
  usually({
    id: 'usual-journal-of-a-medical-index',
    axis: 'sourceType',
    among: JOURNALS,
    to: ['scholarly-journal'],
    when: (r) =>
      (r.format === 'nbib' || r.format === 'pubmed-xml') && inVolume(r) && !MEETING.test(r.container) && !TRADE.test(r.container),
    explain: 'An index of medical journals takes in hardly anything else.',
    hits: [{ format: 'nbib', container: 'Northern Rope Medicine', volume: '3' }],
    misses: [
      { format: 'ris', container: 'Northern Rope Medicine', volume: '3' },
      { format: 'nbib', container: 'Rope Trade News', volume: '3' },
    ],
  }),
  usually({
    id: 'usual-journal-of-tagged-articles',
    axis: 'sourceType',
    among: JOURNALS,
    to: ['scholarly-journal'],
    when: (r) => r.format === 'jats' && inVolume(r) && !MEETING.test(r.container) && !TRADE.test(r.container) && !isPopular(r),
    explain: 'The tag suite for journal articles is what scholarly publishers and archives hand out.',
    hits: [{ format: 'jats', title: 'The ropes of a shed', container: 'Northern Rope Notes', volume: '3' }],
    misses: [
      { format: 'ris', title: 'The ropes of a shed', container: 'Northern Rope Notes', volume: '3' },
      { format: 'jats', title: 'The ropes of a shed', container: 'Rope Trade News', volume: '3' },
    ],
  }),
  usually({
    id: 'usual-journal-of-scholarly-matter',
    axis: 'sourceType',
    among: JOURNALS,
    to: ['scholarly-journal'],
    publications: [
      'systematic-review',
      'review-article',
      'protocol',
      'guideline',
      'case-report',
      'comment',
      'letter',
      'conference-abstract',
      'book-review',
      'research-article',
      ...NOTICES,
    ],
    lacks: /\bpre-?prints?\b/i,
    when: (r) => inVolume(r) && pageOrIssue(r) && !MEETING.test(r.container) && !TRADE.test(r.container) && !isPopular(r),
    explain: 'Reviews, notices, guidelines and comments on studies stand in scholarly journals, where a volume and pages are given.',
    hits: [{ container: 'Northern Rope Studies', volume: '3', pages: '5-9' }],
    misses: [{ container: 'Northern Rope Studies' }, { container: 'Rope Trade News', volume: '3', pages: '5-9' }],
  }),
  usually({
    id: 'usual-journal-by-name-or-length',
    axis: 'sourceType',
    among: JOURNALS,
    to: ['scholarly-journal'],
    when: (r) =>
      inVolume(r) &&
      r.issns.length > 0 &&
      !MEETING.test(r.container) &&
      !TRADE.test(r.container) &&
      !isPopular(r) &&
      (pageCount(r.pages) >= 15 ||
        /\b(?:journal|annals|archives?|acta|transactions|quarterly|studies|review|letters in|revista|revue|rivista|zeitschrift|tidsskrift|tidskrift|tijdschrift)\b/i.test(
          r.container,
        ) ||
        /\bspecial issue\b/i.test(r.title)),
    explain: 'A volume with an ISSN under a scholarly name, or with fifteen pages for one item, is a scholarly journal’s.',
    hits: [
      { container: 'Rope Law Quarterly', volume: '3', issns: ['9991-2007'] },
      { container: 'Ropes', volume: '3', issns: ['9991-2007'], pages: '301-356' },
    ],
    misses: [{ container: 'Ropes', volume: '3', issns: ['9991-2007'], pages: '3-5' }],
  }),
  usually({
    id: 'usual-magazine-that-is-called-one',
    axis: 'sourceType',
    among: ['magazine', 'trade-journal'],
    to: ['magazine'],
    when: (r) => isCalledMagazine(r) && !TRADE.test(r.container),
    explain:
      'What the database itself calls a magazine, and names no trade, is one. The type of a file format is not enough: it is given to trade journals, too.',
    hits: [{ container: 'Ropes and Sheds', types: [{ vocabulary: 'own', term: 'Magazines' }] }],
    misses: [
      { container: 'Rope Trade', types: [{ vocabulary: 'own', term: 'Magazines' }] },
      { container: 'The Rope Fitter', types: [{ vocabulary: 'ris-type', term: 'MGZN' }] },
    ],
  }),
  usually({
    id: 'usual-papers-of-a-meeting',
    axis: 'sourceType',
    among: ['scholarly-journal', 'proceedings', 'book'],
    to: ['proceedings'],
    when: (r) => r.issns.length === 0 && MEETING.test(r.container),
    explain: 'Papers of a meeting are its proceedings.',
    hits: [{ container: 'Papers of the Second Meeting on Ropes' }],
    misses: [{ container: 'Papers on Ropes' }],
  }),
];

const pageOrIssue = (r: { pages: string; issue: string }): boolean => r.pages !== '' || r.issue !== '';
const isPopular = (r: BibRecord): boolean => r.types.some((t) => POPULAR_TERMS.has(t.term.toLowerCase())) || isCalledMagazine(r);
const isCalledMagazine = (r: BibRecord): boolean =>
  r.types.some((t) => t.vocabulary === 'own' && POPULAR_TERMS.has(t.term.toLowerCase())) ||
  Object.values(r.extra).some((values) => values.some((v) => /\bsource types?\s*[:=-]\s*(?:consumer |popular )?magazines?\b/i.test(v)));

/** More of what items usually are. */
export const MORE_USUAL_PUBLICATIONS: readonly UsualRule[] = [
  usually({
    id: 'usual-article-of-counted-people',
    axis: 'publicationType',
    among: ['research-article', 'case-report'],
    to: ['research-article'],
    has: /\b(?:[2-9]\d|\d{3,}|\d,\d{3})\b[^.]{0,30}\b(?:admissions|patients|cases|children|women|men|people|records|charts|operations|procedures|births)\b/i,
    lacks: /\bcase report\b|\bwe report (?:the|a|an) case\b/i,
    when: isPeriodical,
    explain: 'An article that counts twenty people or more is no report of a case.',
    hits: ['Of 642 admissions for burns 131 were due to soup.'],
    misses: ['We report a case of a burn, and 38 further patients.'],
  }),
  usually({
    id: 'usual-article-beside-talk',
    axis: 'publicationType',
    among: ['research-article', 'conference-paper', 'case-report'],
    to: ['research-article'],
    lacks: /\b(?:case report|proceedings|conference|symposium|workshop|congress)\b/i,
    needsAbstract: 80,
    when: (r) => !MEETING.test(r.container) && !r.types.some((t) => /conf|proceed|cpaper/i.test(t.term)),
    explain: 'What reports a study, and names no meeting, is an article.',
    hits: [
      {
        title: 'Ropes in two sheds',
        abstract: 'Forty ropes were hung in two sheds for a winter, and what they weighed was written down every week until the spring.',
      },
    ],
    misses: ['Forty ropes were hung in two sheds for a winter, as told at the workshop on ropes that was held in the spring of that year.'],
  }),
  usually({
    id: 'usual-whole-book',
    axis: 'publicationType',
    among: ['book', 'book-chapter', 'editorial', 'encyclopedia-entry'],
    to: ['book'],
    when: (r) => r.container === '' && r.pages === '' && r.volume === '',
    explain: 'What stands in nothing else is the whole book.',
    hits: [{ title: 'Essays for a rigger', publisher: 'Long Acre' }],
    misses: [{ title: 'Ropes', container: 'Essays for a rigger' }],
  }),
];

/** More of what designs usually are. */
export const MORE_USUAL_DESIGNS: readonly UsualRule[] = [
  usually({
    id: 'usual-no-study-in-a-book',
    axis: 'design',
    among: DESIGNS.map((d) => d.code),
    to: ['not-a-study'],
    publications: ['book', 'recording', 'other', 'standard', 'patent', 'news', 'feature', 'interview', 'biography', 'book-review'],
    lacks: NOT_A_STUDY_IN,
    explain: 'A whole book, a recording, a piece for readers: it reports no study unless it says so.',
    hits: [{ title: 'The signal box and the clock' }],
    misses: ['It follows 1,400 riggers, whom the author interviewed, with questionnaires.'],
  }),
  usually({
    id: 'usual-parallel-among-persons',
    axis: 'design',
    among: ['randomised-trial', 'crossover-randomised-trial'],
    to: ['randomised-trial'],
    lacks:
      /\b(?:cross-?over|crossed over|washout|random order|order of|sequence of|period effect|each (?:\w+ )?(?:received|wore|had|took|ate|drank|used) (?:both|all|two)|within[- ](?:person|subject|participant)|counterbalanced|balanced order|came first|same patients|own controls?|one with [^.]* and one)\b/i,
    needsAbstract: 60,
    explain: 'Persons allocated at random, with no word of an order, got one thing each.',
    hits: ['Riggers from four schools were randomised to gloves or bare hands, and burns were counted for a year.'],
    misses: ['Riggers were randomised; each wore both gloves, and the order of gloves was drawn from a hat by a clerk.'],
  }),
  usually({
    id: 'usual-reviews-not-pooled',
    axis: 'design',
    among: ['systematic-review', 'scoping-review', 'umbrella-review'],
    to: ['systematic-review'],
    has: /\bsystematic|\bsearched\b|\brisk of bias\b|\bappraised\b/i,
    lacks:
      /\b(?:scoping|umbrella|overview of reviews|of systematic reviews|reviews were included|mapped|mapping|charted|charting|to map)\b/i,
    needsAbstract: 60,
    explain: 'A review that searched and appraised, and neither maps a field nor reviews reviews, is a systematic review.',
    hits: ['Seven sources were searched for trials of gloves; risk of bias was judged and results were told in words.'],
    misses: ['Seven sources were searched to map what is known of gloves, and results were charted in tables by two readers.'],
  }),
  usually({
    id: 'usual-named-qualitative',
    axis: 'design',
    among: ['qualitative', 'mixed-methods'],
    to: ['qualitative'],
    has: /\b(?:qualitative|interview study|focus groups?|ethnograph\w*|phenomenolog\w*|grounded theory|narrative inquiry|lived experience)\b/i,
    lacks: /\b(?:mixed|survey|quantitative|trial|questionnaire|sequential)\b/i,
    titleOnly: true,
    explain: 'What its title calls qualitative, and nothing beside it, is.',
    hits: [{ title: 'Which patients first? A qualitative interview study', abstract: 'Cues counted more than scores.' }],
    misses: [{ title: 'Which patients first? A qualitative study and survey' }],
  }),
  usually({
    id: 'usual-survey-alone',
    axis: 'design',
    among: ['cross-sectional', 'mixed-methods'],
    to: ['cross-sectional'],
    lacks:
      /\b(?:interview\w*|focus groups?|qualitative|mixed|open[- ](?:ended )?(?:questions?|comments)|free[- ]text|themes?|matrix|joint display)\b/i,
    needsAbstract: 60,
    explain: 'A survey that hears nobody at length is cross-sectional.',
    hits: ['All 83 riggers of the dock filled in a sheet about sleep and tea, and the answers were held against each other.'],
    misses: ['All 83 riggers of the dock filled in a sheet about sleep and tea, and twelve were heard in interviews.'],
  }),
  usually({
    id: 'usual-baseline-once',
    axis: 'design',
    among: ['cohort-prospective', 'cohort-retrospective', 'cross-sectional', 'mixed-methods', 'diagnostic-accuracy'],
    to: ['cross-sectional'],
    has: /\bbaseline data\b|\bfactor (?:structure|analys[ie]s)\b|\bmeasurement invariance\b|\binternal consistency\b|\bscale development\b/i,
    lacks: /\b(?:follow(?:ed)?[- ]?up|followed|test-?retest|years later|months later|over time|sensitivity|specificity|interviews)\b/i,
    needsAbstract: 60,
    explain: 'Baseline data, or a scale tried on people once, are looked at across people.',
    hits: ['Factor analysis of forty-eight items given to 412 riggers showed three factors; consistency was good in each of them.'],
    misses: ['Baseline data of 611 riggers who were followed up for two years told who would still be climbing at the end of it.'],
  }),
  usually({
    id: 'usual-model-of-numbers',
    axis: 'design',
    among: ['prediction-model', 'economic-evaluation', 'modelling', 'laboratory'],
    to: ['modelling'],
    has: /\b(?:transmission|simulation|simulat\w+|agent-based|compartmental|mathematical|stochastic|dynamic) ?(?:models?|modell?ing)?\b/i,
    lacks:
      /\b(?:costs?|quality-adjusted|QALY|c-statistic|area under|classifier|risk score|specimens?|bench|wind tunnel|validation cohort|nomogram)\b/i,
    needsAbstract: 60,
    explain: 'A model that reckons neither costs nor the risk of single people is modelling.',
    hits: ['We fitted a transmission model to counts of ropes in five towns, and it predicted what a closure would change in them.'],
    misses: ['We fitted a simulation model to costs of ropes in five towns, and a risk score for each of the sheds in them.'],
  }),
  usually({
    id: 'usual-series-without-comparison',
    axis: 'design',
    among: ['case-series', 'cohort-retrospective', 'cohort-prospective', 'diagnostic-accuracy', 'cross-sectional'],
    to: ['case-series'],
    has: /\bconsecutive\b|\ball (?:patients|women|men|children) (?:listed|operated|treated|seen|referred)\b/i,
    lacks:
      /\b(?:compared|versus|controls?|hazard|odds ratio|risk ratio|relative risk|adjusted|regression|predict\w*|sensitivity|reference standard|cohort|prevalence)\b/i,
    needsAbstract: 60,
    explain: 'Patients told one after the other, and compared with nobody, are a series.',
    hits: ['We describe the first 41 consecutive patients in whom the knot was tied by hand; 36 of them could eat a year later.'],
    misses: ['We compared 41 consecutive patients in whom the knot was tied by hand with 40 in whom a machine had tied the knot.'],
  }),
];
