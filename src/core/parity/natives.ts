import { AGE_BANDS, type EvidenceScheme, languageCodes } from '@/core/classify';
import { kindOf, type Limiter, readsText } from '@/core/sieve';
import { CODED_AXES, type CodedAxis } from '@/core/vocabularies';
import type { LimiterProfile, ProfileAxis } from './profile';
import type { ActiveLimiter } from './steps';

/** What a limiter asks, without its name, policy and reasons. */
export type Meaning = Limiter['test'];

/** A limiter that was set at a database, with what it means as far as that can be read from its name. */
export interface NativeLimiter {
  name: string;
  how: ActiveLimiter['how'];
  /** Null when nobody can tell what it asks. */
  meaning: Meaning | null;
  /** The axis of the profile that it belongs to. */
  axis: ProfileAxis | null;
  /** What it looks at there: the item, or the journal or book. */
  level: 'item' | 'venue';
  /** The profile calls it something near rather than the thing itself. */
  near: boolean;
  /** Records without the field are dropped. */
  dropsMissing: boolean;
}

/**
 * What a native limiter means: what a person said of it, else what its name says. Names are matched by the words that
 * platforms commonly use (common practice); the level is that of the database's profile.
 * @param searchedOn ISO date of the retrieval, from which "last N years" count
 * @param scheme the review's: a meaning that it cannot test counts as not known
 */
export function readNative(
  { name, how }: ActiveLimiter,
  profile: LimiterProfile,
  searchedOn: string,
  scheme: EvidenceScheme,
): NativeLimiter {
  const told = profile.natives?.find((n) => same(n.name, name))?.meaning ?? null;
  const said = told && canBeTested(told, scheme) ? told : null;
  const axis = (said ? axisOfMeaning(said) : null) ?? axisByControl(name, profile) ?? axisByName(name);
  const own = axis ? profile.axes[axis] : null;
  const level = own?.level ?? 'item';
  const meaning = said ?? meaningOf(name, axis, level, searchedOn);
  return {
    ...{ name, how, meaning, axis: axis ?? (meaning && axisOfMeaning(meaning)), level },
    ...{ near: own?.capability === 'approximate', dropsMissing: own?.dropsMissing ?? false },
  };
}

/**
 * Whether a meaning can be tested on records as they are classified: not one that reads text, which native limiters are
 * not told by, nor one with levels of another scheme, as a profile from another review may have.
 */
export function canBeTested(meaning: Meaning, scheme: EvidenceScheme): boolean {
  if (readsText(meaning)) return false;
  return kindOf(meaning).unknownCode(meaning, scheme) === undefined;
}

