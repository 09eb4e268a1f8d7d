import { PRESS_KINDS } from '@/core/venues';
import { ALL, axisMask, bitCount, CODED_AXES, type CodedAxis, type Mask, type TermSets } from '@/core/vocabularies';
import { type Aside, ATTRIBUTES, CLAIM_AXES, type ClaimAxis, VENUE_FACTS } from './claim';
import type { ClaimSheet } from './claim-sheet';
import type { CueRule, Zone } from './cue-rule';
import { CUE_RULES, MENTIONED } from './cue-rules';
import { type Prefilter, prefilterOf } from './prefilter';
import { readsLikeMethods, sentencesOf } from './sections';
import { alwaysTried, SECOND, WholeText, withSecond } from './whole-text';

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

const YIELDS = new Map(CUE_RULES.flatMap((r) => (r.yieldsTo ? [[r.id, r.yieldsTo] as const] : [])));

/** Texts of a record that are short, and looked through one by one. */
type ShortPart = 'heading' | 'venue' | 'note';
type Part = 'title' | 'abstract' | ShortPart;

interface Ready {
  rules: readonly Prepared[];
  short: Readonly<Record<ShortPart, Prefilter>>;
  always: { title: readonly number[]; abstract: readonly number[] };
}
let made: Ready | null = null;

/** Made when it is first wanted: a page that only shows the rules need not pay for it. */
function ready(): Ready {
  if (made) return made;
  const rules = CUE_RULES.map(prepare);
  const of = (zone: Zone) => prefilterOf(rules.flatMap(({ rule }, i) => (rule.zones.includes(zone) ? [[i, rule.pattern] as const] : [])));
  stamps = new Int32Array(2 * SECOND);
  twofold = withSecond();
  made = {
    rules,
    short: { heading: of('heading'), venue: of('venue'), note: of('note') },
    always: { title: alwaysTried(['title']), abstract: alwaysTried(['methods', 'results', 'abstract']) },
  };
  return made;
}

/** What cue rules found of one record: their claims on a sheet, from a place on, and what they set aside. */
interface CueFindings {
  sheet: ClaimSheet;
  from: number;
  asides: Aside[];
}

/** A text in capitals is read as if it were not, so that patterns see words; every letter keeps its place. */
const calm = (text: string): string =>
  text.length > 12 && text === text.toUpperCase()
    ? text.replace(/\p{Lu}/gu, (letter) => (letter.toLowerCase().length === letter.length ? letter.toLowerCase() : letter))
    : text;
/** What is quoted is quoted as printed. */
function quoteAsPrinted({ sheet, from, asides }: CueFindings, field: 'title' | 'venue', printed: string) {
  for (let i = from; i < sheet.length; i++)
    if (sheet.fields[i] === field && sheet.ends[i]! > 0) sheet.quotes[i] = printed.slice(sheet.starts[i]!, sheet.ends[i]!);
  for (const aside of asides) if (aside.field === field && aside.end > 0) aside.quote = printed.slice(aside.start, aside.end);
}

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
 * Adds all claims that cue rules make on one record's texts. One pass finds which rules could match, and only these are
 * tried. English cues only: other languages simply do not match.
 * @returns words that were looked at and set aside
 */
export function addCues(sheet: ClaimSheet, texts: CueTexts, whole = new WholeText(texts.title, texts.abstract)): Aside[] {
  const found: CueFindings = { sheet, from: sheet.length, asides: [] };
  const { rules, always } = ready();
  const title = calm(texts.title);
  const inTitle = new Hits(whole.hits).upTo(0, whole.titleLength, always.title);
  for (const i of inTitle) if (rules[i]?.rule.zones.includes('title')) apply(i, 'title', title, 0, found);
  const later: Later[] = [];
  if (texts.abstract) inAbstract(texts.abstract, whole, found, later);
  inHeadings(texts.headings, found);
  if (texts.container) {
    const venue = calm(texts.container);
    for (const i of candidatesIn(venue, 'venue')) apply(i, 'venue', venue, 0, found);
  }
  for (const note of texts.notes) for (const i of candidatesIn(note, 'note')) apply(i, 'note', note, 0, found);
  if (later.length > 0 && !namesDesign(found)) for (const { rule, text, start } of later) apply(rule, 'abstract', text, start, found);
  dropYielding(found);
  if (title !== texts.title) quoteAsPrinted(found, 'title', texts.title);
  if (calm(texts.container) !== texts.container) quoteAsPrinted(found, 'venue', texts.container);
  return found.asides;
}

/** A rule to be asked of a sentence once the whole text is read. */
interface Later {
  rule: number;
  text: string;
  start: number;
}

