import type { BibRecord } from '@/core/record';
import {
  ALL,
  ARTICLES,
  axisMask,
  type CodedAxis,
  EDITORIAL_MATTER,
  type Mask,
  NOTICES,
  RANDOMISED,
  type TermSets,
} from '@/core/vocabularies';
import { type Claim, makeClaim } from './claim';
import { pageCount } from './shape';

/**
 * What a reader takes for granted when a set of possible values is down to a few and nothing in the text speaks for
 * the rarer ones. Such a claim is the weakest there is: it gives way to any other, and is then no disagreement.
 */
export interface UsualRule<Axis extends CodedAxis = CodedAxis> {
  readonly id: string;
  readonly axis: Axis;
  /** It applies when nothing outside these values is possible any more … */
  readonly among: NonNullable<TermSets[Axis]>;
  /** … and these still are, with others beside them. */
  readonly to: NonNullable<TermSets[Axis]>;
  /** Words of title, abstract and container that speak for one of the others. */
  readonly lacks?: RegExp;
  readonly has?: RegExp;
  readonly when?: (record: BibRecord) => boolean;
  /** Without an abstract the words could not be expected. */
  readonly needsAbstract?: number;
  /** The words are looked for in the title only, and a title without English words may lack them all the same. */
  readonly titleOnly?: true;
  readonly explain: string;
}
const rule = <Axis extends CodedAxis>(r: UsualRule<Axis>): UsualRule => r as unknown as UsualRule;

const REVIEW_WORDS =
  /\b(?:review\w*|meta-?analy\w+|overview|guidelines?|recommendations?|case reports?|protocol|letter|editorial|commentary|in reply)\b/i;
const SYSTEMATIC_WORDS = /\b(?:systematic\w*|meta-?analy\w+|searched|databases|scoping|umbrella|PRISMA|eligib\w+|screened|pooled|rapid)\b/i;
const isPeriodical = (r: BibRecord): boolean => r.issns.length > 0 || r.volume !== '' || r.issue !== '';

