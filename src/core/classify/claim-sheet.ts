import { ALL, type CodedAxis, type Mask } from '@/core/vocabularies';
import { CLAIM_AXES, type Claim, type ClaimAxis, makeClaim, STATED_TIERS, TIERS, type Tier } from './claim';
import { OnAxis, walk } from './resolve';

const AXIS_PLACES = Object.fromEntries(CLAIM_AXES.map((axis, i) => [axis, i])) as Record<ClaimAxis, number>;
const TIER_PLACES = Object.fromEntries(TIERS.map((tier, i) => [tier, i])) as Record<Tier, number>;
const USUAL = 1;
const WIDENED = 2;
const own = new OnAxis();

/**
 * The claims of one record while they are made, as columns: nothing is made anew for each, and a sheet serves one record
 * after the other. Claim i has the values at place i.
 */
export class ClaimSheet {
  length = 0;
  /** Places in CLAIM_AXES. */
  axes = new Uint8Array(64);
  /** Places in TIERS. */
  tiers = new Uint8Array(64);
  masks = new Uint32Array(64);
  starts = new Uint32Array(64);
  ends = new Uint32Array(64);
  /** What those said that were widened. */
  private before = new Uint32Array(64);
  private marks = new Uint8Array(64);
  readonly rules: string[] = [];
  readonly fields: string[] = [];
  readonly quotes: string[] = [];

  static of(claims: readonly Claim[]): ClaimSheet {
    const sheet = new ClaimSheet();
    for (const claim of claims) sheet.take(claim);
    return sheet;
  }

  clear() {
    this.length = 0;
  }

  add(axis: ClaimAxis, mask: Mask, rule: string, tier: Tier, field: string, quote: string, start = 0, end = 0, usual = false) {
    const i = this.length++;
    if (i === this.axes.length) this.grow();
    this.axes[i] = AXIS_PLACES[axis];
    this.tiers[i] = TIER_PLACES[tier];
    this.masks[i] = mask;
    this.starts[i] = start;
    this.ends[i] = end;
    this.marks[i] = usual ? USUAL : 0;
    this.rules[i] = rule;
    this.fields[i] = field;
    this.quotes[i] = quote;
  }

  /** Adds a claim that was made elsewhere. @param unwidened as it was before it was widened */
  take(c: Claim, unwidened = false) {
    this.add(c.axis, unwidened ? (c.own ?? c.mask) : c.mask, c.rule, c.tier, c.field, c.quote, c.start, c.end, c.usual === true);
    if (c.own !== undefined && !unwidened) this.markWidened(this.length - 1, c.own);
  }

  /** Takes out those that do not hold, from a place on; the others keep their order. */
  keepOnly(holds: (i: number) => boolean, from = 0) {
    let kept = from;
    for (let i = from; i < this.length; i++) {
      if (!holds(i)) continue;
      if (kept < i) this.move(i, kept);
      kept++;
    }
    this.length = kept;
  }

  isOn(i: number, axis: ClaimAxis): boolean {
    return this.axes[i] === AXIS_PLACES[axis];
  }
  placesOf(axis: ClaimAxis): number[] {
    const places: number[] = [];
    for (let i = 0; i < this.length; i++) if (this.isOn(i, axis)) places.push(i);
    return places;
  }
  isStated(i: number): boolean {
    return this.tiers[i]! < STATED_TIERS.length;
  }
  isWeak(i: number): boolean {
    return this.tiers[i] === TIER_PLACES.weak;
  }
  isUsual(i: number): boolean {
    return (this.marks[i]! & USUAL) !== 0;
  }
  /** What a claim said before it was widened; null where it was not. */
  ownOf(i: number): Mask | null {
    return (this.marks[i]! & WIDENED) !== 0 ? this.before[i]! : null;
  }
  /** Lets a claim say more than it did. */
  widen(i: number, mask: Mask) {
    this.markWidened(i, this.masks[i]!);
    this.masks[i] = (this.masks[i]! | mask) >>> 0;
  }

  /** What the claims leave of an axis; 0 when they conflict. */
  left(axis: CodedAxis): Mask {
    own.clear();
    for (let i = 0; i < this.length; i++)
      if (this.isOn(i, axis)) own.add(this.masks[i]!, this.tiers[i]!, this.fields[i] === 'title', this.isUsual(i));
    if (own.length === 0) return ALL[axis];
    const { mask, status } = walk(own, ALL[axis]);
    return status === 'conflicting' ? 0 : mask;
  }

  /** The claims, each by itself. */
  claims(): Claim[] {
    return Array.from({ length: this.length }, (_, i) => {
      const claim = makeClaim(
        CLAIM_AXES[this.axes[i]!]!,
        this.masks[i]!,
        this.rules[i]!,
        TIERS[this.tiers[i]!]!,
        this.fields[i]!,
        this.quotes[i]!,
        this.starts[i]!,
        this.ends[i]!,
        this.isUsual(i) ? true : undefined,
      );
      const before = this.ownOf(i);
      return before === null ? claim : { ...claim, own: before };
    });
  }

  private markWidened(i: number, before: Mask) {
    this.marks[i]! |= WIDENED;
    this.before[i] = before;
  }

  private move(from: number, to: number) {
    for (const numbers of [this.axes, this.tiers, this.masks, this.starts, this.ends, this.before, this.marks])
      numbers[to] = numbers[from]!;
    for (const words of [this.rules, this.fields, this.quotes]) words[to] = words[from]!;
  }

  private grow() {
    const more = <A extends Uint8Array | Uint32Array>(numbers: A): A => {
      const larger = new (numbers.constructor as new (length: number) => A)(2 * numbers.length);
      larger.set(numbers);
      return larger;
    };
    [this.axes, this.tiers, this.marks] = [more(this.axes), more(this.tiers), more(this.marks)];
    [this.masks, this.starts, this.ends, this.before] = [more(this.masks), more(this.starts), more(this.ends), more(this.before)];
  }
}

/** What claims leave of an axis, as `left` tells it. */
export function leftOf(claims: readonly Claim[]): (axis: CodedAxis) => Mask {
  const sheet = ClaimSheet.of(claims);
  return (axis) => sheet.left(axis);
}
