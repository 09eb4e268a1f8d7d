import { RANDOMISED } from '@/core/vocabularies';
import { ABOUT, inTitle, MENTION, study, toldDesign } from './cue-helpers';
import type { CueRule } from './cue-rule';

const GROUPS =
  '(?:wards?|hospitals?|clinics?|(?:care |nursing )?homes?|schools?|class(?:es|rooms?)?|practices?|villages?|communit(?:y|ies)|households?|districts?|parishes|depots?|shops?|stores?|offices?|plants?|units?|teams?|sites?|courts?|branches|libraries|farms?|streets?|blocks?|regions?|centres?|centers?|areas?)';
const PERSONS =
  '(?:patients?|people|persons?|women|men|adults|children|infants|workers|nurses|students|pupils|volunteers|participants|residents|drivers|players|couples|carers|teachers|adolescents|boys|girls|mothers|parents|employees|users|applicants|customers|subjects)';
const CHANCE =
  '(?:at random|random(?:ly|i[sz]ed)?|by lot(?:tery)?|lots|lottery|(?:the )?toss(?: of a coin)?|coin|dice|die|draw|sealed envelopes?|by chance)';

/** Who got what, and how that came about, in other words than "randomised". */
export const ALLOCATION_CUES: readonly CueRule[] = [
  {
    id: 'abstract-allocated-in-turn',
    tier: 'strong',
    zones: ['abstract'],
    pattern: new RegExp(
      [
        `\\b(?:odd|even)(?:[- ]numbered)?\\b[^.]*\\b(?:numbers?|dates?|days?|months?|weeks?|years?|digits?|birthdays?)\\b[^.]*\\b(?:received|got|had|were|was|took|used|given|went)\\b`,
        `\\b(?:allocat|assign|allott)\\w+\\b[^.]{0,60}\\b(?:alternat\\w+|(?:by|on|according to) (?:the |their )?(?:date|day|month|week|year) of (?:birth|admission|the week|arrival|attendance|the month)|odd|even numbers?|(?:last|final) digit|order of (?:arrival|admission|enrolment|attendance|registration)|in turn\\b)`,
        `\\balternate (?:patients?|admissions?|${PERSONS}|births?|weeks?|months?|days?|callers|attend\\w+|calls?|arrivals)\\b[^.]*\\b(?:received|got|had|were|was|took|used|given|offered)\\b`,
        '\\bevery (?:second|other) (?:patient|person|woman|man|child|caller|visitor|customer|pupil|admission|birth|day|week|participant)\\b[^.]*\\b(?:received|got|had|was|took|used|given|offered)\\b',
        '\\b(?:mon|tues|wednes|thurs|fri|satur|sun)days?\\b[^.]*\\b(?:received|got|had|were given|was given|were offered|used|took)\\b[^.]*\\b(?:other|remaining|alternate) days?\\b',
        '\\bby (?:the )?(?:day|date|month|week|year) of (?:birth|admission|attendance|arrival)\\b',
      ].join('|'),
      'i',
    ),
    unless: new RegExp(`${MENTION.source}|\\bselected\\b|\\bsampled?\\b|\\bsurveyed\\b|\\binterviewed\\b|\\bmatched\\b`, 'i'),
    sets: { publicationType: study, design: ['pseudo-randomised-trial'] },
    explain: 'Turns, days or numbers decided who got what: that only resembles chance, whatever it is called.',
    hits: [
      'Those with an odd record number had the new splint and those with an even number the old.',
      'Children seen on Mondays and Fridays were given syrup; those seen on other days were not.',
      'Alternate patients received a warm blanket.',
      'Riders were allocated by day of the week to gloves or none.',
      'Every second caller was offered a message.',
    ],
    misses: [
      'Shifts alternated every week.',
      'Every second house was sampled and the residents were given a form.',
      'On Mondays the ward was busy.',
    ],
  },
  inTitle({
    id: 'title-level-randomised',
    pattern: new RegExp(
      `\\b${GROUPS}[- –](?:level[- ])?randomi[sz]ed\\b|(?<!parallel[- –])\\b(?:group|area|place)[- –](?:level[- ])?randomi[sz]ed\\b`,
      'i',
    ),
    unless: ABOUT,
    sets: { publicationType: study, design: ['cluster-randomised-trial'] },
    explain: 'The title says that groups were randomised.',
    hits: ['Paying weavers to rest: a village-randomised trial', 'Bells and naps: a school-level randomized experiment'],
    misses: ['A randomised trial in villages', 'A centre for randomised trials', 'Gloves: a parallel-group randomised trial'],
  }),
  {
    id: 'abstract-groups-by-chance',
    tier: 'strong',
    zones: ['abstract'],
    pattern: new RegExp(
      [
        `\\b${CHANCE}\\b[^.]{0,40}\\b(?:assigned|allocated|allotted|chose|selected|sent|put|gave)\\b[^.]{0,20}\\b(?:half|some|\\d+|one third|a third|\\w+) of the (?:\\w+ )?${GROUPS}\\b`,
        `\\brandom(?:ly|i[sz]ed)\\b[^.]{0,40}[, ]\\(?by (?:whole )?${GROUPS}\\b`,
        `\\b(?:(?:assigned|allocated|allotted|randomi[sz]ed) at the(?: level of(?: the)?)?|(?:randomi[sz]ed|allocation|randomi[sz]ation) (?:was )?(?:by|at the level of(?: the)?|at the)) (?:whole )?${GROUPS}(?: level)?\\b`,
        `\\b(?:half|\\d+|\\w+) of the (?:\\w+ )?${GROUPS}\\b[^.]{0,40}\\b(?:were |was )?(?:assigned|allocated|allotted|drawn|chosen|picked|selected)\\b[^.]{0,30}\\b${CHANCE}\\b`,
        `\\bunit of (?:randomi[sz]ation|allocation) was (?:the |a )?(?:\\w+ )?${GROUPS}\\b`,
        `\\b${GROUPS}\\b[^.]{0,60}\\b(?:crossed|moved|switched|changed)(?: over)? from\\b[^.]*\\bto\\b[^.]*\\bin (?:a )?random\\w* order\\b`,
      ].join('|'),
      'i',
    ),
    unless: new RegExp(
      `${MENTION.source}|\\bstratified by\\b|\\b(?:random forests?|classifiers?|algorithms?|training (?:set|data)|test set|predictive control(?:lers?)?|planners?|neural)\\b|\\bsplit\\b|\\bsample of\\b|\\bnot (?:\\w+ )?(?:assigned|allocated|random)`,
      'i',
    ),
    sets: { publicationType: study, design: ['cluster-randomised-trial'] },
    explain: 'Chance decided for whole groups.',
    hits: [
      'A public lottery assigned half of the schools to begin at nine.',
      'We randomly assigned, by village, the offer of a lamp.',
      'Allocation was by ward.',
      'Fifteen wards crossed from usual care to the huddle in random order.',
    ],
    misses: [
      'Patients were randomly assigned, stratified by hospital, to gum or none.',
      'Half of the schools had a garden.',
      'The 131 riggers were allocated by site.',
      'A lottery assigned half of the patients to gum.',
    ],
  },
  {
    id: 'abstract-persons-randomised',
    tier: 'strong',
    zones: ['methods'],
    pattern: new RegExp(
      `\\b(?:we |were |was )?(?:randomly (?:assigned|allocated)|randomi[sz]ed) (?:the )?(?:[\\d,]+ )?(?:\\w+ ){0,3}${PERSONS}\\b(?! (?:at|in|of|from) random)`,
      'i',
    ),
    unless: new RegExp(`${MENTION.source}|\\bby (?:whole )?${GROUPS}\\b|\\border\\b|\\bsequence\\b|\\bcross-?over\\b|\\bcluster`, 'i'),
    sets: {},
    excludes: { design: ['cluster-randomised-trial'] },
    explain: 'Persons, not groups, were allocated at random.',
    hits: ['At nine clinics we randomly assigned women to gum or none.', 'We randomised 40 older adults to gloves.'],
    misses: ['We randomly assigned villages to lamps.', 'We randomly assigned, by ward, the patients to gum.'],
  },
  toldDesign({
    id: 'told-by-list-or-ratio',
    pattern:
      /\b(?:allocated|assigned|allotted|divided|sent|put)\b[^.]{0,80}(?:\b1 ?: ?1\b|\bcomputer[- ]generated\b|\bby (?:an? )?(?:\w+ )?(?:computer|web|telephone|internet|online)(?:[- ]based)?\b|\b(?:table of random|random[- ]numbers?|random sequence)\b|\bminimi[sz]ation\b|\bopaque envelopes?\b)|\bconcealed (?:in|by) [^.]{0,20}envelopes?\b/i,
    unless: new RegExp(`${MENTION.source}|\\bnot (?:\\w+ )?(?:assigned|allocated)|\\border\\b`, 'i'),
    sets: { publicationType: study, design: RANDOMISED },
    explain: 'A list, a ratio or a service that nobody could foresee decided who got what.',
    hits: [
      'Riders were allocated in a 1:1 ratio by a web-based service to gloves or none.',
      'Nurses were assigned with a random number table to two rosters.',
      'Bakers were allocated by computer-generated sequence to masks or none.',
    ],
    misses: ['Masks were assigned to bakers by the manager.', 'Dilution was 1:1 in water.'],
  }),
  toldDesign({
    id: 'told-analysed-as-allocated',
    pattern:
      /\banaly[sz]\w+ (?:was |were )?(?:done |made )?(?:by|according to|in) (?:the )?(?:allocated|randomi[sz]ed|original) (?:groups?|allocations?|arms?|assignments?)\b|\banaly[sz]ed as (?:allocated|randomi[sz]ed)\b/i,
    sets: { publicationType: study, design: RANDOMISED },
    explain: 'Groups that were made by chance earlier were compared as they had been made.',
    hits: ['Analysis was by allocated group.', 'Survivors were analysed as randomised.'],
    misses: ['Analysis was by age group.'],
  }),
  {
    id: 'abstract-order-by-chance',
    tier: 'strong',
    zones: ['abstract'],
    pattern: new RegExp(
      [
        `\\border\\b[^.]{0,60}\\b(?:was|were|being|is)?\\s?(?:\\w+ )?(?:decided|determined|drawn|chosen|set|given|made|fixed)\\b[^.]{0,30}\\b(?:${CHANCE}|random sequence)\\b`,
        `\\b(?:which|what)\\b[^.]{0,40}\\b(?:came|was|went|wore|used) first\\b[^.]{0,60}\\b${CHANCE}\\b`,
        '\\bthere was no (?:period|carry-?over|order) effect\\b',
        `\\beach (?:\\w+ )?(?:had|did|took|wore|ate|drank|used|tried|received|saw|heard|walked|worked)\\b[^.]{0,60}\\b(?:both|all (?:two|three|four|five|six))\\b[^.]{0,60}\\b${CHANCE}\\b`,
      ].join('|'),
      'i',
    ),
    unless: new RegExp(
      `${MENTION.source}|\\bchoice sets?\\b|\\bquestions\\b|\\bitems\\b|\\bvignettes?\\b|\\bimages\\b|\\bslides\\b|\\bmeters?\\b|\\bwards\\b|\\bsites\\b|\\bclusters?\\b|\\bschools\\b|\\bn-of-1\\b`,
      'i',
    ),
    sets: { publicationType: study, design: ['crossover-randomised-trial', 'n-of-1'] },
    explain: 'Each person had every condition, and chance decided in which order.',
    hits: [
      'The order was determined by a random sequence in sealed envelopes.',
      'Which glove came first was decided by the toss of a coin.',
      'There was no period effect.',
    ],
    misses: ['Orders were placed by the manager.', 'The order of questions was decided by chance.'],
  },
  inTitle({
    id: 'title-n-of-one',
    pattern: /\bn[- –]of[- –](?:1|one)\b/i,
    unless: /\breviews?\b|\bguid(?:e|ance)\b|\bhow to\b|\bmethods? (?:for|of)\b|^re:|\bcomment/i,
    sets: { publicationType: study, design: ['n-of-1'] },
    explain: 'The title names trials in single persons.',
    hits: ['Gum for sleepy weavers: a series of n-of-1 trials', 'Aggregated N-of-1 trials of zinc'],
    misses: ['N-of-1 trials in weaving: a review', 'One trial of zinc'],
  }),
  {
    id: 'abstract-not-by-chance-group',
    tier: 'strong',
    zones: ['abstract'],
    pattern: /\b(?:without|no) (?:a |any )?(?:comparison|control) group\b|\b(?:one|single)[- ]group,? (?:pre-?test|before)/i,
    unless: new RegExp(`${MENTION.source}|\\bstudies\\b|\\btrials\\b|\\brandomi[sz]ed\\b`, 'i'),
    sets: {},
    excludes: { design: ['non-randomised-trial', ...RANDOMISED, 'pseudo-randomised-trial', 'case-control'] },
    explain: 'There was one group only.',
    hits: ['Without a comparison group we cannot be sure.', 'A one-group pretest-posttest design was used.'],
    misses: ['Many studies had no control group.'],
  },
  toldDesign({
    id: 'told-one-group-twice',
    pattern:
      /\b(?:one|single)[- ]group,? (?:pre-?test|before)[^.]*\b(?:post-?test|after)|\bpre-?test[- –/]+post-?test design\b|\bcompared with themselves\b/i,
    unless: /\bcontrol group\b(?<!without a control group)|\brandom/i,
    sets: { publicationType: study, design: ['before-after'] },
    explain: 'One group was measured before and after.',
    hits: ['A one-group pretest-posttest design was used.'],
    misses: ['A pretest-posttest design with a control group was used.'],
  }),
];
