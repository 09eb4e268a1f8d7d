import { inTitle, told } from './cue-helpers';
import type { CueRule } from './cue-rule';

/** Reviews, guidance, plans and letters that a text tells rather than names. */
export const TOLD_MATTER_CUES: readonly CueRule[] = [
  inTitle({
    id: 'title-scoping-exercise',
    pattern: /\b(?:scoping|evidence[- ]mapping) (?:exercise|study|survey of the literature)\b/i,
    sets: { publicationType: ['systematic-review', 'review-article'], design: ['scoping-review'] },
    explain: 'The title says that a field of studies is charted.',
    hits: ['Peat and birds: a scoping exercise'],
    misses: ['Scoping out the harbour'],
  }),
  told({
    id: 'told-charted',
    zones: ['abstract'],
    pattern:
      /\b(?:literature|papers|studies|evidence)\b[^.]*\bmapped\b|\bscoping review\b|\bcharted\b[^.]*\b(?:studies|papers|reports|by (?:country|year|method|design|species|outcome))\b|\b(?:studies|papers|reports)\b[^.]*\b(?:were|are) charted\b/i,
    unless: /\bdepths?\b|\bcoast\b|\bsoundings?\b/i,
    sets: { publicationType: ['systematic-review', 'review-article'], design: ['scoping-review'] },
    explain: 'Studies were charted, as scoping reviews do.',
    hits: ['We charted the 90 studies by country and method.', 'Literature of 20 years was mapped in the manner of a scoping review.'],
    misses: ['The coast was charted by method of soundings.'],
  }),
  {
    id: 'told-databases-searched',
    tier: 'strong',
    zones: ['abstract'],
    pattern:
      /\b(?:search(?:ed|es)?|searching) (?:of |through )?(?:\w+ ){0,2}(?:(?:electronic|bibliographic|literature) )?databases\b|\bdatabases were searched\b|\bsought in (?:\w+ )?databases\b/i,
    unless: /\bpatent\b|\bwill\b|\bgenom|\bsequence\b|\bimage databases?\b|\bpolice\b/i,
    sets: {
      publicationType: [
        'systematic-review',
        'review-article',
        'guideline',
        'evidence-summary',
        'thesis',
        'report',
        'conference-abstract',
        'letter',
        'comment',
      ],
    },
    explain: 'Databases of literature were searched: it reviews what others found.',
    hits: ['To see what is known, we searched six databases.', 'Trials were found by a search of five databases.'],
    misses: ['We will search six databases.', 'Police databases were updated.'],
  },
  {
    id: 'told-pooled',
    tier: 'strong',
    zones: ['title', 'abstract'],
    pattern:
      /\b(?:combined|pooled|pooling|combining) (?:the )?(?:effect sizes?|effects|results|estimates|odds ratios|risk ratios|correlations|findings|data) (?:of|from) (?:\w+ )?(?:experiments|trials|studies|samples|reports)\b|\bpooling (?:of )?\w+ (?:experiments|trials|studies)\b|\b(?:rates|results|effects|estimates|ratios) of \d+ (?:trials|studies|experiments|comparisons) were (?:combined|pooled)\b/i,
    unless: /\bindividual laborator|\bour two\b|\bboth (?:experiments|studies)\b/i,
    sets: { publicationType: ['systematic-review'], design: ['meta-analysis'] },
    explain: 'Results of several studies are combined into one figure.',
    hits: [
      'Fear of heights: pooling 19 experiments',
      'We combined effect sizes of 31 experiments.',
      'Relapse rates of 29 studies were combined.',
    ],
    misses: ['Data were pooled across wards.', 'We combined results of both experiments.'],
  },
  inTitle({
    id: 'title-advice-of-body',
    pattern:
      /\b(?:advice|recommendations?|statement|position) (?:of|from|by) (?:the|an?) (?:\w+ ){0,3}(?:\w+['’]s? )?(?:\w+ ){0,3}(?:working (?:party|group)|society|panel|committee|college|task force|expert group)\b/i,
    sets: { publicationType: ['guideline'], design: ['guideline'] },
    explain: 'A body gives advice.',
    hits: ['Managing stings at sea: advice of the society’s working party'],
    misses: ['Advice to young sailors'],
  }),
  told({
    id: 'told-agreed-statements',
    zones: ['abstract'],
    pattern:
      /\b(?:working (?:party|group)|panel|committee|task force|expert group|members)\b[^.]*\bagreed (?:on|upon)\b|\brecommendations were made by\b|\bagreed (?:on|upon) \w+ (?:statements|recommendations)\b|\b(?:statements|recommendations)\b[^.]*\b(?:graded|with (?:its|their) strength)\b/i,
    unless: /\bparliament\b|\bcourt\b|\btreaty\b|\bDelphi\b/i,
    sets: { publicationType: ['guideline', 'report'] },
    explain: 'A group agreed on statements for practice.',
    hits: ['The panel met twice and agreed on 30 statements.'],
    misses: ['Members of the court agreed on the sentence.'],
  }),
  inTitle({
    id: 'title-plan-of-study',
    pattern: /\b(?:plan|outline|rationale) (?:of|for) (?:a|an|the) (?:\w+ ){0,3}(?:trial|study|review|cohort|survey)\b|\bstudy plan\b/i,
    unless: /\blessons\b|\bbusiness\b/i,
    sets: { publicationType: ['protocol'], design: ['not-a-study'] },
    explain: 'The title names the plan of a study.',
    hits: ['Calls for sailors with asthma: plan of a trial'],
    misses: ['A plan for the harbour'],
  }),
  told({
    id: 'told-still-to-come',
    zones: ['abstract'],
    pattern:
      /\bwe (?:will|shall|plan to|intend to) (?:allot|allocate|randomi[sz]e|recruit|enrol|invite|follow|interview|measure|compare|visit)\b|\bthe (?:main|primary) outcome will be\b|\bthe first (?:patient|participant|school|site|ward|person) is expected\b|\brecruitment (?:will (?:begin|start)|is due to)\b/i,
    unless: /\bin (?:a|our) (?:next|later|future)\b/i,
    sets: { publicationType: ['protocol', 'registration'], design: ['not-a-study'] },
    explain: 'What is told of the study is still to come.',
    hits: ['We will allot 90 sailors at random.', 'The main outcome will be sleep at one year.'],
    misses: ['In our next paper we will compare harbours.'],
  }),
  told({
    id: 'told-writings-brought-together',
    zones: ['abstract', 'title'],
    pattern:
      /\b(?:papers|writings|literature|publications|what has been (?:written|published)|published work)\b[^.]*\b(?:brought together|drawn together|discussed under|taken in turn|looked over|gone through)\b|\bwhat (?:has been (?:written|published|learned)|we know|is known|do we know) (?:about|of|since|so far)\b/i,
    unless: /\bunknown\b|\blittle\b|\bmanuscripts?\b/i,
    sets: { publicationType: ['review-article', 'systematic-review'] },
    explain: 'What others have written is gone through.',
    hits: ['Papers on knots that sailors wrote are brought together and discussed under two heads.'],
    misses: ['Little of what is known about knots was written down.'],
  }),
  told({
    id: 'told-read-with-interest',
    zones: ['abstract'],
    pattern:
      /\b(?:I|we) (?:have )?read (?:with (?:\w+ )?interest )?(?:the |your )?(?:recent )?(?:paper|article|report|letter|study|editorial|with)\b/i,
    sets: { publicationType: ['letter'], design: ['expert-opinion', 'not-a-study'] },
    explain: 'It opens as a letter to the editor does.',
    hits: ['We read with great interest the paper on splints.', 'I read your paper on knots.'],
    misses: ['We read 40 papers on knots.'],
  }),
  inTitle({
    id: 'title-discussion-of-paper',
    pattern: /^(?:discussion of|closure to|rejoinder to|response to) ?[“"‘']/i,
    sets: { publicationType: ['comment', 'letter'], design: ['expert-opinion', 'not-a-study'] },
    explain: 'The title names a paper that is discussed.',
    hits: ['Discussion of “Scour around piles” by Nils and Bell'],
    misses: ['Discussion of scour around piles'],
  }),
  inTitle({
    id: 'title-need-to-know',
    pattern:
      /\bwhat (?:\w+ ){1,4}(?:needs?|ought|should|has|have) (?:to )?know\b|\ba (?:clinician|practitioner|teacher|nurse|user)[’']?s[’']? guide\b/i,
    unless: /\bsurvey\b|\bknowledge of\b|\bqualitative\b/i,
    sets: {
      publicationType: ['review-article', 'feature', 'guideline'],
      design: ['narrative-review', 'expert-opinion', 'not-a-study', 'guideline'],
    },
    explain: 'The title promises readers what they need to know.',
    hits: ['New drugs for gout: what the practitioner needs to know'],
    misses: ['What porters know about hand hygiene'],
  }),
  {
    id: 'abstract-opens-as-opinion',
    tier: 'strong',
    zones: ['abstract'],
    pattern: /^(?:opinion|viewpoint|perspective|commentary|point of view|personal view|from the editors?)\s*[.:]/i,
    sets: { publicationType: ['editorial', 'comment'], design: ['expert-opinion', 'not-a-study'] },
    explain: 'The abstract says first of all that it is an opinion.',
    hits: ['Opinion. League tables reward schools for whom they admit.'],
    misses: ['Opinion polls were read.'],
  },
  {
    id: 'abstract-this-guideline',
    tier: 'strong',
    zones: ['abstract'],
    pattern:
      /\bthis (?:clinical |practice |revised |updated |national )?guideline (?:of|by|from|gives|provides|makes|covers|updates|replaces|recommends)\b/i,
    sets: { publicationType: ['guideline'], design: ['guideline'] },
    explain: 'It speaks of itself as a guideline.',
    hits: ['This guideline of the society gives 22 recommendations.'],
    misses: ['Use of this guideline was poor in wards.'],
  },
];
