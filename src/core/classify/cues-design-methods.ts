import { COHORTS, RANDOMISED } from '@/core/vocabularies';
import { inMethods, MENTION, study } from './cue-helpers';
import type { CueRule } from './cue-rule';

/** Rules that say what an item is although its methods tell of an allocation at random: of animals, or in the trial it stands beside. */
const BESIDE_ALLOCATION = [
  'title-animal',
  'methods-animal',
  'heading-animal-models',
  'title-economic-evaluation',
  'title-secondary-analysis',
  'title-process-evaluation',
  'title-qualitative',
  'title-baseline-of-trial',
  'abstract-will-be',
] as const;

/** Designs of studies that the methods of an abstract name. */
export const DESIGN_METHODS_CUES: readonly CueRule[] = [
  inMethods({
    id: 'methods-randomised',
    yieldsTo: [...BESIDE_ALLOCATION, 'abstract-allocated-in-turn', 'title-registered-report'],
    pattern:
      /\b(?<!not |non-?)randomi[sz]ed (?:to|into|between|within|in a|by|\d)|\b(?:was|were|we|then|individually|centrally) (?<!not )randomi[sz]ed\b|\brandom(?:ly)? (?:allocat|assign)\w+|\brandomly divided\b|\b(?:in|the) random(?:i[sz]ed)? order\b|\brandomi[sz]ed (?:\w+[- ]){0,4}(?:trial|experiment)\b|\b(?:assigned|allocated|divided|ordered|drawn|given|received)\b[^.;]{0,60}\b(?:at random|by lot|by (?:computer-generated |opaque )?(?:random numbers|random number tables?|sealed envelopes?)|by (?:tossing|drawing|flipping))\b/i,
    unless: new RegExp(
      `${MENTION.source}|\\bnon[- ]?randomi|\\bquasi[- ]?randomi|\\bnot (?:\\w+ )?(?:randomi|assigned|allocated)|\\b(?:none|neither|no study|no trial|only one|one) (?:of them )?was (?:a )?(?:small )?randomi|\\balgorithms?\\b|\\bclassifiers?\\b|\\brandom forests?\\b|\\b(?:training|test|validation) (?:set|data|images)\\b|\\bplots\\b|\\bmeters?\\b|\\b(?:images|sentences|documents|posts|photographs|records|reviews|pages|tags)\\b[^.]{0,40}\\b(?:drawn|chosen|taken) at random|\\bdrawn at random from\\b`,
      'i',
    ),
    sets: { publicationType: study, design: RANDOMISED },
    explain: 'The methods say that people or groups were allocated at random.',
    hits: [
      'Sixty weavers were randomly allocated to splints or usual care.',
      'We randomised 12 wards to quiet hours.',
      'Workers were randomised by sealed envelope.',
    ],
    misses: [
      'We searched for randomised trials in four databases.',
      'A randomly selected sample of nurses was surveyed.',
      'Wards were not randomised to quiet hours.',
    ],
  }),
  inMethods({
    id: 'methods-cluster',
    yieldsTo: BESIDE_ALLOCATION,
    pattern:
      /\b(?:wards|units|sites|hospitals|clusters|plants|stations|depots|(?:care )?homes|schools|practices|factories|workplaces|villages)\b(?: (?:in|at|of|from|across) (?:\w+ ){0,3}\w+)? were (?:\w+ )?(?:randomi[sz]ed|randomly (?:allocated|assigned))|\bcluster[- ]randomi[sz]ed\b/i,
    unless: new RegExp(
      `${MENTION.source}|\\b(?:patients|people|adults|children|women|men|pupils|students|nurses|residents|participants|workers) (?:at|in|from|of|attending|across) (?:\\w+ ){0,3}(?:wards|units|sites|hospitals|homes|schools|practices|clinics|factories|villages)\\b`,
      'i',
    ),
    sets: { design: ['cluster-randomised-trial'] },
    explain: 'The methods say that groups, not persons, were randomised.',
    hits: ['Twelve depots were randomly allocated to new lamps or usual lighting.'],
    misses: [
      'Forty nurses were randomly allocated to new lamps.',
      'Patients at six hospitals were randomly assigned to walk early or late.',
      'The hospital porters were randomly allocated.',
      'Wards were chosen by the managers.',
    ],
  }),
  inMethods({
    id: 'methods-crossover',
    yieldsTo: BESIDE_ALLOCATION,
    pattern:
      /\b(?:in|to the|the) (?:a )?random(?:i[sz]ed)? (?:order|sequence)\b|\b(?:randomi[sz]ed|randomly) (?:\w+ ){0,3}(?:cross-?over|to the order)|\bcross-?over (?:\w+ ){0,3}random/i,
    sets: { design: ['crossover-randomised-trial'] },
    explain: 'The methods say that each person had every condition in random order.',
    hits: ['Nurses wore each lens for a week in random order.', 'In this randomised crossover trial, 20 bakers took part.'],
    misses: ['Nurses were randomised to one lens.', 'Orders were placed at random intervals.'],
  }),
  inMethods({
    id: 'methods-pseudo-randomised',
    pattern:
      /\balternat(?:ely|ing) (?:allocat|assign)\w+|\b(?:allocat|assign)\w+ (?:\w+ ){0,3}(?:alternately|by (?:date of birth|day of the week|order of arrival|odd))/i,
    sets: { publicationType: study, design: ['pseudo-randomised-trial'] },
    explain: 'The methods describe allocation by alternation, date or number.',
    hits: ['Patients were allocated alternately to earplugs or none.'],
    misses: ['Alternating shifts were worked by all participants.'],
  }),
  inMethods({
    id: 'methods-non-randomised',
    pattern:
      /\b(?:were|was) not (?:randomi[sz]ed|(?:assigned|allocated) at random)\b|\bwithout randomi[sz]ation\b|\bnon[- –]?randomi[sz]ed\b|\b(?:allocated|assigned) (?:to \w+ )?(?:by|according to) (?:their )?(?:preference|choice|roster|ward|site)\b|\bquasi[- ]experimental\b/i,
    sets: { publicationType: study, design: ['non-randomised-trial', 'before-after', 'interrupted-time-series'] },
    explain: 'The methods say that allocation was not random.',
    hits: [
      'Crews were allocated according to preference.',
      'Classes were not assigned at random.',
      'In this non-randomised study two mills were compared.',
    ],
    misses: ['Crews were randomised by computer.'],
  }),
  inMethods({
    id: 'methods-before-after',
    yieldsTo: [
      'title-cluster-randomised',
      'title-randomised',
      'title-crossover',
      'methods-randomised',
      'methods-cluster',
      'title-cohort',
      'title-interrupted-time-series',
    ],
    pattern:
      /\b(?:measured|assessed|compared|surveyed|recorded|rated|tested|interviewed|scored|counted)\b[^.]*\bbefore and (?:\w+ ){0,4}after\b|\bsingle[- ]arm\b|\bno (?:control|comparison) group\b/i,
    unless: new RegExp(`${MENTION.source}|\\brandom|\\bcontrol (?:group|ward|site)\\b(?<!no control group)`, 'i'),
    sets: { publicationType: study, design: ['before-after', 'interrupted-time-series', 'non-randomised-trial'] },
    explain: 'The methods compare the same people before and after.',
    hits: ['Alertness was measured before and four weeks after the new lamps.'],
    misses: ['Alertness was measured before and after in each randomly allocated group.'],
  }),
  inMethods({
    id: 'methods-cohort',
    pattern:
      /\b(?:was|were|we) followed (?:up )?(?:for|until|from|over|through)\b|\bfollowed (?:\w+ ){1,5}for (?:\w+ )?(?:months|years)\b|\b(?:in (?:a|this)|a|an) (?:\w+ ){0,3}cohort (?:of|study)\b/i,
    unless: new RegExp(
      `${MENTION.source}|\\brandomi[sz]|\\brandomly\\b|\\binterview|\\btalked\\b|\\bthrough their (?:lessons|days|work|rounds)\\b|\\bgenerations?\\b|\\bmice\\b|\\brats\\b|\\bdevelopment cohort|\\bvalidation cohort|\\bcross-?over|\\bcosts?\\b`,
      'i',
    ),
    sets: {
      publicationType: study,
      design: [
        ...COHORTS,
        'case-series',
        'before-after',
        'non-randomised-trial',
        'interrupted-time-series',
        'prediction-model',
        'diagnostic-accuracy',
        'mixed-methods',
      ],
    },
    explain: 'The methods follow people over time.',
    hits: ['We followed 812 drivers for six years.', 'Nurses were followed for two years.'],
    misses: ['Randomised groups were followed for a year.', 'The guidance was followed by all sites.'],
  }),
  inMethods({
    id: 'methods-comparison-group',
    pattern:
      /\b(?:control|comparison|reference|unexposed|day[- ]work(?:er|ing)s?) (?:group|ward|site|cohort|workers|crews?|colleagues)\b|\bexposed and unexposed\b/i,
    unless: /\bno (?:control|comparison|reference) group\b|\bsearched\b/i,
    sets: {},
    attribute: 'concurrent-control',
    explain: 'The methods compare with a group observed at the same time.',
    hits: ['Night workers and an unexposed group were followed.'],
    misses: ['There was no comparison group.', 'Groups of six met weekly.'],
  }),
  inMethods({
    id: 'methods-case-control',
    pattern: /\bcases\b[^.]*\b(?:matched|compared)\b[^.]*\bcontrols?\b|\bcontrols? (?:were )?matched (?:to|with) (?:the )?cases\b/i,
    sets: { publicationType: study, design: ['case-control'] },
    explain: 'The methods compare cases with matched controls.',
    hits: ['We compared 210 cases with 420 matched controls.', 'Cases were matched to two controls each.'],
    misses: ['In most cases controls were set to low.'],
  }),
  inMethods({
    id: 'methods-cross-sectional',
    yieldsTo: ['methods-cohort', 'title-cohort', 'title-randomised', 'methods-randomised', 'title-before-after', 'methods-prospective'],
    pattern:
      /\bcross[- ]sectional (?:study|survey|design|analysis|data)\b|\bcompleted (?:an? |one )?(?:\w+ ){0,3}(?:questionnaire|survey)\b(?! (?:before|at baseline and))|\b(?:online|postal|single) survey\b/i,
    unless: new RegExp(
      `${MENTION.source}|\\brandomi[sz]ed\\b|\\brandomly a|\\bfollowed\\b|\\bbefore and\\b|\\bbaseline\\b|\\bweekly\\b|\\beach\\b`,
      'i',
    ),
    sets: { publicationType: study, design: ['cross-sectional', 'mixed-methods', 'qualitative'] },
    explain: 'The methods measure at one point in time.',
    hits: ['In a cross-sectional survey, 402 couriers reported their sleep.'],
    misses: ['Randomised nurses completed a questionnaire at baseline and week 4.'],
  }),
  inMethods({
    id: 'methods-qualitative',
    pattern:
      /\bsemi-?structured interviews?\b|\bfocus groups?\b|\bthematic(?:ally)? analys\w+|\bgrounded theory\b|\bparticipant observation\b/i,
    sets: { publicationType: study, design: ['qualitative', 'mixed-methods'] },
    explain: 'The methods name qualitative data or analysis.',
    hits: ['Semi-structured interviews were held with 22 drivers.'],
    misses: ['We searched for focus groups in five databases.', 'Job interviews were recorded.'],
  }),
  inMethods({
    id: 'methods-animal',
    pattern:
      /\b(?:mice|rats|hamsters|zebrafish|guinea pigs|rabbits|piglets|lambs|calves|broilers|hens|trout|tadpoles)\b[^.]*\b(?:were|was)\b/i,
    sets: { publicationType: study, design: ['animal', 'laboratory'] },
    explain: 'The methods were carried out on animals.',
    hits: ['Forty mice were housed under dim light.'],
    misses: ['Mouse clicks were logged by software.'],
  }),
];
