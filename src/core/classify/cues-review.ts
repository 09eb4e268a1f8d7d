import { REVIEW_DESIGNS } from '@/core/vocabularies';
import { inTitle, reviewed } from './cue-helpers';
import type { CueRule } from './cue-rule';

/** Reviews, read from titles and methods, and weaker signs of what an item is. */
export const REVIEW_CUES: readonly CueRule[] = [
  inTitle({
    id: 'title-systematic-review',
    pattern:
      /\bsystematic(?:ally conducted)? (?:literature |evidence |mixed[- ]methods |integrative |rapid )?reviews?\b|\brapid (?:evidence )?review\b/i,
    unless: /\b(?:umbrella|overview|scoping)\b|\bsystematic reviews (?!and meta)\b|\bhow to\b|\bquality of\b|\breporting\b/i,
    sets: { publicationType: reviewed, design: ['systematic-review', 'meta-analysis'] },
    explain: 'The title names a systematic review.',
    hits: ['Insoles for standing work: a systematic review', 'Naps at sea: systematic review and meta-analysis'],
    misses: [
      'Systematic reviews in nursing: reporting and quality',
      'A scoping review and not a systematic review of naps',
      'A review of systematic theology',
    ],
  }),
  inTitle({
    id: 'title-meta-analysis',
    pattern: /\bmeta-?analys[ie]s\b/i,
    unless: /\bmeta-analyses (?:in|of the)\b|\bhow to\b|\breporting\b|\bumbrella\b|\boverview of\b|\bwithout (?:a )?meta/i,
    sets: { publicationType: reviewed, design: ['meta-analysis'] },
    explain: 'The title names a meta-analysis.',
    hits: ['Naps and errors: a meta-analysis'],
    misses: ['Reporting of meta-analysis in three journals', 'Naps: a systematic review without meta-analysis'],
  }),
  inTitle({
    id: 'title-review-of-randomised',
    pattern:
      /\b(?:review|meta-?analys[ie]s)\b[^.;]*\bof (?:\w+ )?(?:randomi[sz]ed|RCTs)\b|\bof randomi[sz]ed (?:controlled |clinical )?trials\b/i,
    unless: /\bnon-?randomi[sz]ed\b|\band observational\b|\breporting\b/i,
    sets: {},
    attribute: 'includes-randomised-only',
    explain: 'The title says that only randomised trials were included.',
    hits: ['Hearing aids: systematic review of randomised trials'],
    misses: ['Systematic review of randomised and observational studies', 'A review of randomised and non-randomised trials'],
  }),
  inTitle({
    id: 'title-scoping-review',
    pattern: /\bscoping (?:literature )?review\b|\bevidence map\b|\bmapping review\b/i,
    sets: { publicationType: ['systematic-review', 'review-article'], design: ['scoping-review'] },
    explain: 'The title names a scoping review.',
    hits: ['Lighting in care homes: a scoping review'],
    misses: ['Scoping the market for lamps'],
  }),
  inTitle({
    id: 'title-umbrella-review',
    pattern: /\bumbrella review\b|\boverview of (?:systematic )?reviews\b/i,
    sets: { publicationType: ['systematic-review', 'review-article'], design: ['umbrella-review'] },
    explain: 'The title names a review of reviews.',
    hits: ['Sleep hygiene: an umbrella review'],
    misses: ['Umbrella use in rain'],
  }),
  inTitle({
    id: 'title-narrative-review',
    pattern:
      /\b(?:narrative|literature|critical|state[- ]of[- ]the[- ]art|mini|clinical|brief|theoretical)[- –]?review\b|[:–—]\s*(?:an? )?(?:short |brief |updated )?(?:review|overview)\b(?! of (?:systematic )?reviews)|^(?:a |an )?(?:review|overview) of\b/i,
    unless:
      /\bsystematic\b|\bscoping\b|\bmeta-?analys|\bumbrella\b|\bpeer review\b|\bchart review\b|\breview of (?:the )?book\b|\bprotocol\b|\bintegrative\b|\brapid\b/i,
    sets: { publicationType: ['review-article'], design: ['narrative-review'] },
    explain: 'The title names a review without a systematic method.',
    hits: ['Light and mood: a narrative review', 'Overtime and the heart: an overview', 'A review of lamp standards'],
    misses: ['Light and mood: a systematic literature review', 'Peer review of lamps: a brief review of peer review'],
  }),
  inTitle({
    id: 'title-guideline',
    pattern:
      /\b(?:clinical |practice |consensus )+guidelines?\b|\bguidelines? for (?:the )?(?:management|treatment|diagnosis|prevention|use|care)\b|\bconsensus statement\b|\bposition (?:statement|paper)\b|\brecommendations of the\b/i,
    unless: /\b(?:adherence|compliance|implement\w+|barriers|uptake|knowledge|evaluation|quality|according|awareness)\b/i,
    sets: { publicationType: ['guideline', 'report'], design: ['guideline'] },
    explain: 'The title names a guideline or a consensus statement.',
    hits: ['Clinical practice guideline for insomnia in drivers'],
    misses: ['Adherence to clinical guidelines in two hospitals'],
  }),
  {
    id: 'methods-searched',
    tier: 'strong',
    zones: ['methods'],
    pattern:
      /\b(?:we|authors) (?:systematically )?searched\b|\b(?:databases|registers|sources)\b[^.]*\bwere (?:systematically )?searched\b|\btwo (?:reviewers|authors|people)\b[^.]*\b(?:screened|selected|extracted)\b|\bstudies were (?:eligible|included|selected) if\b/i,
    unless: /\bneighbou?rhood|\bpolice\b/i,
    sets: { publicationType: [...reviewed, 'review-article', 'guideline'], design: [...REVIEW_DESIGNS, 'guideline'] },
    explain: 'The methods search for studies and select them.',
    hits: ['We searched four databases to March 2022.', 'Two reviewers screened all titles.'],
    misses: ['We randomised 40 nurses.', 'Participants searched for targets on a screen.'],
  },
  {
    id: 'methods-pooled',
    tier: 'strong',
    zones: ['methods'],
    pattern:
      /\brandom[- ]effects (?:model|meta)|\b(?:results|effects|estimates|trials|studies|data) were (?:\w+ )?pooled\b|\bpooled (?:\w+ ){0,3}(?:using|with|in) (?:a |an )?(?:random|fixed|inverse)/i,
    unless: /\brandom[- ]effects (?:logistic|regression|mixed)|\bnot (?:\w+ )?pooled\b|\bblood\b|\bsamples?\b/i,
    sets: { design: ['meta-analysis'] },
    explain: 'The methods pool results of several studies.',
    hits: ['Effects were pooled with a random-effects model.'],
    misses: ['Blood samples were pooled.', 'Results were not pooled.'],
  },
  {
    id: 'methods-review-of-randomised',
    tier: 'strong',
    zones: ['methods'],
    pattern:
      /\b(?:included|eligible|selected)\b[^.]*\b(?:only )?randomi[sz]ed (?:controlled |clinical |crossover )?trials\b|\brandomi[sz]ed (?:controlled |clinical )?trials (?:were|that|of)[^.]*\b(?:eligible|included|selected)\b|\bsearched for randomi[sz]ed (?:controlled )?trials\b/i,
    unless: /\b(?:non-?randomi[sz]ed|observational|cohorts?|quasi-\w+|before-after|and other)\b/i,
    sets: {},
    attribute: 'includes-randomised-only',
    explain: 'The methods say that only randomised trials were eligible.',
    hits: ['We included randomised trials in adults.', 'We searched for randomised trials in four registers.'],
    misses: ['We included randomised trials and cohorts.', 'We randomised 40 nurses.'],
  },
  {
    id: 'abstract-this-review',
    tier: 'weak',
    zones: ['abstract'],
    pattern:
      /\bthis (?:narrative |brief |short )?(?:review|overview) (?:summari[sz]es|discusses|describes|considers|outlines|covers|examines|looks)\b|\bwe (?:review|summari[sz]e) (?:here )?(?:the |what |current |recent )|\bthis (?:article|paper|chapter) (?:reviews|summari[sz]es)\b/i,
    unless: /\bsystematic/i,
    sets: {
      publicationType: ['review-article', 'book-chapter', 'systematic-review', 'guideline', 'report', 'feature'],
      design: ['narrative-review', ...REVIEW_DESIGNS, 'guideline', 'expert-opinion'],
    },
    explain: 'The abstract says that it summarises other work.',
    hits: ['This review summarises what is known about lamps.'],
    misses: ['This trial compares lamps.', 'This systematic review discusses lamps.'],
  },
  {
    id: 'abstract-argues',
    tier: 'weak',
    zones: ['abstract'],
    pattern:
      /\b(?:we|I) (?:argue|contend|propose) that\b|\bin (?:my|our) (?:view|opinion)\b|\bthis (?:essay|viewpoint|perspective|opinion piece)\b/i,
    sets: {
      publicationType: ['editorial', 'comment', 'letter', 'feature', 'review-article', 'book-chapter', 'other'],
      design: ['expert-opinion', 'narrative-review', 'not-a-study'],
    },
    explain: 'The abstract argues for a view.',
    hits: ['We argue that rosters are a safety matter.'],
    misses: ['Participants argued that rosters matter.'],
  },
  {
    id: 'abstract-reports-data',
    tier: 'weak',
    zones: ['abstract'],
    pattern: /\b95 ?% (?:CI|confidence)|\bp ?[<=] ?0?\.\d|\b(?:odds|hazard|risk|rate) ratio\b|\bmean difference\b|\(n ?= ?\d+\)/i,
    sets: { publicationType: ['research-article', 'systematic-review', 'dataset', 'evidence-summary'] },
    explain: 'The abstract gives statistics of its own.',
    hits: ['Sleep was longer by 20 minutes (95% CI 4 to 36).'],
    misses: ['Sleep was longer in nearly all.'],
  },
];
