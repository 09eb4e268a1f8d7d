import { type UsualRule, usually } from './usual-rule';

/** Kinds of matter in magazines and newspapers that have words of their own. */
const NAMED =
  /\b(?:editorials?|opinion|viewpoint|column|comment(?:ary)?|letters?|interview(?:s|ed)?|in conversation|obituar(?:y|ies)|died|book reviews?|reviews? of|reviewed|corrections?|errat(?:um|a)|we think|I think|I believe|should)\b/i;
/** The word of somebody, which features give as well as news. */
const SAID = '\\b(?:said|says|told)\\b';
const EVENTFUL =
  /\b(?:announced|announces|according to|spokes\w+|yesterday|minister|government|parliament|council|court|strike|takes? effect|come into force|comes? into force)\b|\b(?:on|from|by|until|last|this|next|since) (?:(?:mon|tues|wednes|thurs|fri|satur|sun)day|week|month|autumn|spring|summer|winter)\b|\bwill (?:open|close|try|begin|start|pay|hold|receive|be built|be closed|be opened)\b|\b(?:trial|study|survey) (?:finds|shows|says)\b/i;
const TELLING =
  /\bvisit(?:ed|s|ing)?\b|\bportrait\b|\bprofile\b|\bround-?up\b|\bhow (?:to|\w+ \w+ (?:took|came|learned|made|keep|run))\b|\b(?:\d+|three|five|six|seven|eight|ten|twelve) (?:\w+ )?(?:ways|tips|steps|things|reasons|questions|lessons|ideas)\b|\bdiary\b|\bmeet\b|\bguide\b|\ba (?:day|week|year) (?:with|in|on|at)\b|\bwalk(?:s|ed|ing)?\b|\b(?:what|who|where) (?:\w+ ){1,4}(?:paid|learned|remember\w*|think|do)\b|\bstory\b|\btells? (?:us )?how\b|\btell what\b/i;

/** What matter in newspapers, trade journals and magazines usually is. Common practice. */
export const USUAL_IN_POPULAR: readonly UsualRule[] = [
  usually({
    id: 'usual-news-in-newspaper',
    axis: 'publicationType',
    among: [],
    to: ['news'],
    sources: ['newspaper', 'newswire'],
    lacks: new RegExp(`${NAMED.source}|\\bportrait\\b|\\bprofile\\b|\\ba day (?:with|in|on|at)\\b`, 'i'),
    explain: 'What stands in a newspaper, and calls itself nothing else, is news.',
    hits: ['The council will try the new lamps for four weeks.'],
    misses: ['In this interview the mayor speaks of lamps.', 'A portrait of a country doctor.'],
  }),
  usually({
    id: 'usual-news-in-magazine',
    needsAbstract: 30,
    axis: 'publicationType',
    among: [],
    to: ['news'],
    sources: ['newspaper', 'newswire', 'trade-journal', 'magazine'],
    has: new RegExp(`${SAID}|${EVENTFUL.source}`, 'i'),
    lacks: new RegExp(`${NAMED.source}|${TELLING.source}`, 'i'),
    explain: 'What a magazine tells with its day, or as the word of officials, is news.',
    hits: ['From Monday clinics must publish their waiting lists. Managers said that the work had been underestimated.'],
    misses: ['Managers from five clinics tell what has worked for them.'],
  }),
  usually({
    id: 'usual-feature-in-magazine',
    needsAbstract: 30,
    axis: 'publicationType',
    among: [],
    to: ['feature'],
    sources: ['trade-journal', 'magazine'],
    has: TELLING,
    lacks: new RegExp(`${NAMED.source}|${EVENTFUL.source}`, 'i'),
    explain: 'What a magazine tells at leisure, of a visit or a person or as advice, is a feature.',
    hits: ['A visit to a site with 90 lamps, and what the fitters learned.', 'Managers from five clinics tell what has worked for them.'],
    misses: ['From Monday clinics must publish their waiting lists.', 'An interview with a fitter who walks.'],
  }),
];
