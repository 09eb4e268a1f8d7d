import { PRESS_KINDS } from '@/core/venues';
import { ALL, axisMask, CODED_AXES, type CodedAxis, type Mask, type TermSets } from '@/core/vocabularies';
import { type Aside, ATTRIBUTES, type Claim, type ClaimAxis, makeClaim, VENUE_FACTS } from './claim';
import type { CueRule, Zone } from './cue-rule';
import { CUE_RULES } from './cue-rules';
import { literalsOf } from './literals';
import { Scan } from './scan';
import { readsLikeMethods, type Sentence, sentencesOf } from './sections';

/** A rule's masks, worked out once. */
interface Prepared {
  rule: CueRule;
  narrows: { axis: ClaimAxis; mask: Mask }[];
}

export function narrowsOf(sets: TermSets): { axis: CodedAxis; mask: Mask }[] {
  return (Object.keys(CODED_AXES) as CodedAxis[]).flatMap((axis) => (sets[axis] ? [{ axis, mask: axisMask(axis, sets[axis]) }] : []));
}
export const leavesOf = (excludes: TermSets): { axis: CodedAxis; mask: Mask }[] =>
  narrowsOf(excludes).map(({ axis, mask }) => ({ axis, mask: (ALL[axis] & ~mask) >>> 0 }));

const prepare = (rule: CueRule): Prepared => ({
  rule,
  narrows: [
    ...narrowsOf(rule.sets),
    ...leavesOf(rule.excludes ?? {}),
    ...(rule.attribute ? [{ axis: 'attribute' as const, mask: 1 << ATTRIBUTES.indexOf(rule.attribute) }] : []),
    ...(rule.includes ? [{ axis: 'includes' as const, mask: axisMask('design', rule.includes) }] : []),
    ...(rule.press ? [{ axis: 'press' as const, mask: 1 << PRESS_KINDS.indexOf(rule.press) }] : []),
    ...(rule.venue ? [{ axis: 'venue' as const, mask: 1 << VENUE_FACTS.indexOf(rule.venue) }] : []),
  ],
});

/** Names of designs outside the methods are mentions: shown to the reader as looked at and set aside. */
const MENTIONED =
  /\b(?:non-?randomi[sz]ed|randomi[sz]ed|cohort|case[- ]control|cross-sectional|qualitative)(?: \w+){0,2} (?:trials?|stud(?:y|ies))\b|\b(?:systematic reviews?|meta-analys[ie]s)\b/i;
/** Patterns that are no rules, but are looked for in the same pass. */
const ASKED = [MENTIONED] as const;

const YIELDS = new Map(CUE_RULES.flatMap((r) => (r.yieldsTo ? [[r.id, r.yieldsTo] as const] : [])));

interface Ready {
  rules: readonly Prepared[];
  scan: Scan;
  /** Numbers of rules that have no piece to look for, and must be tried on every text of their zone. */
  always: Readonly<Record<Zone, readonly number[]>>;
}
let made: Ready | null = null;

/** Made when it is first wanted: a page that only shows the rules need not pay for it. */
function ready(): Ready {
  if (made) return made;
  const rules = CUE_RULES.map(prepare);
  const words = new Map<string, number[]>();
  const always: Record<Zone, number[]> = { title: [], methods: [], results: [], abstract: [], heading: [], venue: [], note: [] };
  [...rules.map((r) => r.rule.pattern), ...ASKED].forEach((pattern, i) => {
    const pieces = literalsOf(pattern);
    if (!pieces) {
      if (!rules[i]) throw new Error('a pattern that is no rule needs pieces to look for');
      for (const zone of rules[i].rule.zones) always[zone].push(i);
    } else
      for (const piece of pieces) {
        const owners = words.get(piece);
        if (owners) owners.push(i);
        else words.set(piece, [i]);
      }
  });
  stamps = new Int32Array(rules.length + ASKED.length);
  made = { rules, scan: new Scan(words), always };
  return made;
}

export interface CueFindings {
  claims: Claim[];
  asides: Aside[];
}
type Field = 'title' | 'abstract' | 'heading' | 'venue' | 'note';

/** A text in capitals is read as if it were not, so that patterns see words; offsets stay the same. */
const calm = (text: string): string => (text.length > 12 && text === text.toUpperCase() ? text.toLowerCase() : text);

/** What cue rules read of a record. */
export interface CueTexts {
  title: string;
  abstract: string;
  headings: readonly string[];
  container: string;
  /** Free notes, each a text of its own. */
  notes: readonly string[];
}

/**
 * All claims that cue rules make on one record's texts. One pass finds which rules could match, and only these are
 * tried. English cues only: other languages simply do not match.
 */
export function findCues(texts: CueTexts): CueFindings {
  const found: CueFindings = { claims: [], asides: [] };
  const title = calm(texts.title);
  for (const i of candidatesIn(title, 'title')) apply(i, 'title', title, 0, found);
  if (texts.abstract) inAbstract(texts.abstract, found);
  inHeadings(texts.headings, found);
  if (texts.container) {
    const venue = calm(texts.container);
    for (const i of candidatesIn(venue, 'venue')) apply(i, 'venue', venue, 0, found);
  }
  for (const note of texts.notes) for (const i of candidatesIn(note, 'note')) apply(i, 'note', note, 0, found);
  return withoutYielding(found);
}

