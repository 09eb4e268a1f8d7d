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
  chunkBytes: number;
}

/**
 * The merge keys of very many records: packed, since objects would take several times as much, and in memory that threads
 * can share. Places are in the order of adding.
 */
export class KeyShelf extends SignedKeys {
  private readonly encoder = new TextEncoder();
  private readonly decoder = new TextDecoder();
  private chunks: Uint8Array[] = [];
  private starts = sharedNumbers(0);
  private lengths = sharedNumbers(0);

  constructor(private readonly chunkBytes = CHUNK) {
    super();
  }

  /** What another thread filled, to be read. Block keys are not among it. */
  static from({ chunks, starts, lengths, signs, chunkBytes }: SharedShelf): KeyShelf {
    const shelf = new KeyShelf(chunkBytes);
    [shelf.chunks, shelf.starts, shelf.lengths] = [chunks, starts, lengths];
    [shelf.signs, shelf.count] = [signs, starts.length];
    return shelf;
  }

  /** To be sent to threads, when all is added. */
  share(): SharedShelf {
    const { chunks, starts, lengths, signs, count, chunkBytes } = this;
    return { chunks, starts: starts.subarray(0, count), lengths: lengths.subarray(0, count), signs, chunkBytes };
  }

  /** Adds a record. What is stored may be damaged: that shows where it is compared, and costs no other record. */
  add(keys: MergeKeys): void {
    const { count, chunkBytes } = this;
    const text = packed(keys);
    const bytes = this.encoder.encode(text);
    if (bytes.length > chunkBytes) throw new RangeError(`The merge keys of a record take more than ${chunkBytes} bytes.`);
    if (count === this.starts.length) {
      this.starts = largerNumbers(this.starts, Math.max(1024, 2 * count));
      this.lengths = largerNumbers(this.lengths, Math.max(1024, 2 * count));
    }
    const end = count ? this.starts[count - 1]! + this.lengths[count - 1]! : 0;
    const start = (end % chunkBytes) + bytes.length > chunkBytes ? Math.ceil(end / chunkBytes) * chunkBytes : end;
    const chunk = Math.floor(start / chunkBytes);
    if (chunk === this.chunks.length) this.chunks.push(new Uint8Array(new SharedArrayBuffer(chunkBytes)));
    this.chunks[chunk]!.set(bytes, start % chunkBytes);
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
    const from = start % this.chunkBytes;
    // Decoders read no shared memory: it is copied first.
    return this.decoder.decode(this.chunks[Math.floor(start / this.chunkBytes)]!.slice(from, from + this.lengths[place]!));
  }
}

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
