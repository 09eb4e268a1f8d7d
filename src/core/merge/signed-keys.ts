import { hashText } from './hash';
import type { ComparedKeys, KeyList, MergeKeys } from './merge-keys';
import { titleBits } from './prepare';
import { largerNumbers, sharedNumbers } from './shared-numbers';

/** What is held of every record as numbers, so that most pairs are passed over without reading either. */
const SIGNS = { print: 0, bits: 1, bits2: 2, doi: 3, pmid: 4, several: 5 } as const;
const WIDTH = Object.keys(SIGNS).length;

/** Merge keys of many records by their places, with what tells at a glance that two are no candidates. */
export abstract class SignedKeys implements KeyList {
  private blocks = new Uint32Array(0);
  private blockStarts = new Uint32Array(1);

  protected signs = sharedNumbers(0);
  protected count = 0;

  get length(): number {
    return this.count;
  }

  abstract at(place: number): ComparedKeys | undefined;

  /** Whether the keys of two records are the same in all. */
  abstract areSame(a: number, b: number): boolean;

  /** @param print a number that is the same for records whose keys are the same, and seldom for others */
  protected sign(keys: MergeKeys, print: number) {
    const { count } = this;
    if ((count + 1) * WIDTH > this.signs.length) this.signs = largerNumbers(this.signs, Math.max(1024, 2 * count) * WIDTH);
    setSigns(this.signs, count * WIDTH, keys, print);
    this.addBlocks(Array.isArray(keys.blocks) ? keys.blocks : []);
    this.count++;
  }

  /** Under which keys the record at a place is looked for. */
  blocksOf(place: number): Uint32Array {
    return this.blocks.subarray(this.blockStarts[place], this.blockStarts[place + 1]);
  }

  printOf(place: number): number {
    return this.signs[place * WIDTH + SIGNS.print]!;
  }

  /** True when the titles may share half the content words of the shorter one: a quick look before a comparison. */
  mayBeAlike(a: number, b: number): boolean {
    const { signs } = this;
    const [x, y] = [a * WIDTH, b * WIDTH];
    const [xb, xb2, yb, yb2] = [signs[x + SIGNS.bits]!, signs[x + SIGNS.bits2]!, signs[y + SIGNS.bits]!, signs[y + SIGNS.bits2]!];
    const both = ones(xb & yb) + ones(xb2 & yb2);
    return 2 * both >= Math.min(ones(xb) + ones(xb2), ones(yb) + ones(yb2));
  }

  /** False when two records have no identifier in common for sure, and none has titles in two languages. */
  mayShareIdentity(a: number, b: number): boolean {
    const { signs } = this;
    const [x, y] = [a * WIDTH, b * WIDTH];
    const [doi, pmid] = [signs[x + SIGNS.doi]!, signs[x + SIGNS.pmid]!];
    return (
      (doi !== 0 && doi === signs[y + SIGNS.doi]) ||
      (pmid !== 0 && pmid === signs[y + SIGNS.pmid]) ||
      (signs[x + SIGNS.several]! | signs[y + SIGNS.several]!) !== 0
    );
  }

  private addBlocks(keys: readonly number[]) {
    const { count } = this;
    const from = this.blockStarts[count]!;
    if (from + keys.length > this.blocks.length) this.blocks = grown(this.blocks, from + keys.length);
    if (count + 1 >= this.blockStarts.length) this.blockStarts = grown(this.blockStarts, count + 2);
    this.blocks.set(keys, from);
    this.blockStarts[count + 1] = from + keys.length;
  }
}

/** Keys that are there as objects. */
export class ListedKeys extends SignedKeys {
  constructor(private readonly keys: readonly MergeKeys[]) {
    super();
    for (const k of keys) this.sign(k, hashText(`${k.titles?.[0]}|${k.doi}|${k.pmid}|${k.first}|${k.volume}|${k.container}`));
  }
  at(place: number): MergeKeys | undefined {
    return this.keys[place];
  }
  areSame(a: number, b: number): boolean {
    return JSON.stringify(this.keys[a]) === JSON.stringify(this.keys[b]);
  }
}

/** Of what is damaged so that it cannot be told: a title that may be like any other. */
function setSigns(signs: Uint32Array, at: number, keys: ComparedKeys, print: number) {
  signs[at + SIGNS.print] = print;
  try {
    const [bits, bits2] = titleBits(keys.titles[0]!);
    signs[at + SIGNS.bits] = bits;
    signs[at + SIGNS.bits2] = bits2;
    signs[at + SIGNS.doi] = keys.doi ? hashText(keys.doi) | 1 : 0;
    signs[at + SIGNS.pmid] = keys.pmid ? hashText(keys.pmid) | 1 : 0;
    signs[at + SIGNS.several] = keys.titles.length > 1 ? 1 : 0;
  } catch {
    signs.fill(-1, at + SIGNS.bits, at + WIDTH);
  }
}

const ones = (n: number): number => {
  let v = n - ((n >>> 1) & 0x55555555);
  v = (v & 0x33333333) + ((v >>> 2) & 0x33333333);
  return Math.imul((v + (v >>> 4)) & 0x0f0f0f0f, 0x01010101) >>> 24;
};

function grown(list: Uint32Array, least: number): Uint32Array<ArrayBuffer> {
  const more = new Uint32Array(Math.max(1024, 2 * list.length, least));
  more.set(list);
  return more;
}
