import { REVIEW_DESIGNS } from '@/core/vocabularies';
import type { CueRule } from './cue-rule';

const inAbstract = (rule: Omit<CueRule, 'tier' | 'zones'>): CueRule => ({ tier: 'weak', zones: ['abstract'], ...rule });
/** What a paper of any field can be that reports work of its own. */
const OWN_WORK = [
  'research-article',
  'conference-paper',
  'conference-abstract',
  'thesis',
  'report',
  'dataset',
  'book',
  'book-chapter',
] as const;
const NOT_POOLED = ['meta-analysis', ...REVIEW_DESIGNS, 'guideline', 'narrative-review', 'case-report', 'case-series'] as const;

/** Signs of research in fields that have no names for designs, and weaker signs of what an item is. */
export const RESEARCH_CUES: readonly CueRule[] = [
  inAbstract({
    id: 'abstract-proposes',
    pattern:
      /\b(?:we|this (?:paper|article|work)) (?:propos|introduc|present|develop|describ)\w* (?:a|an|the|two|three|our) (?:\w+[- ]){0,4}(?:method|algorithm|approach|framework|architecture|system|technique|model|protocol|scheme|tool|dataset|prototype|controller|formulation|language|library)\b/i,
    unless: /\bstudy protocol\b|\btheoretical framework\b|\bconceptual framework\b|\bcare model\b/i,
    sets: { publicationType: OWN_WORK },
    excludes: { design: NOT_POOLED },
    explain: 'The abstract proposes a method or system of its own.',
    hits: ['We propose a novel scheduling algorithm for rosters.', 'This paper presents a new control scheme.'],
    misses: ['We review scheduling algorithms.'],
  }),
  inAbstract({
    id: 'abstract-outperforms',
    pattern:
      /\b(?:outperform\w*|state[- ]of[- ]the[- ]art (?:methods|baselines|results|performance)|benchmark (?:datasets?|problems|suite)|ablation|experiments? (?:on|with|show|demonstrate)|experimental results|simulation results|numerical (?:results|experiments|examples))\b/i,
    sets: { publicationType: OWN_WORK },
    excludes: { design: NOT_POOLED },
    explain: 'The abstract reports experiments or computations.',
    hits: ['Experiments on three benchmark datasets show lower error.', 'Simulation results agree with theory.'],
    misses: ['The experiment ended in 1920.'],
  }),
  inAbstract({
    id: 'abstract-we-found',
    pattern:
      /\b(?:we|the authors) (?:found|observed|measured|detected|show(?:ed)?|demonstrate[ds]?|identified|estimated|recorded|sampled|quantified|examined|investigated|analy[sz]ed|tested|assessed)\b|\b(?:our|the) (?:results|findings|data|measurements|analysis) (?:show|suggest|indicate|reveal|demonstrate|confirm)\w*\b|\b(?:results|findings) (?:show|showed|indicated?|revealed|suggested?)\b/i,
    unless:
      /\breviewed\b|\bliterature\b|\bpublished (?:trials|studies)\b|\bprevious\w*\b|\bearlier\b|\bin this editorial\b|\bthe trial (?:by|of)\b/i,
    sets: {
      publicationType: [...OWN_WORK, 'systematic-review', 'review-article', 'case-report', 'evidence-summary', 'letter', 'guideline'],
    },
    explain: 'The abstract reports findings.',
    hits: ['We found that lamps dimmed by a third.', 'Results showed a fall in errors.'],
    misses: ['Earlier work found that lamps dim.'],
  }),
  inAbstract({
    id: 'abstract-field-samples',
    pattern:
      /\b(?:water|soil|sediment|air|leaf|plant|fish|core|vegetation|invertebrate) (?:samples?|cores?|plots?|quadrats?|traps?|surveys?)\b[^.]*\b(?:were|was) (?:\w+ )?(?:collected|taken|analy[sz]ed|surveyed|sampled|measured)\b|\b(?:transects?|quadrats?|gauging stations?|monitoring wells?|field plots)\b/i,
    unless: /\breviewed\b|\bliterature\b/i,
    sets: { publicationType: OWN_WORK },
    excludes: { design: [...NOT_POOLED, 'randomised-trial', 'cluster-randomised-trial', 'crossover-randomised-trial', 'qualitative'] },
    explain: 'Samples were taken in the field.',
    hits: ['Sediment cores were collected at nine stations.', 'Vegetation was recorded along transects.'],
    misses: ['Samples of prose were read.'],
  }),
  inAbstract({
    id: 'abstract-archival',
    pattern:
      /\b(?:archival (?:sources|records|research|evidence|material)|manuscript sources|parish registers|estate (?:papers|accounts|records)|court rolls|correspondence of|drawing on (?:\w+ ){0,4}(?:archives|records|letters|papers|manuscripts|diaries|interviews|sources)|unpublished (?:letters|papers|diaries)|close reading|oral histories|historiograph\w+)\b/i,
    sets: { publicationType: ['research-article', 'book', 'book-chapter', 'thesis', 'conference-paper', 'review-article', 'report'] },
    excludes: { design: ['meta-analysis', ...REVIEW_DESIGNS] },
    explain: 'The work rests on sources such as archives or texts.',
    hits: ['Drawing on estate accounts and letters, the article follows one mill.', 'A close reading of three poems.'],
    misses: ['The archive room was cold.'],
  }),
  inAbstract({
    id: 'abstract-this-article-argues',
    pattern:
      /\bthis (?:article|essay|paper|chapter|note|thesis|study|book) (?:argues|examines|explores|traces|contends|considers|shows|demonstrates|investigates|analy[sz]es|reconsiders|re-?examines|interrogates|challenges|proposes)\b|\b(?:we|I) argue that\b/i,
    unless: /\beditorial\b|\bthis review\b/i,
    sets: {
      publicationType: [
        ...OWN_WORK,
        'review-article',
        'systematic-review',
        'editorial',
        'comment',
        'feature',
        'letter',
        'case-report',
        'other',
      ],
    },
    explain: 'It argues or examines: scholarship of some kind, or opinion.',
    hits: ['This article argues that tenancy shaped repair.'],
    misses: ['The tenants argued.'],
  }),
  inAbstract({
    id: 'abstract-doctrinal',
    pattern:
      /\b(?:statutory interpretation|case law|doctrin(?:e|al)|jurisprudence|the (?:court|tribunal) (?:held|ruled)|common law|legislative history|constitutional)\b/i,
    unless: /\bpatients\b|\btrial of\b/i,
    sets: { publicationType: [...OWN_WORK, 'review-article', 'comment', 'editorial', 'letter', 'feature', 'book-review', 'other'] },
    excludes: {
      design: ['meta-analysis', 'animal', 'laboratory', 'randomised-trial', 'cluster-randomised-trial', 'crossover-randomised-trial'],
    },
    explain: 'It deals with law by way of cases and statutes.',
    hits: ['The doctrine is traced through case law from 1890.'],
    misses: ['The indoctrinated crew.'],
  }),
  inAbstract({
    id: 'abstract-prototype',
    pattern:
      /\b(?:a|the) prototype (?:was|is|has been)\b|\b(?:was|were) (?:designed|built|fabricated|implemented|manufactured) and (?:tested|evaluated)\b|\bwe (?:built|implemented|fabricated|designed)\b/i,
    sets: { publicationType: [...OWN_WORK, 'patent'] },
    excludes: { design: NOT_POOLED },
    explain: 'Something was built and tried.',
    hits: ['A prototype was tested in a flume.', 'We implemented the scheme on a small robot.'],
    misses: ['The archetype recurs.'],
  }),
  inAbstract({
    id: 'abstract-data-available',
    pattern:
      /\b(?:this|the) (?:data ?set|database) (?:contains|comprises|consists|includes|provides|holds)\b|\bwe (?:release|provide|publish) (?:a|the|our) data ?set\b/i,
    sets: { publicationType: ['dataset', 'research-article', 'conference-paper'] },
    explain: 'It describes a set of data.',
    hits: ['This data set contains hourly levels at 40 gauges.'],
    misses: ['We used a public data set.'],
  }),
  inAbstract({
    id: 'abstract-will-be',
    pattern:
      /\b(?:participants|patients|adults|nurses|wards|schools|children|volunteers|workers|studies|records|trials|clusters|data|interviews)\b[^.]*\bwill be (?:\w+ )?(?:randomi[sz]ed|randomly|allocated|assigned|recruited|enrolled|invited|searched|screened|included|analy[sz]ed|pooled|collected|extracted|interviewed|followed|conducted)\b|\bwe will (?:randomi[sz]e|recruit|enrol|search|include|screen|pool|compare|follow|interview|conduct|extract)\b/i,
    sets: { publicationType: ['protocol', 'registration', 'conference-abstract', 'other', 'report'], design: ['not-a-study'] },
    explain: 'The study is still to be done.',
    hits: ['Sixty nurses will be randomly allocated to naps.', 'We will search six databases.'],
    misses: ['The results will be of interest to nurses.'],
  }),
  inAbstract({
    id: 'abstract-ongoing-registration',
    pattern: /\b(?:recruitment status|status:|primary outcome:|estimated (?:enrol\w+|completion)|target sample size)\b/i,
    unless: /\bmarital status:|\bsocioeconomic status:/i,
    sets: { publicationType: ['registration', 'protocol'], design: ['not-a-study'] },
    explain: 'It is laid out like an entry of a register of studies.',
    hits: ['Recruitment status: recruiting. Estimated completion June 2027.'],
    misses: ['The status of nurses has risen.'],
  }),
  inAbstract({
    id: 'abstract-recommends',
    pattern:
      /\b(?:the panel|the guideline|this guideline|the committee|the task force|the working group) (?:recommends|suggests|makes|issued|provides|formulated)\b|\bstrength of recommendation\b|\bGRADE (?:approach|methodology)\b[^.]*\brecommendations?\b/i,
    sets: { publicationType: ['guideline', 'report', 'systematic-review'], design: ['guideline', 'systematic-review'] },
    explain: 'A panel makes recommendations.',
    hits: ['The panel recommends lamps for all depots.'],
    misses: ['Nurses recommended the lamp to friends.'],
  }),
  inAbstract({
    id: 'abstract-news-voice',
    pattern:
      /\b(?:said|told|announced|according to)\b[^.]*\b(?:yesterday|on (?:monday|tuesday|wednesday|thursday|friday|saturday|sunday)|last (?:week|month)|this (?:week|month)|spokes(?:man|woman|person)|reporters)\b/i,
    sets: { publicationType: ['news', 'feature', 'interview', 'editorial', 'comment', 'biography', 'other'], design: ['not-a-study'] },
    explain: 'It is written as news.',
    hits: ['The mayor said on Monday that the lamps would stay.'],
    misses: ['Participants said that they slept well.'],
  }),
  inAbstract({
    id: 'abstract-reviews-a-book',
    pattern:
      /\b(?:reviews the book|this review (?:considers|discusses) (?:the book|a book)|the (?:book|volume) under review|the reviewer)\b/i,
    sets: { publicationType: ['book-review'], design: ['not-a-study'] },
    explain: 'It says that it reviews a book.',
    hits: ['Reviews the book, The Tide Mill, by A. Penrose.'],
    misses: ['Reviews of care homes were read.'],
  }),
  inAbstract({
    id: 'abstract-reports-statistics',
    pattern:
      /\b95% (?:CI|confidence)|\b95 % CI|\bconfidence intervals?\b|\b(?:odds|hazard|risk|rate) ratio\b|\bmean difference\b|\bstandard deviation\b|\bregression (?:analysis|model|coefficient)s?\b/i,
    sets: {
      publicationType: [...OWN_WORK, 'systematic-review', 'evidence-summary', 'letter', 'case-report', 'guideline', 'comment'],
    },
    explain: 'The abstract gives statistics.',
    hits: ['Sleep was longer by 20 minutes (95% CI 4 to 36).', 'The odds ratio was 2.'],
    misses: ['Sleep was longer in nearly all.'],
  }),
  inAbstract({
    id: 'abstract-p-value',
    pattern: /\bp ?[<=] ?0?\.\d|\(n ?= ?\d/i,
    sets: { publicationType: [...OWN_WORK, 'systematic-review', 'evidence-summary', 'letter', 'case-report', 'guideline', 'comment'] },
    explain: 'The abstract gives a probability or a number of people.',
    hits: ['Recall was worse (p < 0.01).', 'Participants (n = 40) read aloud.'],
    misses: ['Page 12 = the end.'],
  }),
];