/** Drops what belongs to a rule that fired elsewhere; its words stay visible as looked at and set aside. */
function withoutYielding(found: CueFindings): CueFindings {
  if (!found.claims.some((c) => YIELDS.has(c.rule))) return found;
  const claims: Claim[] = [];
  for (const c of found.claims) {
    const to = YIELDS.get(c.rule);
    if (!to || !found.claims.some((other) => to.includes(other.rule))) claims.push(c);
    else if (c.field === 'title' || c.field === 'abstract')
      found.asides.push({ axis: c.axis, rule: c.rule, field: c.field, quote: c.quote, start: c.start, end: c.end });
  }
  return { claims, asides: found.asides };
}

/** Numbers of rules seen in the text in hand, each once: `stamps[i]` is the turn in which rule i was seen last. */
let stamps = new Int32Array(0);
let turn = 0;

/** Rules of a zone that could match a text, in the order of the rules. */
function candidatesIn(text: string, zone: Zone): number[] {
  const { rules, scan, always } = ready();
  const could = [...always[zone]];
  turn++;
  for (const i of could) stamps[i] = turn;
  scan.run(text, (i) => {
    if (stamps[i] === turn) return;
    stamps[i] = turn;
    if (rules[i]?.rule.zones.includes(zone)) could.push(i);
  });
  return could.length < 2 ? could : inOrder(could);
}
/** Sorts a few numbers in place: there are seldom more than ten, and a general sort costs more than it saves. */
function inOrder(numbers: number[]): number[] {
  for (let i = 1; i < numbers.length; i++) {
    const n = numbers[i]!;
    let at = i;
    while (at > 0 && numbers[at - 1]! > n) {
      numbers[at] = numbers[at - 1]!;
      at--;
    }
    numbers[at] = n;
  }
  return numbers;
}

/** All headings are looked through in one pass; few records have one that says how a study was done. */
function inHeadings(headings: readonly string[], found: CueFindings) {
  if (headings.length === 0 || candidatesIn(headings.join('\n'), 'heading').length === 0) return;
  for (const heading of headings) {
    const plain = heading.replace(/^\*/, '').split('/')[0]!;
    for (const i of candidatesIn(plain, 'heading')) apply(i, 'heading', plain, 0, found);
  }
}

function inAbstract(abstract: string, found: CueFindings) {
  const { rules, scan, always } = ready();
  const sentences = sentencesOf(abstract);
  const could: number[][] = sentences.map(() => []);
  let at = 0;
  turn++;
  scan.run(abstract, (i, end) => {
    while (at < sentences.length && sentences[at]!.start + sentences[at]!.text.length <= end) {
      at++;
      turn++;
    }
    if (stamps[i] === turn || at >= sentences.length || sentences[at]!.start > end) return;
    stamps[i] = turn;
    could[at]!.push(i);
  });
  const mentioned = rules.length;
  sentences.forEach((sentence, s) => {
    const here = could[s]!;
    let { section } = sentence;
    // In a text without labels, a sentence that reads like methods is taken for methods.
    if (section === 'unlabelled') section = readsLikeMethods(sentence.text) ? 'methods' : 'unknown';
    here.push(...always.abstract);
    if (section === 'methods' || section === 'results') here.push(...always[section]);
    inOrder(here);
    for (let k = 0; k < here.length; k++) {
      const i = here[k]!;
      if (i === here[k - 1]) continue;
      const zones = rules[i]?.rule.zones;
      if (zones?.includes('abstract') || ((section === 'methods' || section === 'results') && zones?.includes(section)))
        apply(i, 'abstract', sentence.text, sentence.start, found);
    }
    if (section !== 'methods' && here.includes(mentioned)) setAsideDesigns(sentence, found);
  });
}

function apply(index: number, field: Field, text: string, offset: number, found: CueFindings) {
  const { rule, narrows } = ready().rules[index]!;
  const match = rule.pattern.exec(text);
  if (!match || narrows.length === 0) return;
  const placed = field === 'title' || field === 'abstract';
  const start = placed ? offset + match.index : 0;
  const end = placed ? start + match[0].length : 0;
  if (rule.unless?.test(text)) {
    if (placed) found.asides.push({ axis: narrows[0]!.axis, rule: rule.id, field, quote: match[0], start, end });
    return;
  }
  for (const { axis, mask } of narrows) found.claims.push(makeClaim(axis, mask, rule.id, rule.tier, field, match[0], start, end));
}

function setAsideDesigns(sentence: Sentence, found: CueFindings) {
  const match = MENTIONED.exec(sentence.text);
  if (!match) return;
  const start = sentence.start + match.index;
  found.asides.push({
    axis: 'design',
    rule: 'mention-outside-methods',
    field: 'abstract',
    quote: match[0],
    start,
    end: start + match[0].length,
  });
}
