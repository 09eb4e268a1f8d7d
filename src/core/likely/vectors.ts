import stored from './data/vectors.json' with { type: 'json' };

/** Words as directions: those that are used alike point alike. A general-purpose English set; see its `source`. */
export interface WordVectors {
  dimensions: number;
  /** Where a word stands in `values`, in steps of `dimensions`. */
  places: ReadonlyMap<string, number>;
  /** A byte each, so that all directions stay near the processor; what a byte comes to stands in `steps`. */
  values: Uint8Array;
  steps: Float64Array;
  /** How much each word counts in a mean: rare words more than common ones. */
  weights: Float32Array;
}

/** A word met in a share of this of all text counts half (Arora, Liang and Ma 2017: a smooth inverse frequency). */
const HALF = 1e-3;
/** Words of a language fall off about as one over their rank, the first being this share of all text (Zipf 1949). */
const FIRST = 0.06;

let made: WordVectors | null = null;

/** Unpacked when it is first wanted. */
export function wordVectors(): WordVectors {
  if (made) return made;
  const bytes = fromBase64(stored.bytes);
  const { dimensions, scale } = stored;
  const places = new Map(stored.words.split(' ').map((word, i) => [word, i]));
  const values = Uint8Array.from(bytes, (b) => b + 128);
  const steps = Float64Array.from({ length: 256 }, (_, byte) => Math.fround((byte - 128) * scale));
  const weights = Float32Array.from(stored.ranks, (rank) => HALF / (HALF + FIRST / (rank + 1)));
  made = { dimensions, places, values, steps, weights };
  return made;
}

/** Where they are from, with the licence. */
export const VECTORS_SOURCE = stored.source;

function fromBase64(text: string): Int8Array {
  const raw = atob(text);
  const bytes = new Int8Array(raw.length);
  for (let i = 0; i < raw.length; i++) bytes[i] = (raw.charCodeAt(i) << 24) >> 24;
  return bytes;
}
