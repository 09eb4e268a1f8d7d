import { inTitle } from './cue-helpers';
import type { CueRule } from './cue-rule';

const named = (rule: Omit<CueRule, 'tier' | 'zones'>): CueRule => ({ tier: 'self-named', zones: ['title'], ...rule });
const notAStudy = ['not-a-study'] as const;

/** Editorial matter, and other kinds of item, that call themselves by their name in the title. */
export const MATTER_CUES: readonly CueRule[] = [
  named({
    id: 'title-news',
    pattern:
      /^(?:news|news in brief|in brief|news (?:brief|item|round-?up|digest)|press release|research (?:news|highlights?)|world news|industry news)\s*(?:$|[:.–—|-])/i,
    sets: { publicationType: ['news'], design: notAStudy },
    explain: 'The title calls itself news.',
    hits: ['News in brief', 'News: lamps recalled', 'Press release: new lamp'],
    misses: ['News consumption in students: a survey', 'In brief encounters'],
  }),
  named({
    id: 'title-viewpoint',
    pattern:
      /^(?:viewpoint|perspectives?|opinion|point of view|personal view|soapbox|essay|forum|debate|counterpoint|guest comment|leader)\s*[:.–—|]|:\s*(?:an? )?(?:opinion|personal view|viewpoint|perspective)\s*$/i,
    unless: /\bpatients?['’]? perspectives?\b|\bperspectives? of\b|\bfrom (?:a|the) [^:]*perspective\s*$|\bqualitative\b/i,
    sets: { publicationType: ['editorial', 'comment', 'feature', 'other'], design: ['expert-opinion', 'not-a-study'] },
    explain: 'The title calls itself an opinion.',
    hits: ['Viewpoint: who owns the night?', 'Rosters and rights: a personal view'],
    misses: ['Perspectives of nurses: a qualitative study', 'Opinion leaders in farming: a survey'],
  }),
  named({
    id: 'title-preface',
    pattern:
      /^(?:preface|foreword|introduction to (?:the|this) (?:special|theme|themed) (?:issue|section|collection)|introducing (?:the|this) special issue|special issue (?:on|editorial)|editor(?:s|['’]s|ial) (?:introduction|note|comment)|about this issue|message from the (?:editor|president|chair)|president['’]s (?:message|page|column)|welcome)\b/i,
    unless: /\bwelcome (?:to country|ceremon|programme)/i,
    sets: { publicationType: ['editorial'], design: ['expert-opinion', 'not-a-study'] },
    explain: 'The title is that of an introduction by the editors.',
    hits: ['Introduction to the special issue on tides', 'Message from the President'],
    misses: ['Introduction to statistics', 'Preference tests for lamps'],
  }),
  named({
    id: 'title-front-matter',
    pattern:
      /^(?:table of contents|contents|author index|subject index|index to volume \d+|list of reviewers|reviewers? (?:acknowledge?ment|list|\d{4})|acknowledge?ment of reviewers|thanks to (?:our )?reviewers|editorial board|masthead|instructions (?:for|to) authors|calendar(?: of events)?|books received|announcements?|call for papers|back matter|front matter|cover (?:image|picture)|issue information)\b\s*(?:$|[:.–—\d(,])/i,
    sets: { publicationType: ['other'], design: notAStudy },
    explain: 'It is part of an issue’s apparatus, not a contribution.',
    hits: ['Table of contents', 'Acknowledgement of reviewers 2019', 'Call for papers'],
    misses: ['Contents of heavy metals in mussels', 'Calendar effects in sales', 'Editorial board members and gender'],
  }),
  named({
    id: 'title-annual-report',
    pattern: /^(?:the )?(?:\w+ ){0,5}annual report\b|\bannual report\s*(?:of the [^:]*|for \d{4}|\d{4}(?:[-–/]\d{2,4})?)?\s*$/i,
    unless: /\banalysis\b|\bstudy of\b|\bdisclos\w+|\breadability\b|\bcontent of\b|\breview\b/i,
    sets: { publicationType: ['report'], design: notAStudy },
    explain: 'The title is that of an annual report.',
    hits: ['Harbour Trust Annual Report 2018', 'Poison centres: annual report of the national network'],
    misses: ['Annual reporting habits of firms', 'Readability of the annual report: an analysis'],
  }),
  named({
    id: 'title-evidence-summary',
    pattern:
      /^(?:evidence (?:summary|brief|digest)|critically appraised (?:topic|paper)|journal club|clinical (?:synopsis|commentary and synopsis)|synopsis)\s*[:.–—]|:\s*(?:an? )?(?:evidence (?:summary|brief)|critically appraised (?:topic|paper)|synopsis)\s*$/i,
    sets: { publicationType: ['evidence-summary'] },
    explain: 'The title calls itself a short appraisal for practice.',
    hits: ['Evidence summary: earplugs in intensive care', 'Insoles after fracture: a critically appraised topic'],
    misses: ['Summary of evidence law', 'A synopsis of the mosses of the delta'],
  }),
  named({
    id: 'title-encyclopedia-entry',
    pattern: /\((?:encyclop(?:a?e|æ)dia|dictionary) entry\)|^(?:entry|article) (?:on|for) ["“][^"”]+["”] in\b/i,
    sets: { sourceType: ['reference-work', 'web'], publicationType: ['encyclopedia-entry'] },
    explain: 'The title says that it is an entry of a reference work.',
    hits: ['Tide mill (encyclopedia entry)'],
    misses: ['Encyclopedias and their readers'],
  }),
  named({
    id: 'title-thesis',
    pattern: /\b(?:doctoral|ph\.?d\.?|master['’]?s) (?:thesis|dissertation)\b\s*(?:$|[).:;,])/i,
    unless: /\b(?:writing|supervis\w+|students|candidates|examin\w+|guide|survey|analysis of)\b/i,
    sets: { publicationType: ['thesis'], sourceType: ['thesis', 'web', 'other'] },
    explain: 'The title says that it is a thesis.',
    hits: ['Mills of the estuary (doctoral thesis)'],
    misses: ['Supervising the doctoral thesis: a survey'],
  }),
  named({
    id: 'title-dataset',
    pattern:
      /^(?:data ?set|data)\s*(?:for|from|of|on)\s*[:“"]|^(?:supplementary |replication |raw )data (?:for|of|from)\b|\b(?:data ?set|data descriptor|data paper|data collection)\s*$|\[(?:data ?set|data)\]\s*$|^data descriptor\s*:/i,
    unless: /\bbenchmark\b|\blearning\b/i,
    sets: { publicationType: ['dataset'] },
    explain: 'The title says that it is, or describes, a set of data.',
    hits: ['Replication data for: Lamps at sea', 'Hourly sea level at nine gauges: a data set'],
    misses: ['Data for policy: a review', 'Data governance in clinics'],
  }),
  named({
    id: 'title-patent',
    pattern: /^(?:patent|patent application|utility model)\s*[:.–—]|\bUS ?\d{1,2},?\d{3},?\d{3}\b|\b(?:EP|WO|GB) ?\d{6,}\s?[AB]\d?\b/i,
    sets: { publicationType: ['patent'], design: notAStudy },
    explain: 'The title carries the mark of a patent.',
    hits: ['Patent: folding lamp', 'Folding lamp, EP 1234567 B1'],
    misses: ['Patent foramen ovale in divers', 'Patents and innovation'],
  }),
  named({
    id: 'title-standard',
    pattern: /^(?:ISO|IEC|EN|BS|DIN|ASTM)(?:[/ -](?:IEC|EN|ISO))* ?[A-Z]? ?\d{2,6}(?:[-:]\d+)*\b/,
    sets: { publicationType: ['standard'], design: notAStudy, sourceType: ['standard', 'web', 'book', 'other', 'report'] },
    explain: 'The title begins with the number of a standard.',
    hits: ['ISO 99123:2019 Lamps for night work'],
    misses: ['ISO standards in small firms: a survey'],
  }),
  named({
    id: 'title-retracted-and-replaced',
    pattern:
      /^(?:retraction and replacement|notice of (?:retraction and replacement|withdrawal)|withdrawal notice|removal notice|statement of removal)\b/i,
    sets: { publicationType: ['retraction-notice'], design: notAStudy },
    explain: 'The title is that of a notice that withdraws a publication.',
    hits: ['Notice of retraction and replacement', 'Withdrawal notice to: Lamps at sea'],
    misses: ['Withdrawal symptoms after caffeine'],
  }),
  named({
    id: 'title-addendum',
    pattern: /^(?:addendum|amendment|clarification|update)\s*(?:to|:)\s/i,
    sets: { publicationType: ['correction', 'comment', 'other'], design: notAStudy },
    explain: 'The title says that it adds to another publication.',
    hits: ['Addendum: lamp dose tables', 'Clarification to an article on lamps'],
    misses: ['Updates in lamp design'],
  }),
  named({
    id: 'title-statistical-analysis-plan',
    pattern:
      /\bstatistical analysis plan\b|\brationale and (?:study )?design\b|\bstudy (?:design|rationale)\s*$|\bdesign and rationale\b|\bdesign of (?:a|the) [^:]*\btrial\s*$/i,
    unless: /\breview of\b/i,
    sets: { publicationType: ['protocol', 'research-article'], design: notAStudy },
    explain: 'The title announces how a study is planned.',
    hits: ['Lamps at sea: statistical analysis plan', 'The LAMP trial: rationale and design'],
    misses: ['Rational design of lamps'],
  }),
  named({
    id: 'title-review-registration',
    pattern: /^(?:prospective registration|registration (?:of|for) (?:a|the) (?:trial|study|systematic review))\b/i,
    sets: { publicationType: ['registration'], design: notAStudy },
    explain: 'The title says that it registers a study.',
    hits: ['Prospective registration: lamps in ports'],
    misses: ['Registration of births'],
  }),
  inTitle({
    id: 'title-review-of-named-book',
    pattern:
      /^(?:[Rr]eview of|[Rr]eviews?)\s*[:“"‘]|^[^:]{3,120}\bby [A-Z][\w.]+(?: [A-Z][\w.-]+){1,3}[,.] (?:[A-Z][\w ]+(?:Press|House|Books|Publishers))/,
    sets: { publicationType: ['book-review'], design: notAStudy },
    explain: 'The title gives the book that is reviewed.',
    hits: ['Review of “The long ebb”', 'The long ebb by Ines Corvale, Quay Press, 2014'],
    misses: ['Review of the long ebb current', 'Reviewing tides'],
  }),
  inTitle({
    id: 'title-price-and-pages',
    pattern: /\b(?:pp\.?|pages)\b[^:]*[£$€]\s?\d|\bISBN\b|\b(?:hardback|paperback|hardcover|pbk|hbk)\b/i,
    sets: { publicationType: ['book-review', 'book'], design: notAStudy },
    explain: 'The title carries the price, binding or ISBN of a book.',
    hits: ['The long ebb. Quay Press, 220 pages, £30', 'Salt and rope (paperback)'],
    misses: ['Paper money: pages from the ledger'],
  }),
  inTitle({
    id: 'title-how-to',
    pattern:
      /^(?:how to|how i|why i|\d+ (?:ways|tips|steps|things|reasons)|five (?:ways|tips|steps)|ten (?:ways|tips|steps)|a (?:beginner|practical|short) ?['’]?s? guide|tips for|ask the|what every)\b/i,
    unless: /\bcohort\b|\bsystematic\b|\bqualitative\b/i,
    sets: {
      publicationType: [
        'feature',
        'editorial',
        'review-article',
        'comment',
        'news',
        'book',
        'book-chapter',
        'guideline',
        'report',
        'research-article',
        'other',
      ],
      design: ['expert-opinion', 'not-a-study', 'narrative-review'],
    },
    explain: 'The title gives advice.',
    hits: ['Ten tips for night drivers', 'How to read a randomised trial'],
    misses: ['How long do lamps last?'],
  }),
  inTitle({
    id: 'title-question-of-opinion',
    pattern:
      /\b(?:time (?:to|for)|where are we (?:going|now)|what(?:['’]s| is) next|a call (?:to|for)|the case (?:for|against)|in (?:praise|defen[cs]e) of|lessons (?:from|learned)|(?:the )?future of|towards? a new|rethinking|who (?:cares|owns|needs)|quo vadis)\b/i,
    unless: /\b(?:randomi[sz]ed trial of|cohort study|systematic review|meta-analysis|survey|qualitative|trial\s*$|study\s*$)\b/i,
    sets: {
      publicationType: [
        'editorial',
        'comment',
        'review-article',
        'feature',
        'letter',
        'research-article',
        'news',
        'book',
        'book-chapter',
        'report',
        'conference-paper',
        'thesis',
        'other',
      ],
    },
    excludes: {
      design: [
        'randomised-trial',
        'cluster-randomised-trial',
        'crossover-randomised-trial',
        'case-report',
        'meta-analysis',
        'animal',
        'laboratory',
      ],
    },
    explain: 'The title asks or pleads, as opinion does.',
    hits: ['Randomised trials of lamps: where are we going?', 'Time to dim the lights'],
    misses: ['Time and motion in kitchens', 'Lamps: a systematic review and lessons learned'],
  }),
  inTitle({
    id: 'title-interview-form',
    pattern: /^(?:q ?& ?a|questions and answers|five minutes with|meet (?:the|dr)|talking to|a conversation with)\b/i,
    sets: { publicationType: ['interview', 'feature', 'biography'], design: notAStudy },
    explain: 'The title announces a conversation.',
    hits: ['Five minutes with a lamp lighter', 'A conversation with Ines Corvale'],
    misses: ['Talking therapies', 'Questions asked of nurses'],
  }),
  inTitle({
    id: 'title-profile',
    pattern:
      /^(?:[Pp]rofile|[Pp]ortrait|[Ii]n remembrance|[Aa]? ?[Tt]ribute|[Rr]emembering|[Ff]arewell)\s*[:.–—]|^(?:[Rr]emembering|[Aa] tribute to) [A-Z]/,
    sets: { publicationType: ['biography', 'feature', 'editorial', 'interview'], design: notAStudy },
    explain: 'The title is about a person.',
    hits: ['Profile: Ines Corvale', 'Remembering Tomas Abara'],
    misses: ['Profile of risks in ports', 'Portrait painting'],
  }),
];
