import { hashText } from './hash';
import type { ComparedKeys, MergeKeys } from './merge-keys';
import { largerNumbers, sharedNumbers } from './shared-numbers';
import { SignedKeys } from './signed-keys';

/** Bytes of a chunk of memory. What is kept of one record is never cut. */
const CHUNK = 1 << 24;

/** A shelf as threads share it: nothing is copied when it is sent. */
export interface SharedShelf {
  chunks: Uint8Array[];
  starts: Uint32Array;
  lengths: Uint32Array;
  signs: Uint32Array;
}

/**
 * The merge keys of very many records: packed, in a fifth of the memory that they take as objects, and in memory that
 * threads can share. Places are in the order of adding.
 */
export class KeyShelf extends SignedKeys {
  private chunks: Uint8Array[] = [];
  private starts = sharedNumbers(0);
  private lengths = sharedNumbers(0);

  /** What another thread filled, to be read. Block keys are not among it. */
  static from({ chunks, starts, lengths, signs }: SharedShelf): KeyShelf {
    const shelf = new KeyShelf(signs, starts.length);
    [shelf.chunks, shelf.starts, shelf.lengths] = [chunks, starts, lengths];
    return shelf;
  }

  /** To be sent to threads, when all is added. */
  share(): SharedShelf {
    const { chunks, starts, lengths, signs, count } = this;
    return { chunks, starts: starts.subarray(0, count), lengths: lengths.subarray(0, count), signs };
  }

  /** Adds a record. What is stored may be damaged: that shows where it is compared, and costs no other record. */
  add(keys: MergeKeys): void {
    const { count } = this;
    const text = packed(keys);
    const bytes = encoder.encode(text);
    if (bytes.length > CHUNK) throw new RangeError('The merge keys of a record take more than 16 megabytes.');
    if (count === this.starts.length) {
      this.starts = largerNumbers(this.starts, Math.max(1024, 2 * count));
      this.lengths = largerNumbers(this.lengths, Math.max(1024, 2 * count));
    }
    const end = count ? this.starts[count - 1]! + this.lengths[count - 1]! : 0;
    const start = (end % CHUNK) + bytes.length > CHUNK ? Math.ceil(end / CHUNK) * CHUNK : end;
    const chunk = Math.floor(start / CHUNK);
    if (chunk === this.chunks.length) this.chunks.push(new Uint8Array(new SharedArrayBuffer(CHUNK)));
    this.chunks[chunk]!.set(bytes, start % CHUNK);
    this.starts[count] = start;
    this.lengths[count] = bytes.length;
    this.sign(keys, hashText(text));
  }

  /** Keys of the record at a place, as a new object. */
  at(place: number): ComparedKeys | undefined {
    return place < this.count ? unpacked(this.textAt(place)) : undefined;
  }

  areSame(a: number, b: number): boolean {
    return this.textAt(a) === this.textAt(b);
  }

  private textAt(place: number): string {
    const start = this.starts[place]!;
    const from = start % CHUNK;
    // Decoders read no shared memory: it is copied first.
    return decoder.decode(this.chunks[Math.floor(start / CHUNK)]!.slice(from, from + this.lengths[place]!));
  }
}

const encoder = new TextEncoder();
const decoder = new TextDecoder();

/** A record's keys in one order, without their names, which would take as much room as what they hold. */
function packed(k: ComparedKeys): string {
  return JSON.stringify([
    ...[k.doi, k.pmid, k.titles, k.cut, k.named, k.stated, k.core, k.main === k.core ? 0 : k.main, k.people, k.peopleCount, k.years],
    ...[k.container, k.issns, k.isbns, k.volume, k.issue, k.first, k.last, k.abstract, k.language, k.registrations, k.relations],
    ...[k.conclusions, k.entry],
  ]);
}

/** As one literal: objects that are made alike are quick to read. */
function unpacked(text: string): ComparedKeys {
  const v = JSON.parse(text) as never[];
  return {
    doi: v[0]!,
    pmid: v[1]!,
    titles: v[2]!,
    cut: v[3]!,
    named: v[4]!,
    stated: v[5]!,
    core: v[6]!,
    main: v[7] === 0 ? v[6]! : v[7]!,
    people: v[8]!,
    peopleCount: v[9]!,
    years: v[10]!,
    container: v[11]!,
    issns: v[12]!,
    isbns: v[13]!,
    volume: v[14]!,
    issue: v[15]!,
    first: v[16]!,
    last: v[17]!,
    abstract: v[18]!,
    language: v[19]!,
    registrations: v[20]!,
    relations: v[21]!,
    conclusions: v[22]!,
    entry: v[23]!,
  };
}