export const USUAL_RULES: readonly UsualRule[] = [
  // Publication type
  rule({
    id: 'usual-review-article',
    axis: 'publicationType',
    among: ['review-article', 'systematic-review', 'book-review'],
    to: ['review-article'],
    lacks: new RegExp(`${SYSTEMATIC_WORDS.source}|\\breviews the book\\b|\\bbook under review\\b`, 'i'),
    needsAbstract: 120,
    explain: 'A review whose abstract names no systematic method is a review article.',
  }),
  rule({
    id: 'usual-review-that-says-so',
    axis: 'publicationType',
    among: [
      'review-article',
      'systematic-review',
      'guideline',
      'feature',
      'report',
      'book-chapter',
      'conference-paper',
      'editorial',
      'book',
    ],
    to: ['review-article'],
    has: /\b(?:reviews?|reviewed|survey(?:s)? (?:of )?(?:methods|approaches|techniques)|we survey|overview|summari[sz]es?|outlines?|update|primer|state of the art)\b/i,
    lacks: new RegExp(`${SYSTEMATIC_WORDS.source}|\\bguidelines?\\b|\\brecommend`, 'i'),
    needsAbstract: 80,
    when: isPeriodical,
    explain: 'An article of a periodical that says that it reviews or surveys, by no stated method, is a review article.',
  }),
  rule({
    id: 'usual-systematic-review',
    axis: 'publicationType',
    among: ['review-article', 'systematic-review', 'book-review'],
    to: ['systematic-review'],
    has: /\bsystematic(?:ally)? (?:\w+ )?(?:review|search|literature)|\bmeta-?analy|\bPRISMA\b/i,
    lacks: /\b(?:scoping|umbrella|overview of|narrative|not systematic|non-systematic)\b/i,
    explain: 'A review that names a systematic method is a systematic review.',
  }),
  rule({
    id: 'usual-chapter',
    axis: 'publicationType',
    among: ['book-chapter', 'encyclopedia-entry'],
    to: ['book-chapter'],
    when: (r) =>
      r.container !== '' && !/\b(?:encyclop|dictionary|lexicon|glossary|compendium|gazetteer)/i.test(`${r.container} ${r.title}`),
    explain: 'A part of a book that does not call itself an encyclopedia or dictionary is a chapter.',
  }),
  rule({
    id: 'usual-entry',
    axis: 'publicationType',
    among: ['book-chapter', 'encyclopedia-entry', 'book'],
    to: ['encyclopedia-entry'],
    when: (r) => /\b(?:encyclop|dictionary|lexicon)/i.test(r.container) && !/\b(?:encyclop|dictionary|lexicon)/i.test(r.title),
    explain: 'A part of an encyclopedia or dictionary is an entry.',
  }),
  rule({
    id: 'usual-report',
    axis: 'publicationType',
    among: ['report', 'guideline', 'other'],
    to: ['report'],
    lacks: /\b(?:guidelines?|guidance|clinical recommendations|consensus|leaflet|brochure|flyer|poster)\b/i,
    explain: 'A document of an institution that gives no guidance is a report.',
  }),
  rule({
    id: 'usual-report-that-reviews-nothing',
    axis: 'publicationType',
    among: ['report', 'guideline', 'other', 'systematic-review', 'review-article', 'evidence-summary'],
    to: ['report'],
    lacks: /\b(?:reviews?|overview|meta-analysis|guidelines?|guidance|clinical recommendations|consensus|evidence (?:summary|brief))\b/i,
    explain: 'A document of an institution that neither reviews nor gives guidance is a report.',
  }),
  rule({
    id: 'usual-guideline',
    axis: 'publicationType',
    among: ['report', 'guideline', 'other', 'book', 'systematic-review', 'review-article', 'evidence-summary'],
    to: ['guideline'],
    has: /\b(?:clinical|practice|national|international) guidelines?\b|\bguidelines? for\b|\bguideline\s*$/i,
    lacks: /\b(?:adherence|implementation|evaluation|compliance|barriers)\b/i,
    explain: 'A document of an institution that calls itself a guideline is one.',
  }),
  rule({
    id: 'usual-conference-paper',
    axis: 'publicationType',
    among: ['conference-paper', 'conference-abstract', 'book', 'other', 'recording'],
    to: ['conference-paper'],
    lacks: /\b(?:abstracts?|poster|keynote|talk)\b/i,
    when: (r) => pageCount(r.pages) >= 3,
    explain: 'What fills three pages or more of proceedings is a paper.',
  }),
  rule({
    id: 'usual-whole-proceedings',
    axis: 'publicationType',
    among: ['conference-paper', 'conference-abstract', 'book', 'other'],
    to: ['book'],
    has: /^(?:the )?proceedings of\b/i,
    when: (r) => /^(?:the )?proceedings of\b/i.test(r.title) && r.container === '',
    explain: 'A title that is that of the proceedings themselves stands for the whole volume.',
  }),
  rule({
    id: 'usual-recording',
    axis: 'publicationType',
    among: ['recording', 'other'],
    to: ['recording'],
    explain: 'A film, sound or picture is a recording.',
  }),
  rule({
    id: 'usual-dataset',
    axis: 'publicationType',
    among: ['dataset', 'other'],
    to: ['dataset'],
    has: /\bdata\b/i,
    explain: 'What a repository holds and calls data is a data set.',
  }),
  rule({
    id: 'usual-letter',
    axis: 'publicationType',
    among: ['letter', 'comment', 'research-article', 'case-report'],
    to: ['letter'],
    has: /^(?:letters?\b|correspondence\b)|\bto the editors?\b/i,
    lacks: /\b(?:reply|response|comment on|re:)\b/i,
    explain: 'What calls itself a letter is one.',
  }),
  rule({
    id: 'usual-letter-that-comments',
    axis: 'publicationType',
    among: ['letter', 'comment'],
    to: ['letter'],
    lacks:
      /^(?:comments?|commentary|invited commentary|repl(?:y|ies)|authors?['’]?s?['’]? (?:reply|response)|response|re\b)\b|\b(?:comment|commentary|reply) (?:on|to)\b|\bcommentary\s*$/i,
    titleOnly: true,
    when: (r) => r.types.some((t) => /^letter$/i.test(t.term)),
    explain: 'What indexers call both a letter and a comment is a letter that comments.',
  }),
  rule({
    id: 'usual-editorial-that-comments',
    axis: 'publicationType',
    among: ['editorial', 'comment'],
    to: ['editorial'],
    lacks:
      /^(?:comments?|commentary|invited commentary|repl(?:y|ies)|response)\b|\b(?:comment|commentary|reply) (?:on|to)\b|\bcommentary\s*$/i,
    titleOnly: true,
    when: (r) => r.types.some((t) => /^editorial$/i.test(t.term)),
    explain: 'What indexers call both an editorial and a comment is an editorial that comments.',
  }),
  rule({
    id: 'usual-case-report-with-review',
    axis: 'publicationType',
    among: ['case-report', 'review-article'],
    to: ['case-report'],
    has: /\bcases?\b|\bpatients?\b|\b\d+[- ]year[- ]old\b/i,
    explain: 'What indexers call both case report and review is a case report with a review of earlier cases.',
  }),
  rule({
    id: 'usual-news',
    axis: 'publicationType',
    among: ['news', 'feature', 'interview', 'editorial', 'letter', 'comment', 'biography', 'book-review', 'other'],
    to: ['news'],
    has: /\b(?:said|told|announced)\b[^.]*\b(?:yesterday|on (?:mon|tues|wednes|thurs|fri|satur|sun)day|last (?:week|night|month)|this (?:week|morning))\b/i,
    lacks: /\b(?:interview with|obituary|editorial|opinion|review)\b/i,
    explain: 'What is told with its day is news.',
  }),
  rule({
    id: 'usual-comment',
    axis: 'publicationType',
    among: ['letter', 'comment', 'editorial', 'other'],
    to: ['comment'],
    has: /\bdiscussion of\b|^(?:comments?|commentary|invited commentary|repl(?:y|ies)|authors?['’]?s?['’]? (?:reply|response)|response)\b|\b(?:comment|commentary|reply) (?:on|to)\b|\bcommentary\s*$/i,
    lacks: /\beditorial\b/i,
    explain: 'What remarks on another publication, or replies, is a comment.',
  }),
  rule({
    id: 'usual-case-report',
    axis: 'publicationType',
    among: ['case-report', 'letter', 'conference-abstract', 'review-article', 'research-article', 'conference-paper'],
    to: ['case-report'],
    has: /\bcase reports?\b|\bwe (?:report|describe|present) (?:the |a |an )?(?:rare |unusual |first )?case\b|\b\d+[- ]year[- ]old\b|\b(?:man|woman|boy|girl|patient|sailor|diver|worker|farmer|nurse) (?:of|aged) \w+/i,
    lacks: /\b(?:letter|abstract|systematic|randomi[sz]ed|cohort)\b/i,
    when: isPeriodical,
    explain: 'An article about one case is a case report.',
  }),
  rule({
    id: 'usual-research-article',
    axis: 'publicationType',
    among: [
      'research-article',
      'conference-paper',
      'conference-abstract',
      'dataset',
      'systematic-review',
      'review-article',
      'case-report',
      'report',
      'other',
    ],
    to: ['research-article'],
    lacks: new RegExp(
      `${REVIEW_WORDS.source}|\\b(?:proceedings|conference|symposium|workshop|congress|abstracts?)\\b|\\bdata ?set (?:contains|comprises|includes|provides)\\b`,
      'i',
    ),
    needsAbstract: 80,
    when: isPeriodical,
    explain: 'An article of a periodical that reports work of its own is a research article.',
  }),
  rule({
    id: 'usual-article-of-a-study',
    axis: 'publicationType',
    among: ['research-article', 'conference-paper', 'conference-abstract', 'dataset'],
    to: ['research-article'],
    lacks: /\b(?:abstracts?|poster|data ?set (?:contains|comprises|includes|provides))\b/i,
    when: (r) => isPeriodical(r) && !/\b(?:proceedings|conference|symposium|workshop|congress)\b/i.test(r.container),
    explain: 'What names a study and stands in a periodical that is no series of proceedings is a research article.',
  }),
  rule({
    id: 'usual-research-article-with-findings',
    axis: 'publicationType',
    among: [
      ...ARTICLES,
      'conference-paper',
      'conference-abstract',
      'dataset',
      'evidence-summary',
      'letter',
      'other',
      'comment',
      'news',
      'feature',
    ],
    to: ['research-article'],
    has: /\b(?:we|the authors|this study|the study) (?:\w+ )?(?:found|observed|measured|show(?:ed)?|demonstrate[ds]?|estimated|sampled|quantified|investigated|analy[sz]ed|tested|examined|compared|surveyed|interviewed|developed|collected)\b|\b(?:results|findings) (?:show|indicate|reveal|suggest)\w*\b|\bresults:|\barchival\b|\bcase law\b|\bp ?[<=] ?0?\.\d|\b95 ?% (?:CI|confidence)/i,
    lacks: REVIEW_WORDS,
    needsAbstract: 80,
    when: isPeriodical,
    explain: 'An article with methods or findings of its own, and no other name, is a research article.',
  }),
  rule({
    id: 'usual-article-with-abstract',
    axis: 'publicationType',
    among: [
      ...ARTICLES,
      ...EDITORIAL_MATTER,
      ...NOTICES,
      'conference-paper',
      'conference-abstract',
      'dataset',
      'evidence-summary',
      'other',
    ],
    to: ['research-article'],
    has: /\b(?:was|were|wore|kept|gave|made|held|found|took|did|had)\b|\b(?:shows?|suggests?|finds?) that\b|\b(?:is|are) (?:\w+ly )?(?:used to|shown|proved|proven|given|established|estimated|traced|computed|derived|compared|tested|found)\b|\b(?:we|I) (?:\w+ly )?(?:[\w-]{2,}ed|show|find|argue|prove|estimate|compare|use|train|derive|trace|test|drew|built)\b|\b(?:fell|rose|grew|doubled|halved|differed|agreed|improved|increased|decreased|declined|reached|gained|survived|predicted)\b|\bresults\b/i,
    lacks:
      /\b(?:reviews?|reviewed|reviewing|meta-?analy\w+|overview|survey of (?:methods|approaches|techniques|the literature)|we survey|summari[sz]es?|guidelines?|recommendations?|case reports?|protocol|letter|editorials?|commentary|in reply|viewpoint|opinion|update|primer|tutorial|\d+[- ]year[- ]old|will be|court held|(?:said|told|announced)\b[^.]*\b(?:mon|tues|wednes|thurs|fri|satur|sun)day|summari[sz]ed and appraised)\b/i,
    needsAbstract: 80,
    when: (r) => isPeriodical(r) && !/\b(?:conference|symposium|workshop|congress|magazine|weekly|news|monthly)\b/i.test(r.container),
    explain: 'An article of a journal whose abstract tells what was done or found, and which has no other name, is a research article.',
  }),
  rule({
    id: 'usual-scholarship',
    axis: 'publicationType',
    among: [
      ...ARTICLES,
      'editorial',
      'comment',
      'feature',
      'letter',
      'conference-paper',
      'conference-abstract',
      'dataset',
      'evidence-summary',
      'other',
      'book-review',
      'news',
      'interview',
      'biography',
      'correction',
      'retraction-notice',
      'expression-of-concern',
    ],
    to: ['research-article'],
    has: /\b(?:this|the) (?:article|essay|paper|study) (?!reviews|summari[sz]es|surveys|outlines|discusses)\w+s\b|\b(?:we|I) (?:argue|suggest|contend) that\b/i,
    lacks: /\b(?:review\w*|editorial|commentary|viewpoint|opinion|perspective|guidelines?|letter|interview with|protocol|obituary)\b/i,
    needsAbstract: 100,
    when: (r) => isPeriodical(r) && r.authors.length > 0 && r.authors.length < 9,
    explain: 'An article with an abstract that argues or examines is scholarship of its own: a research article.',
  }),
  // Design
  rule({
    id: 'usual-parallel-trial',
    axis: 'design',
    among: RANDOMISED,
    to: ['randomised-trial'],
    lacks:
      /\b(?:cross-?over|crossed over|clusters?|cluster-\w+|stepped|wedge|wards|clinics|schools|classes|practices|villages|depots|hospitals were|homes were|sites were|order of|random order|sequence|washout|n-of-1|each (?:participant|person|worker|volunteer) (?:received|wore|had) (?:both|all))\b/i,
    has: /\brandomi[sz]ed\b|\brandomly\b|\bRCT\b|\bat random\b|\brandom numbers\b|\bby lot\b/i,
    explain: 'A randomised trial that speaks neither of clusters nor of crossing over allocated persons to one group each.',
  }),
  rule({
    id: 'usual-controlled-trial',
    axis: 'design',
    among: [...RANDOMISED, 'pseudo-randomised-trial', 'non-randomised-trial', 'before-after'],
    to: ['before-after'],
    has: /\bsingle[- ]arm\b|\bno (?:control|comparison) group\b|\buncontrolled\b/i,
    lacks: /\brandomi[sz]ed\b/i,
    explain: 'A trial without a comparison group has one group measured before and after.',
  }),
  rule({
    id: 'usual-systematic-without-pooling',
    axis: 'design',
    among: ['systematic-review', 'meta-analysis'],
    to: ['systematic-review'],
    lacks:
      /\b(?:meta-?analy\w+|pool(?:ed|ing)|(?:random|fixed)[- ]effects?|heterogeneity|I2|I²|forest plots?|summary (?:effect|estimate)s?|standardi[sz]ed mean|combined (?:odds|risk|effect)|quantitative synthesis)\b/i,
    needsAbstract: 120,
    explain: 'A systematic review whose abstract speaks of no pooling did not pool.',
  }),
  rule({
    id: 'usual-systematic-among-reviews',
    axis: 'design',
    among: ['systematic-review', 'meta-analysis', 'umbrella-review', 'scoping-review', 'guideline'],
    to: ['systematic-review'],
    has: /\bsystematic(?:ally)? (?:\w+ )?(?:review|search)/i,
    lacks:
      /\b(?:meta-?analy\w+|pool(?:ed|ing)|(?:random|fixed)[- ]effects?|heterogeneity|I2|I²|umbrella|scoping|overview of|guideline|of systematic reviews|summary (?:effect|estimate)s?|standardi[sz]ed mean)\b/i,
    needsAbstract: 120,
    explain: 'A systematic review that speaks neither of pooling nor of reviews it includes is just that.',
  }),
  rule({
    id: 'usual-one-case',
    axis: 'design',
    among: ['case-report', 'case-series', 'narrative-review'],
    to: ['case-report'],
    has: /\bcase\b|\bpatient\b|\b\d+[- ]year[- ]old\b|\b(?:man|woman|boy|girl|sailor|diver|worker|farmer|nurse) (?:of|aged) \w+/i,
    lacks: /\b(?:cases|series|(?:two|three|four|five|six|seven|eight|nine|ten|\d+) patients|siblings|twins|case reports)\b/i,
    explain: 'A case report that speaks of one case is one.',
  }),
  rule({
    id: 'usual-several-cases',
    axis: 'design',
    among: ['case-report', 'case-series', 'narrative-review'],
    to: ['case-series'],
    has: /\b(?:case series|series of|(?:two|three|four|five|six|seven|eight|nine|ten|twelve|\d+) (?:cases|patients))\b/i,
    lacks: /\b(?:reported cases|published cases)\b/i,
    explain: 'Several cases make a series.',
  }),
  rule({
    id: 'usual-qualitative',
    axis: 'design',
    among: ['qualitative', 'mixed-methods', 'cross-sectional'],
    to: ['qualitative'],
    has: /\bqualitative\b|\binterview\w*\b|\bfocus groups?\b|\bethnograph|\bphenomenolog|\bgrounded theory\b|\bthematic/i,
    lacks:
      /\b(?:mixed[- ]methods?|quantitative|survey\w*|questionnaires?|statistic\w*|cross-sectional|regression|prevalence|actigraph\w*|scores?|diar(?:y|ies)|measured|logged|mean)\b/i,
    explain: 'A study by interviews or observation that counts nothing is qualitative.',
  }),
  rule({
    id: 'usual-cross-sectional',
    axis: 'design',
    among: [
      'cross-sectional',
      'mixed-methods',
      'qualitative',
      'cohort-prospective',
      'cohort-retrospective',
      'prediction-model',
      'diagnostic-accuracy',
    ],
    to: ['cross-sectional'],
    has: /\bcross-sectional\b|\bsurvey\w*\b|\bquestionnaires?\b|\bprevalence\b|\bdiscrete[- ]choice\b|\bat (?:one|a single) (?:visit|session|time|point)\b|\bonce\b/i,
    lacks:
      /\b(?:interview\w*|qualitative|focus groups?|mixed[- ]methods?|follow(?:ed|-up| up)|waves?|longitudinal|cohort|annual(?:ly)?|panel|baseline|prediction model|risk score|diagnostic accuracy|reference standard|retrospectiv\w+)\b/i,
    explain: 'A survey that follows nobody and interviews nobody is cross-sectional.',
  }),
  rule({
    id: 'usual-prospective',
    axis: 'design',
    among: ['cohort-prospective', 'cohort-retrospective'],
    to: ['cohort-prospective'],
    has: /\bprospectiv\w+|\b(?:enrolled|recruited|baseline)\b[^.]*|\bwe followed\b|\bfollowed (?:\w+ ){0,3}(?:annually|for|over|every)\b/i,
    lacks: /\b(?:retrospectiv\w+|records|regist(?:er|ry)|registries|administrative|claims|database|archiv\w+|historical|charts?)\b/i,
    needsAbstract: 60,
    explain: 'A cohort that was enrolled and followed, and not traced through records, is prospective.',
  }),
  rule({
    id: 'usual-cohort-through-records',
    axis: 'design',
    among: [
      'cohort-retrospective',
      'case-series',
      'before-after',
      'non-randomised-trial',
      'interrupted-time-series',
      'prediction-model',
      'diagnostic-accuracy',
      'mixed-methods',
      ...RANDOMISED,
      'pseudo-randomised-trial',
      'meta-analysis',
      'systematic-review',
    ],
    to: ['cohort-retrospective'],
    has: /\bcohort\b|\b(?:rate|hazard|mortality) ratios?\b/i,
    lacks:
      /\b(?:before and|risk score|prediction model|reference standard|interview\w*|historical controls?|time[- ]series|control group|case series)\b/i,
    explain: 'A cohort that was traced through records is retrospective.',
  }),
  rule({
    id: 'usual-cohort-followed',
    axis: 'design',
    among: [
      'cohort-prospective',
      'case-series',
      'before-after',
      'non-randomised-trial',
      'interrupted-time-series',
      'prediction-model',
      'diagnostic-accuracy',
      'mixed-methods',
      'cross-sectional',
    ],
    to: ['cohort-prospective'],
    has: /\bcohort\b|\bfollow(?:ed|-up)\b/i,
    lacks:
      /\b(?:before and|risk score|prediction model|reference standard|interviews|historical controls?|time[- ]series|control group|case series|intervention|trial|programme)\b/i,
    explain: 'People who were enrolled and followed are a prospective cohort.',
  }),
  rule({
    id: 'usual-animal',
    axis: 'design',
    among: ['animal', 'laboratory'],
    to: ['animal'],
    has: /\b(?:mice|mouse|rats?|rodents?|hamsters?|zebrafish|drosophila|pigs?|sheep|rabbits?|macaques?)\b/i,
    lacks: /\b(?:in vitro|ex vivo|cell lines?|cultured|isolated|explants?|slices)\b/i,
    explain: 'Work on whole animals is an animal study.',
  }),
  rule({
    id: 'usual-laboratory',
    axis: 'design',
    among: ['laboratory', 'animal', 'modelling'],
    to: ['laboratory'],
    lacks:
      /\b(?:mice|mouse|rats?|animals?|zebrafish|in vivo|simulat\w+|numerical\w*|finite[- ]element|model(?:l?ing|l?ed)?|computed|computational)\b/i,
    explain: 'Work on materials or cells that computes nothing is laboratory work.',
  }),
  rule({
    id: 'usual-modelling',
    axis: 'design',
    among: ['modelling', 'laboratory', 'economic-evaluation', 'prediction-model'],
    to: ['modelling'],
    has: /\b(?:simulat\w+|numerical\w*|finite[- ]element|mathematical model\w*|computational|monte carlo|agent-based|hydrodynamic|hydrological|climate models?|calibrated|scenarios|compartmental)\b/i,
    lacks: /\b(?:specimens?|experiment\w*|tested|prototype|costs?|cost-\w+|qalys?|quality-adjusted|patients|risk score|predict\w*)\b/i,
    explain: 'Work on a model that tests no thing and counts no cost is modelling.',
  }),
  rule({
    id: 'usual-economic',
    axis: 'design',
    among: ['economic-evaluation', 'modelling', 'randomised-trial', 'cluster-randomised-trial', 'crossover-randomised-trial'],
    to: ['economic-evaluation'],
    has: /\bcost[- –]?(?:effectiveness|utility|benefit)\b|\beconomic evaluation\b|\bincremental cost\b/i,
    explain: 'What compares costs with effects is an economic evaluation.',
  }),
  rule({
    id: 'usual-controlled',
    axis: 'design',
    among: ['non-randomised-trial', 'before-after', 'interrupted-time-series'],
    to: ['non-randomised-trial'],
    has: /\b(?:control(?:led)?|comparison|compared with|versus|two (?:wards|mills|schools|groups|sites|firms))\b/i,
    lacks: /\b(?:time[- ]series|no (?:control|comparison)|without (?:a )?(?:control|comparison)|historical)\b/i,
    explain: 'An intervention study with a comparison group, not randomised, is a non-randomised trial.',
  }),
  rule({
    id: 'usual-before-after',
    axis: 'design',
    among: ['non-randomised-trial', 'before-after', 'interrupted-time-series'],
    to: ['before-after'],
    has: /\bbefore\b[^.]*\bafter(?:wards?)?\b|\bpre-?(?:test)?\b[^.]*\bpost-?(?:test)?\b|\bno (?:control|comparison) group\b|\bsingle[- ]arm\b/i,
    lacks:
      /\b(?:time[- ]series|control (?:group|ward|site|school)|controls|comparison group(?<!no comparison group)|versus|segmented|two (?:\w+ )?groups|(?:gained|fell|rose|improved) more)\b/i,
    explain: 'One group measured before and after a change, and no other, is a before–after study.',
  }),
  rule({
    id: 'usual-diagnostic',
    axis: 'design',
    among: ['diagnostic-accuracy', 'case-control', 'cross-sectional', 'prediction-model'],
    to: ['diagnostic-accuracy'],
    has: /\b(?:reference|gold)[- ]standard\b|\bdiagnostic accuracy\b|\bsensitivity and specificity\b/i,
    lacks: /\b(?:risk score|prediction model|nomogram|prevalence of)\b/i,
    explain: 'What compares a test with a reference standard is a study of diagnostic accuracy.',
  }),
  rule({
    id: 'usual-narrative',
    axis: 'design',
    among: ['narrative-review', 'scoping-review', 'umbrella-review', 'systematic-review', 'meta-analysis', 'guideline', 'expert-opinion'],
    to: ['narrative-review'],
    lacks: SYSTEMATIC_WORDS,
    needsAbstract: 120,
    explain: 'A review whose abstract names no systematic method is narrative.',
  }),
  rule({
    id: 'usual-narrative-of-review-article',
    axis: 'design',
    among: ['narrative-review', 'scoping-review', 'umbrella-review'],
    to: ['narrative-review'],
    lacks: /\b(?:scoping|umbrella|mapping|overview of (?:systematic )?reviews|evidence map)\b/i,
    explain: 'A review article that is neither scoping nor an umbrella review is narrative.',
  }),
  // Source type
  rule({
    id: 'usual-scholarly-journal',
    axis: 'sourceType',
    among: ['scholarly-journal', 'proceedings', 'preprint-server'],
    to: ['scholarly-journal'],
    lacks: /\b(?:pre-?print\w*)\b/i,
    when: (r) =>
      isPeriodical(r) &&
      r.container !== '' &&
      !/\b(?:proceedings|conference|symposium|workshop|congress|meeting|lecture notes)\b/i.test(r.container),
    explain: 'What reports research in a periodical that is no series of proceedings stands in a scholarly journal.',
  }),
  rule({
    id: 'usual-proceedings',
    axis: 'sourceType',
    among: ['proceedings', 'book', 'scholarly-journal', 'web', 'other'],
    to: ['proceedings'],
    when: (r) =>
      /\b(?:proceedings|conference|symposium|workshop|congress)\b/i.test(r.container || r.title) && !/\bjournal\b/i.test(r.container),
    explain: 'A container named for a meeting is its proceedings.',
  }),
  rule({
    id: 'usual-reference-work',
    axis: 'sourceType',
    among: ['book', 'reference-work'],
    to: ['reference-work'],
    when: (r) => /\b(?:encyclop|dictionary of|lexicon|gazetteer|glossary)/i.test(r.container || r.title),
    explain: 'A book that calls itself an encyclopedia or dictionary is a work to look things up in.',
  }),
  rule({
    id: 'usual-magazine',
    axis: 'sourceType',
    among: ['magazine', 'trade-journal', 'web'],
    to: ['magazine'],
    when: (r) =>
      /\b(?:magazine|weekly|monthly|digest)\b/i.test(r.container) &&
      !/\b(?:trade|dealer|contractor|industry|professional|manager|manufactur|retail|engineer|nurs|farm|builder|business|executive|technolog|practi[ct])/i.test(
        r.container,
      ),
    explain: 'What calls itself a magazine, and names no trade, is one.',
  }),
  rule({
    id: 'usual-book',
    axis: 'sourceType',
    among: ['book', 'reference-work'],
    to: ['book'],
    when: (r) =>
      !/\b(?:encyclop|dictionary|lexicon|glossary|compendium|handbook|companion to|gazetteer|almanac)/i.test(`${r.container} ${r.title}`),
    explain: 'A book that does not call itself a work to look things up in is a book.',
  }),
  rule({
    id: 'usual-report-series',
    axis: 'sourceType',
    among: ['report', 'preprint-server', 'web', 'book'],
    to: ['report'],
    when: (r) =>
      /\b(?:working|discussion|technical|research|occasional) (?:papers?|reports?|memorand\w+)\b/i.test(
        `${r.container} ${r.types.map((t) => t.term).join(' ')}`,
      ) && !/\bpre-?print/i.test(`${r.container} ${r.publisher}`),
    explain: 'A paper of an institution’s own series is a report.',
  }),
  rule({
    id: 'usual-newspaper',
    axis: 'sourceType',
    among: ['newspaper', 'newswire'],
    to: ['newspaper'],
    when: (r) => !/\b(?:wire|agency|news service|press association)\b/i.test(`${r.container} ${r.publisher}`),
    explain: 'What appeared in a newspaper, and is not from an agency, has the newspaper as its source.',
  }),
];

