import { COHORTS, OBSERVATIONAL, TRIALS } from '@/core/vocabularies';
import { ABOUT, inMethods, inTitle, MENTION, study } from './cue-helpers';
import type { CueRule } from './cue-rule';

/** How people were chosen, compared and followed, forward or through records. */
export const FOLLOWING_CUES: readonly CueRule[] = [
  inMethods({
    id: 'methods-historical-control',
    pattern:
      /\bhistorical(?:ly)? (?:control|comparison|cohort)s?\b|\bcompared with (?:\w+ ){0,4}(?:admitted|treated|recruited) (?:before|in the previous|the year before)\b/i,
    sets: { design: ['non-randomised-trial', 'before-after', 'cohort-retrospective', 'case-series'] },
    attribute: 'historical-control',
    explain: 'The comparison is with an earlier group.',
    hits: ['Outcomes were compared with historical controls.'],
    misses: ['Controls were recruited at the same time.'],
  }),
  inMethods({
    id: 'methods-crossover-in-clusters',
    pattern: /\b(?:wards|clusters|sites|schools|units|depots)\b[^.]*\bcross(?:ed)?[- ]?over\b/i,
    sets: {},
    attribute: 'crossover-in-clusters',
    explain: 'Groups changed over between the conditions.',
    hits: ['Six wards crossed over after a month.'],
    misses: ['Volunteers crossed over after a week.'],
  }),
  inMethods({
    id: 'methods-inception-cohort',
    pattern:
      /\binception cohort\b|\b(?:newly diagnosed|first[- ]ever|new[- ]onset|at (?:first )?diagnosis)\b[^.]*\b(?:followed|enrolled|recruited|cohort)\b/i,
    sets: {},
    attribute: 'inception-cohort',
    explain: 'People were followed from the beginning of their condition.',
    hits: ['An inception cohort of 300 divers was followed.', 'Newly diagnosed adults were enrolled and followed.'],
    misses: ['Adults with long-standing asthma were followed.'],
  }),
  inMethods({
    id: 'methods-random-sample',
    pattern:
      /\b(?:random|probability|stratified(?: random)?|nationally representative|representative) (?:\w+ )?sample\b|\brandomly (?:selected|sampled|drawn|chosen)\b|\bcensus of\b/i,
    unless: /\bsearched\b/i,
    sets: {},
    attribute: 'random-sample',
    explain: 'The people asked were a random sample, or everybody.',
    hits: ['A random sample of 900 households was surveyed.'],
    misses: ['A convenience sample of 90 students took part.'],
  }),
  inMethods({
    id: 'methods-prospective',
    pattern:
      /\bprospectively\b|\b(?:were|was) (?:recruited|enrolled)\b[^.]*\bfollowed\b|\bwe (?:recruited|enrolled|followed)\b|\bassessed at baseline\b|\bbaseline (?:questionnaire|survey|interview|examination)\b|\bannual(?:ly)? (?:follow|examin|question)/i,
    unless: /\bretrospectiv|\brecords\b|\bregist(?:er|ry)\b/i,
    sets: {},
    excludes: { design: ['cohort-retrospective'] },
    explain: 'People were enrolled and then followed.',
    hits: ['We followed 812 drivers for six years.', 'Adults were enrolled in 2001 and followed to 2010.'],
    misses: ['Drivers were followed through the registry from 1990.'],
  }),
  inMethods({
    id: 'methods-retrospective',
    pattern:
      /\bretrospective(?:ly)?\b|\b(?:medical|hospital|health|personnel|insurance|claims|electronic health|clinical|case) records (?:of|from|were)\b|\bchart review\b|\b(?:linked|routinely collected|administrative|registry|register|claims) data\b|\bfrom (?:the |a )?(?:\w+ ){0,3}(?:registry|register|archives) (?:between|from|for)\b|\b(?:identified|traced|drawn|taken) (?:from|through|in) (?:\w+ ){0,4}(?:registers?|registry|registries|records|rolls|archives|files)\b|\brecords of (?:\d[\d,]*|all)\b|\blinked (?:to|with) (?:\w+ ){0,3}(?:death|hospital|registry|register|records|claims|certificates)\b/i,
    unless: new RegExp(`${MENTION.source}|\\bprospectiv`, 'i'),
    sets: {},
    excludes: { design: ['cohort-prospective'] },
    explain: 'The data had been recorded before the study began.',
    hits: ['Medical records of 400 welders were reviewed.', 'We retrospectively analysed admissions.'],
    misses: ['We followed welders for ten years.'],
  }),
  inMethods({
    id: 'methods-retrospective-cohort',
    pattern:
      /\bretrospective(?:ly)? (?:\w+ )?(?:cohort|analy[sz]ed|reviewed|study)\b|\bretrospective review\b|\bchart review\b|\breviewed (?:the )?(?:\w+ )?(?:charts|notes|files|case notes) of\b/i,
    unless: MENTION,
    sets: {
      publicationType: [...study, 'case-report'],
      design: [
        'cohort-retrospective',
        'case-series',
        'case-control',
        'cross-sectional',
        'prediction-model',
        'diagnostic-accuracy',
        'before-after',
      ],
    },
    explain: 'The methods look back through records.',
    hits: ['We retrospectively reviewed all burns of cooks.', 'We reviewed the charts of all cooks with burns.'],
    misses: ['We reviewed the literature on burns.'],
  }),
  {
    id: 'abstract-hazard-ratio',
    tier: 'weak',
    zones: ['abstract'],
    pattern: /\bhazard ratios?\b|\bstandardi[sz]ed (?:mortality|incidence) ratios?\b|\bperson-years\b/i,
    unless: /\bsearched\b/i,
    sets: {
      design: [...COHORTS, ...TRIALS, 'prediction-model', 'meta-analysis', 'systematic-review', 'case-series', 'before-after'],
    },
    explain: 'The measure is one of people followed over time.',
    hits: ['Leaving was rarer with age (hazard ratio 0.7).'],
    misses: ['The hazard of wet boards was known.'],
  },
  inMethods({
    id: 'methods-case-series',
    pattern:
      /\b(?:case series|series of (?:\w+ )?(?:\d+|two|three|four|five|six|seven|eight|nine|ten|twelve) (?:cases|patients))\b|\bwe (?:describe|report|present) (?:\d+|two|three|four|five|six|seven|eight|nine|ten|twelve) (?:cases|patients|people|adults|children|workers)\b/i,
    sets: { publicationType: ['case-report', 'research-article'], design: ['case-series'] },
    explain: 'Several cases are described.',
    hits: ['We describe six patients with lamp burns.'],
    misses: ['We surveyed 600 patients with burns.'],
  }),
  {
    id: 'abstract-one-case',
    tier: 'strong',
    zones: ['abstract'],
    pattern:
      /\b(?:we|I) (?:report|describe|present) (?:the |a |an )?(?:rare |unusual |first |new )?case\b|\bwe (?:report|describe|present) an? (?:\d+|\w+)[- ]year[- ]old\b|\ban? \d+[- ]year[- ]old (?:\w+ ){0,2}\w+\b[^.]*\b(?:presented|was admitted|developed|was referred|attended|came|collapsed|suffered|noticed|complained)\b/i,
    sets: { publicationType: ['case-report', 'letter', 'conference-abstract', 'review-article'], design: ['case-report', 'case-series'] },
    explain: 'The abstract describes one case.',
    hits: [
      'A 43-year-old man presented with sneezing.',
      'A 23-year-old oarswoman suffered pain at night.',
      'We report a case of lamp burn.',
    ],
    misses: ['In one case the lamp failed.', 'Cases were matched to controls.'],
  },
  inMethods({
    id: 'methods-observed-people',
    pattern:
      /\b(?:\d[\d,]*|\w+ty|\w+teen|hundred)\b (?:\w+ ){0,4}(?:participants|patients|adults|children|workers|nurses|students|pupils|volunteers|households|teachers|drivers|women|men|residents)\b[^.]*\b(?:were|was|took part|completed|participated|wore|performed|underwent)\b/i,
    unless: new RegExp(`${MENTION.source}|\\bwill be\\b|\\bstudies\\b|\\btrials\\b`, 'i'),
    sets: { publicationType: ['research-article', 'case-report', 'conference-paper', 'thesis', 'report', 'dataset', 'systematic-review'] },
    explain: 'People took part: it reports a study.',
    hits: ['Twenty volunteers wore each lens for a week.'],
    misses: ['Forty studies were included.'],
  }),
  inTitle({
    id: 'title-observational',
    pattern:
      /\b(?:observational|epidemiological|population-based|registry-based|nationwide|longitudinal|ecological|multicent(?:re|er)) (?:\w+ )?(?:study|analysis|survey)\b/i,
    unless: new RegExp(`${ABOUT.source}|\\brandomi[sz]ed\\b|\\btrial\\b|\\bqualitative\\b`, 'i'),
    sets: {
      publicationType: study,
      design: [...OBSERVATIONAL, 'interrupted-time-series', 'before-after', 'prediction-model', 'diagnostic-accuracy', 'modelling'],
    },
    explain: 'The title names a study that observes.',
    hits: ['Salt intake in ports: an observational study'],
    misses: ['Observational studies of salt: a systematic review'],
  }),
];
