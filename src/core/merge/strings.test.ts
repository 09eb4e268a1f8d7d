import reference from 'jaro-winkler';
import { seeded } from '@/testing/seeded';
import { isOneSlip, jaro, jaroWinkler } from './strings';

// Winkler WE 1990, Table 1 and the comparisons printed with it in Winkler 2006 (Overview of Record Linkage, Table 6):
// values rounded to three places; from memory, and recomputed with a general-purpose library below.
test.each([
  ['shackleford', 'shackelford', 0.97, 0.982],
  ['dunningham', 'cunnigham', 0.896, 0.896],
  ['nichleson', 'nichulson', 0.926, 0.956],
  ['jones', 'johnson', 0.79, 0.832],
  ['massey', 'massie', 0.889, 0.933],
  ['abroms', 'abrams', 0.889, 0.922],
  ['jeraldine', 'geraldine', 0.926, 0.926],
  ['marhta', 'martha', 0.944, 0.961],
  ['michelle', 'michael', 0.869, 0.921],
  ['julies', 'julius', 0.889, 0.933],
  ['tanya', 'tonya', 0.867, 0.88],
  ['dwayne', 'duane', 0.822, 0.84],
  ['sean', 'susan', 0.783, 0.805],
  ['jon', 'john', 0.917, 0.933],
])('Winkler 1990: %s and %s', (a, b, plain, raised) => {
  expect(jaro(a, b)).toBeCloseTo(plain, 3);
  expect(jaroWinkler(a, b)).toBeCloseTo(raised, 3);
});

// A general-purpose library of string distances, over names and near misses made at random.
test.each([1, 2, 3])('Jaro–Winkler agrees with a library, seed %i', (seed) => {
  const next = seeded(seed);
  const name = () => Array.from({ length: 1 + Math.floor(next() * 12) }, () => 'abcdeilmnorst'[Math.floor(next() * 13)]).join('');
  const differing: string[] = [];
  for (let i = 0; i < 4000; i++) {
    const a = name();
    const b = next() < 0.5 ? name() : a.slice(0, Math.floor(next() * a.length)) + name();
    if (Math.abs(jaroWinkler(a, b) - reference(a, b)) > 1e-12) differing.push(`${a} ${b}`);
  }
  expect(differing).toEqual([]);
});

test('similarity is symmetrical, and 1 only for equal strings', () => {
  const names = ['falk', 'falck', 'flak', 'sund', '', 'a', 'ab', 'ba'];
  for (const a of names) for (const b of names) expect([a, b, jaro(a, b), jaro(a, b) === 1]).toEqual([a, b, jaro(b, a), a === b]);
});

// Damerau 1964: the four kinds of slip.
test.each([
  ['a letter lost', 'labour', 'labur', true],
  ['a letter added', 'labour', 'laabour', true],
  ['a letter changed', 'labour', 'lavour', true],
  ['neighbours swapped', 'labour', 'laobur', true],
  ['at the end', 'labour', 'labou', true],
  ['equal', 'labour', 'labour', true],
  ['two letters changed', 'hypertension', 'hypotension', false],
  ['letters swapped that are no neighbours', 'labour', 'ruoabl', false],
  ['two lost', 'labour', 'labo', false],
])('one slip: %s', (_, a, b, one) => expect([isOneSlip(a, b), isOneSlip(b, a)]).toEqual([one, one]));