interface Prepared extends UsualRule {
  outside: Mask;
  goal: Mask;
}
const PREPARED: readonly Prepared[] = USUAL_RULES.map((r) => ({
  ...r,
  outside: (ALL[r.axis] & ~axisMask(r.axis, r.among)) >>> 0,
  goal: axisMask(r.axis, r.to),
}));
const BY_AXIS = { publicationType: [], design: [], sourceType: [], peerReview: [] } as Record<CodedAxis, Prepared[]>;
for (const r of PREPARED) BY_AXIS[r.axis].push(r);

/** English function words: where none of them stands, the text is in another language, and nothing can be missed in it. */
const ENGLISH = /\b(?:the|of|and|in|for|with|to|from|a|an|on|by)\b/i;

/** What is usual for a set of possible values, given the record's text; null when nothing is. */
export function usualClaim(axis: CodedAxis, mask: Mask, record: BibRecord): Claim | null {
  for (const r of BY_AXIS[axis]) {
    if ((mask & r.outside) !== 0 || (mask & r.goal) === 0 || (mask & ~r.goal) === 0) continue;
    if (r.needsAbstract && record.abstract.length < r.needsAbstract) continue;
    if (r.when && !r.when(record)) continue;
    if (r.has || r.lacks) {
      const text = r.titleOnly ? record.title : `${record.title}\n${record.abstract}`;
      if (r.has && !r.has.test(text) && !r.has.test(record.abstract)) continue;
      if (r.lacks && (r.lacks.test(text) || (!r.has && !r.titleOnly && !ENGLISH.test(text)))) continue;
    }
    return makeClaim(axis, r.goal, r.id, 'weak', 'text', '', 0, 0, true);
  }
  return null;
}
