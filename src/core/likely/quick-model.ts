import { FACTS_WEIGH, type Model, signShare, softmax } from './model';

/** Weights as they are stored: a byte each, 128 standing for nothing, and what each byte comes to. */
export interface ByteWeights {
  bytes: Uint8Array;
  values: Float64Array;
}

/** A model as it is used on many records: of an eighth of the size, it stays near the processor. */
export interface QuickModel {
  bias: Float64Array;
  /** By class within sign, as in the model. */
  signs: ByteWeights;
  facts: ByteWeights;
  /** By dimension within class, so that one class after the other is summed without being stored between. */
  dense: ByteWeights;
}

/** Bytes that stand for -128 to 127 times a scale. */
export function byteWeights({ scale, bytes }: { scale: number; bytes: string }): ByteWeights {
  const raw = atob(bytes);
  const made = new Uint8Array(raw.length);
  for (let i = 0; i < raw.length; i++) made[i] = raw.charCodeAt(i) ^ 128;
  return { bytes: made, values: Float64Array.from({ length: 256 }, (_, byte) => (byte - 128) * scale) };
}

export const weightsOf = ({ bytes, values }: ByteWeights): Float64Array => Float64Array.from(bytes, (byte) => values[byte]!);

export function quickModel(model: Pick<Model, 'classes' | 'bias'>, signs: ByteWeights, facts: ByteWeights, dense: ByteWeights): QuickModel {
  const n = model.classes.length;
  const size = n === 0 ? 0 : dense.bytes.length / n;
  const turned = new Uint8Array(dense.bytes.length);
  for (let d = 0; d < size; d++) for (let c = 0; c < n; c++) turned[c * size + d] = dense.bytes[d * n + c]!;
  return { bias: model.bias, signs, facts, dense: { bytes: turned, values: dense.values } };
}

/** Places of signs that were found, in their order; one list is filled again and again. */
export class Places {
  list = new Int32Array(256);
  length = 0;

  add(place: number): void {
    if (this.length === this.list.length) {
      const more = new Int32Array(2 * this.length);
      more.set(this.list);
      this.list = more;
    }
    this.list[this.length++] = place;
  }
}

/**
 * How likely each class is, to the last bit as by the model itself: every sum is made of the same numbers in the same order.
 * @param allFacts how many facts hold, weighed or not
 * @see likelihoods
 */
export function quickLikelihoods(model: QuickModel, signs: Places, facts: Places, allFacts: number, dense: Float32Array): Float64Array {
  const scores = Float64Array.from(model.bias);
  addPlaces(scores, model.signs, signs, signShare(signs.length));
  addPlaces(scores, model.facts, facts, signShare(allFacts) * FACTS_WEIGH);
  addDirections(scores, model.dense, dense);
  return softmax(scores);
}

const times = new Float64Array(256);

/** Four classes at a time: each sum waits for its own last addition, and four of them need not wait for each other. */
function addPlaces(scores: Float64Array, { bytes, values }: ByteWeights, { list, length }: Places, share: number) {
  for (let i = 0; i < 256; i++) times[i] = share * values[i]!;
  const n = scores.length;
  let c = 0;
  for (; c + 4 <= n; c += 4) {
    let [s, t, u, v] = [scores[c]!, scores[c + 1]!, scores[c + 2]!, scores[c + 3]!];
    for (let k = 0; k < length; k++) {
      const from = list[k]! * n + c;
      s += times[bytes[from]!]!;
      t += times[bytes[from + 1]!]!;
      u += times[bytes[from + 2]!]!;
      v += times[bytes[from + 3]!]!;
    }
    scores[c] = s;
    scores[c + 1] = t;
    scores[c + 2] = u;
    scores[c + 3] = v;
  }
  for (; c < n; c++) {
    let s = scores[c]!;
    for (let k = 0; k < length; k++) s += times[bytes[list[k]! * n + c]!]!;
    scores[c] = s;
  }
}

function addDirections(scores: Float64Array, { bytes, values }: ByteWeights, dense: Float32Array) {
  const size = dense.length;
  const n = scores.length;
  let c = 0;
  for (; c + 4 <= n; c += 4) {
    let [s, t, u, v] = [scores[c]!, scores[c + 1]!, scores[c + 2]!, scores[c + 3]!];
    const from = c * size;
    for (let d = 0; d < size; d++) {
      const x = dense[d]!;
      s += x * values[bytes[from + d]!]!;
      t += x * values[bytes[from + size + d]!]!;
      u += x * values[bytes[from + 2 * size + d]!]!;
      v += x * values[bytes[from + 3 * size + d]!]!;
    }
    scores[c] = s;
    scores[c + 1] = t;
    scores[c + 2] = u;
    scores[c + 3] = v;
  }
  for (; c < n; c++) {
    let s = scores[c]!;
    for (let d = 0; d < size; d++) s += dense[d]! * values[bytes[c * size + d]!]!;
    scores[c] = s;
  }
}
