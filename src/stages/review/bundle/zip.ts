import { createHash } from 'node:crypto';
import { type Readable, Transform } from 'node:stream';
import { type Entry, open as openZip, type ZipFile } from 'yauzl';
import type { Manifest } from './forms';

/** Unpacked, all files together: a zip can hold a thousand times what it weighs. */
const MAX_UNPACKED_BYTES = 32 * 1024 ** 3;

/** A thousand times what was sent is no review: text of records packs to a fifth or a tenth. */
const MOST_TIMES_PACKED = 200;
const ANY_UNPACKED_BYTES = 64 * 1024 ** 2;
const MOST_ENTRIES = 200_000;

/** Why a bundle cannot be taken. */
export class Unfit extends Error {
  constructor(
    readonly code: string,
    message: string,
  ) {
    super(message);
  }
}

/** The files of a zip by their names, each read with its checksum. */
export class Zip {
  private readonly sums = new Map<string, string>();
  /** All files together, unpacked. */
  readonly unpackedBytes: number;
  private constructor(
    private readonly zip: ZipFile,
    private readonly entries: ReadonlyMap<string, Entry>,
  ) {
    this.unpackedBytes = [...entries.values()].reduce((sum, e) => sum + e.uncompressedSize, 0);
  }

  static async open(path: string): Promise<Zip> {
    const zip = await new Promise<ZipFile>((done, fail) => {
      openZip(path, { lazyEntries: true, autoClose: false, validateEntrySizes: true }, (error, opened) =>
        error || !opened ? fail(new Unfit('no-zip', 'it is not a zip file, or it was cut off.')) : done(opened),
      );
    });
    try {
      return new Zip(zip, await entriesOf(zip));
    } catch (error) {
      zip.close();
      throw error;
    }
  }
  close() {
    this.zip.close();
  }

  private stream(name: string): Promise<Readable | null> {
    const entry = this.entries.get(name);
    if (!entry) return Promise.resolve(null);
    return new Promise((done, fail) =>
      this.zip.openReadStream(entry, (error, stream) =>
        error || !stream ? fail(new Unfit('no-zip', `${name} in it is damaged.`)) : done(stream),
      ),
    );
  }

  async text(name: string, most: number): Promise<string | null> {
    if ((this.entries.get(name)?.uncompressedSize ?? 0) > most) throw new Unfit('too-large', `${name} in it is larger than it can be.`);
    const stream = await this.stream(name);
    if (!stream) return null;
    const chunks: Buffer[] = [];
    for await (const chunk of stream) chunks.push(chunk as Buffer);
    return Buffer.concat(chunks).toString('utf8');
  }

  /** A file that the manifest names; `settle` holds it against its checksum when it was read to its end. */
  async checked(name: string, manifest: Pick<Manifest, 'files'>): Promise<Readable> {
    const announced = manifest.files.find((f) => f.name === name);
    const stream = announced && (await this.stream(name));
    if (!stream) throw new Unfit('missing', `${name} is missing.`);
    const hash = createHash('sha256');
    const through = new Transform({
      transform(chunk: Buffer, _encoding, done) {
        hash.update(chunk);
        done(null, chunk);
      },
      flush: (done) => {
        this.sums.set(name, hash.digest('hex') === announced.sha256 ? 'same' : 'other');
        done();
      },
    });
    stream.on('error', () => through.destroy(new Unfit('no-zip', `${name} in it is damaged.`)));
    return stream.pipe(through);
  }
  settle(name: string) {
    if (this.sums.get(name) !== 'same')
      throw new Unfit('checksum', `${name} was changed since the bundle was made: its checksum is another.`);
  }
}

/** @throws Unfit for a zip that is damaged, or that would fill memory or disk */
function entriesOf(zip: ZipFile): Promise<Map<string, Entry>> {
  return new Promise((done, fail) => {
    const entries = new Map<string, Entry>();
    let bytes = 0;
    zip.on('error', () => fail(new Unfit('no-zip', 'it is damaged.')));
    zip.on('entry', (entry: Entry) => {
      bytes += entry.uncompressedSize;
      const tooMuch =
        bytes > MAX_UNPACKED_BYTES ||
        (bytes > ANY_UNPACKED_BYTES && bytes > zip.fileSize * MOST_TIMES_PACKED) ||
        entries.size >= MOST_ENTRIES;
      if (tooMuch) return fail(new Unfit('too-large', 'unpacked, it is larger than any review.'));
      entries.set(entry.fileName, entry);
      zip.readEntry();
    });
    zip.on('end', () => done(entries));
    zip.readEntry();
  });
}
