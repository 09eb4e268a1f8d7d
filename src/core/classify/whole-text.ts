import type { Zone } from './cue-rule';
import { CUE_RULES, MENTIONED } from './cue-rules';
import { FACET_WORDS } from './facet-words';
import { secondLiteralsOf } from './literals';
import { type Prefilter, prefilterOf } from './prefilter';
import { USUAL_RULES } from './usual-rules';

const ZONES_READ: readonly Zone[] = ['title', 'methods', 'results', 'abstract'];
/** By their number among all cue rules; the number after the last is that of designs that are only mentioned. */
const CUES = CUE_RULES.map((rule, i) => [i, rule] as const).filter(([, r]) => r.zones.some((z) => ZONES_READ.includes(z)));
/** What is added to a cue rule's number where a second piece of its pattern stands. */
export const SECOND = CUE_RULES.length + 1;
/** Patterns of which it only matters whether they could match at all, numbered after both. */
const ASKED = new Map<RegExp, number>();
for (const r of USUAL_RULES) for (const pattern of [r.has, r.lacks]) if (pattern) ask(pattern);
for (const [, , pattern] of FACET_WORDS) ask(pattern);
function ask(pattern: RegExp) {
  if (!ASKED.has(pattern)) ASKED.set(pattern, 2 * SECOND + ASKED.size);
}

interface Filter extends Prefilter {
  tried: ReadonlySet<number>;
}
let made: Filter | null = null;
/** Made when it is first wanted: a page that only shows the rules need not pay for it. */
function filter(): Filter {
  if (made) return made;
  const all = prefilterOf([
    ...CUES.map(([i, r]) => [i, r.pattern, SECOND + i] as const),
    [CUE_RULES.length, MENTIONED] as const,
    ...[...ASKED].map(([pattern, i]) => [i, pattern] as const),
  ]);
  made = { ...all, tried: new Set(all.always) };
  return made;
}

/** Title and abstract of a record, looked through in one pass for all words that any rule asks for. */
export class WholeText {
  readonly text: string;
  readonly titleLength: number;
  /** Cue rules whose words stand there, each with the place of the words' last character: two numbers after the other, by place. */
  readonly hits: number[] = [];
  private readonly marks = new Uint8Array(2 * SECOND + ASKED.size);

  constructor(title: string, abstract: string) {
    this.text = `${title}\n${abstract}`;
    this.titleLength = title.length;
    filter().scan.read(this.text, 2 * SECOND - 1, this.hits, this.marks);
  }
  /** Whether a pattern that some rule asks for could match; it is then tried. */
  couldMatch(pattern: RegExp): boolean {
    const i = ASKED.get(pattern);
    return i === undefined || this.marks[i] === 1 || filter().tried.has(i);
  }
}
/** Cue rules of which two pieces are looked for. */
export const withSecond = (): Uint8Array => Uint8Array.from(CUE_RULES, (r) => (secondLiteralsOf(r.pattern) ? 1 : 0));

/** Cue rules without words to look for: those of a zone are tried on all its texts. */
export const alwaysTried = (zones: readonly Zone[]): number[] =>
  filter().always.filter((i) => CUE_RULES[i]?.zones.some((z) => zones.includes(z)));