/** Whether title or abstract name one design, so that nothing else in them need tell it. */
function namesDesign({ sheet, from }: CueFindings): boolean {
  let mask = ALL.design;
  for (let i = from; i < sheet.length; i++)
    if (sheet.isOn(i, 'design') && !sheet.isWeak(i) && (sheet.fields[i] === 'title' || sheet.fields[i] === 'abstract'))
      mask = (mask & sheet.masks[i]!) >>> 0;
  return bitCount(mask) === 1;
}

/** Drops what belongs to a rule that fired elsewhere; its words stay visible as looked at and set aside. */
function dropYielding({ sheet, from, asides }: CueFindings) {
  const fired = new Set<string>();
  let some = false;
  for (let i = from; i < sheet.length; i++) {
    fired.add(sheet.rules[i]!);
    some ||= YIELDS.has(sheet.rules[i]!);
  }
  if (!some) return;
  sheet.keepOnly((i) => {
    const to = YIELDS.get(sheet.rules[i]!);
    if (!to?.some((other) => fired.has(other))) return true;
    const field = sheet.fields[i];
    if (field === 'title' || field === 'abstract')
      asides.push({
        axis: CLAIM_AXES[sheet.axes[i]!]!,
        rule: sheet.rules[i]!,
        field,
        quote: sheet.quotes[i]!,
        start: sheet.starts[i]!,
        end: sheet.ends[i]!,
      });
    return false;
  }, from);
}

/** Numbers of rules seen in the text in hand, each once: `stamps[i]` is the turn in which rule i was seen last. */
let stamps = new Int32Array(0);
let turn = 0;
/** 1 for rules that can match only where a second piece stands too. */
let twofold: Uint8Array = new Uint8Array(0);

/** Rules of a part that could match a text, in the order of the rules. */
function candidatesIn(text: string, part: ShortPart): number[] {
  const { scan, always } = ready().short[part];
  const could = [...always];
  turn++;
  for (const i of could) stamps[i] = turn;
  scan.run(text, (i) => {
    if (stamps[i] === turn) return;
    stamps[i] = turn;
    could.push(i);
  });
  return could.length < 2 ? could : inOrder(could);
}

/** Goes through what was found in a whole text, stretch after stretch. */
class Hits {
  private at = 0;
  constructor(private readonly hits: readonly number[]) {}

  /** Rules with words in a stretch, and those tried on every text, each once and in the order of the rules. */
  upTo(from: number, to: number, always: readonly number[]): number[] {
    const { hits } = this;
    const could = [...always];
    turn++;
    for (const i of could) stamps[i] = turn;
    for (; this.at < hits.length && hits[this.at + 1]! < to; this.at += 2) {
      const i = hits[this.at]!;
      if (hits[this.at + 1]! < from || stamps[i] === turn) continue;
      stamps[i] = turn;
      if (i < SECOND) could.push(i);
    }
    let kept = 0;
    for (const i of could) if (twofold[i] !== 1 || stamps[SECOND + i] === turn) could[kept++] = i;
    could.length = kept;
    return kept < 2 ? could : inOrder(could);
  }
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

function inAbstract(abstract: string, whole: WholeText, found: CueFindings, later: Later[]) {
  const { rules, always } = ready();
  const mentioned = rules.length;
  const hits = new Hits(whole.hits);
  const before = whole.titleLength + 1;
  for (const { text, start, section } of sentencesOf(abstract)) {
    let likeMethods: boolean | null = null;
    for (const i of hits.upTo(before + start, before + start + text.length, always.abstract)) {
      const rule = i === mentioned ? null : rules[i]!.rule;
      const zones = rule?.zones;
      if (zones?.includes('abstract') || (section === 'results' && zones?.includes('results'))) {
        if (rule?.told) later.push({ rule: i, text, start });
        else apply(i, 'abstract', text, start, found);
        continue;
      }
      if (zones && !zones.includes('methods')) continue;
      // In a text without labels, a sentence that reads like methods is taken for methods.
      likeMethods ??= section === 'methods' || (section === 'unlabelled' && readsLikeMethods(text));
      if (rule?.told) {
        if (likeMethods) later.push({ rule: i, text, start });
      } else if (zones && likeMethods) apply(i, 'abstract', text, start, found);
      else if (!zones && !likeMethods) setAsideDesigns(text, start, found);
    }
  }
}

function apply(index: number, field: Part, text: string, offset: number, found: CueFindings) {
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
  for (const { axis, mask } of narrows) found.sheet.add(axis, mask, rule.id, rule.tier, field, match[0], start, end);
}

function setAsideDesigns(text: string, offset: number, found: CueFindings) {
  const match = MENTIONED.exec(text);
  if (!match) return;
  const start = offset + match.index;
  found.asides.push({
    axis: 'design',
    rule: 'mention-outside-methods',
    field: 'abstract',
    quote: match[0],
    start,
    end: start + match[0].length,
  });
}