const same = (a: string, b: string): boolean => plain(a) === plain(b);
const plain = (text: string): string =>
  text
    .toLowerCase()
    .replace(/[“”"'’]/g, '')
    .replace(/\s+/g, ' ')
    .trim();

/** The profile's axis whose control is named so. */
function axisByControl(name: string, profile: LimiterProfile): ProfileAxis | null {
  const wanted = plain(name);
  for (const [axis, { control }] of Object.entries(profile.axes)) {
    const own = plain(control);
    if (
      own &&
      (own === wanted || own.startsWith(`${wanted}:`) || wanted.startsWith(`${own}:`) || (wanted.length > 6 && own.includes(wanted)))
    )
      return axis as ProfileAxis;
  }
  return null;
}

const PEER = /\b(?:peer[- ]?review(?:ed)?|refereed|scholarly|academic)\b/i;
const FULL_TEXT = /\bfull[- ]?text\b|\bopen access\b/i;
const YEAR = /\b(?:1[89]|20)\d{2}\b/;
const LAST_YEARS = /\b(?:last|past)\s+(\d{1,2}|one|two|three|five|ten|fifteen|twenty)\s+years?\b/i;

function axisByName(name: string): ProfileAxis | null {
  if (PEER.test(name)) return 'peerReview';
  if (FULL_TEXT.test(name)) return 'fullText';
  if (YEAR.test(name) || LAST_YEARS.test(name)) return 'date';
  const meaning = wordsMeaning(name);
  return meaning && axisOfMeaning(meaning);
}

/** The profile's axis on which a test would be set at a database; null where databases offer none that is described. */
export function axisOfMeaning(meaning: Meaning): ProfileAxis | null {
  switch (meaning.kind) {
    case 'coded':
      return meaning.axis === 'design' ? 'level' : meaning.axis;
    case 'recency':
      return 'date';
    case 'facet':
      return meaning.facet === 'language' ? 'language' : meaning.facet === 'access' || meaning.facet === 'holding' ? 'fullText' : null;
    default:
      return null;
  }
}

function meaningOf(name: string, axis: ProfileAxis | null, level: 'item' | 'venue', searchedOn: string): Meaning | null {
  if (axis === 'peerReview')
    return { kind: 'coded', axis: 'peerReview', allowed: level === 'venue' ? ['refereed', 'venue-only'] : ['refereed'] };
  if (axis === 'date') return yearsMeaning(name, searchedOn);
  if (axis === 'fullText') return { kind: 'facet', facet: 'access', allowed: ['open'] };
  return wordsMeaning(name);
}

const NUMBERS: Readonly<Record<string, number>> = { one: 1, two: 2, three: 3, five: 5, ten: 10, fifteen: 15, twenty: 20 };

/** "2016–2026", "since 2019", "to 2020", "last 10 years": whole years, as most databases count. */
function yearsMeaning(name: string, searchedOn: string): Meaning | null {
  const last = LAST_YEARS.exec(name);
  if (last) {
    const now = Number(searchedOn.slice(0, 4));
    const years = NUMBERS[last[1]!.toLowerCase()] ?? Number(last[1]);
    return now ? fixed(now - years, null) : null;
  }
  const years = [...name.matchAll(new RegExp(YEAR, 'g'))].map((m) => Number(m[0]));
  if (years.length === 0 || years.length > 2) return null;
  const [a, b] = years as [number, number?];
  if (b !== undefined) return a <= b ? fixed(a, b) : null;
  if (/\b(?:to|until|before|up to)\s*(?:1[89]|20)\d{2}|[-–]\s*(?:1[89]|20)\d{2}\s*$/i.test(name)) return fixed(null, a);
  if (/\b(?:since|from|after)\b|(?:1[89]|20)\d{2}\s*(?:[-–+]|onwards?|to\s+(?:date|now|present|current))/i.test(name))
    return fixed(a, null);
  return fixed(a, a);
}
const fixed = (from: number | null, to: number | null): Meaning => ({
  kind: 'recency',
  date: 'earliest',
  window: { count: 'fixed', from: from === null ? null : `${from}-01-01`, to: to === null ? null : `${to}-12-31` },
});

const coded = (axis: CodedAxis, allowed: string[]): Meaning => ({ kind: 'coded', axis, allowed });
/** Words of limiters that databases commonly offer, more particular ones first. */
const WORDS: readonly (readonly [RegExp, Meaning])[] = [
  [/\bsystematic reviews?\b/i, coded('publicationType', ['systematic-review'])],
  [/\bmeta-?analys[ei]s\b/i, coded('design', ['meta-analysis'])],
  [/\brandomi[sz]ed\b/i, coded('design', ['randomised-trial', 'cluster-randomised-trial', 'crossover-randomised-trial'])],
  [
    /\b(?:clinical|controlled) trials?\b/i,
    coded('design', ['randomised-trial', 'cluster-randomised-trial', 'crossover-randomised-trial', 'non-randomised-trial']),
  ],
  [/\bbook reviews?\b/i, coded('publicationType', ['book-review'])],
  [/\breviews?(?: articles?)?\b/i, coded('publicationType', ['systematic-review', 'review-article'])],
  [/\bguidelines?\b/i, coded('publicationType', ['guideline'])],
  [/\bcase reports?\b/i, coded('publicationType', ['case-report'])],
  [/\beditorials?\b/i, coded('publicationType', ['editorial'])],
  [/\bletters?\b/i, coded('publicationType', ['letter'])],
  [/\bproceedings\b/i, coded('sourceType', ['proceedings'])],
  [/\bconference (?:papers?|articles?)\b/i, coded('publicationType', ['conference-paper'])],
  [/\b(?:theses|thesis|dissertations?)\b/i, coded('sourceType', ['thesis'])],
  [/\bjournals?(?! articles?)\b/i, coded('sourceType', ['scholarly-journal'])],
  [/\bbooks?\b/i, coded('sourceType', ['book'])],
  [/\b(?:magazines?)\b/i, coded('sourceType', ['trade-journal', 'magazine'])],
  [
    /\b(?:research|journal|original)(?: articles?)?\b|^articles?$/i,
    coded('publicationType', ['research-article', 'systematic-review', 'review-article']),
  ],
  [/\bhumans?\b/i, { kind: 'facet', facet: 'species', allowed: ['human'] }],
  [/\badults?\b/i, { kind: 'facet', facet: 'age', allowed: AGE_BANDS.filter((b) => /adult|aged/.test(b)) }],
  [/\bwom[ae]n|females?\b/i, { kind: 'facet', facet: 'sex', allowed: ['female'] }],
];

function wordsMeaning(name: string): Meaning | null {
  const languages = languagesIn(name);
  if (languages.length) return { kind: 'facet', facet: 'language', allowed: languages };
  for (const [pattern, meaning] of WORDS) if (pattern.test(name) && isKnown(meaning)) return meaning;
  return null;
}

const isKnown = (m: Meaning): boolean =>
  m.kind !== 'coded' ||
  m.axis === 'level' ||
  m.allowed.every((code) => CODED_AXES[m.axis as CodedAxis].values.some((v) => v.code === code));

/** "English", "English or Spanish", "Language: English": only when every word names one. */
function languagesIn(name: string): string[] {
  const bare = name.replace(/^\s*languages?\s*[:=]?\s*/i, '').replace(/\s+(?:only|language)\s*$/i, '');
  const parts = bare.split(/\s*(?:,|;|\/|\bor\b|\band\b)\s*/i).filter(Boolean);
  const codes = parts.map((p) => (/^[\p{L} ]{4,}$/u.test(p) ? languageCodes(p) : []));
  return codes.length > 0 && codes.every((c) => c.length === 1) ? codes.flat() : [];
}
