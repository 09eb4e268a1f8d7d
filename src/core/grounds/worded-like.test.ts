import fc from 'fast-check';
import { TextIndex } from './likeness';
import { wordedLike } from './worded-like';

const FOLLOWED = 'Everybody born in the parish that year was followed through the registers until the age of';
const ASKED = 'A form was handed to whoever came to the counter, and we tell what they ticked about';
const TOPICS = ['harbour dredging', 'chimney soot', 'flour dust', 'bell ringing', 'rope tar', 'salt pans', 'lamp oil', 'peat smoke'];

function indexed(texts: readonly string[]) {
  const index = new TextIndex();
  texts.forEach((text, i) => {
    index.add(i + 1, text);
  });
  return index.over(texts.map((_, i) => i + 1));
}

test('open works go to the ruled ones they are worded like, nearest first, with the words they share', () => {
  const texts = indexed([
    ...TOPICS.slice(0, 4).map((t, i) => `${FOLLOWED} ${50 + i} for ${t}`),
    ...TOPICS.slice(4).map((t) => `${ASKED} ${t}`),
    'A ditch and its history in the archives of the abbey',
  ]);
  const [followed, asked] = wordedLike(
    [
      { ruled: [1, 2], open: [3, 4, 7, 8, 9] },
      { ruled: [5, 6], open: [3, 4, 7, 8, 9] },
    ],
    texts,
  );
  expect(followed!.map((w) => w.work).sort()).toEqual([3, 4]);
  expect(asked!.map((w) => w.work).sort()).toEqual([7, 8]);
  for (const { words } of followed!) expect(FOLLOWED.toLowerCase()).toContain(words[0]);
  expect(followed![0]!.likeness).toBeGreaterThanOrEqual(followed![1]!.likeness);
});
test('one ruled work has no middle: nothing is offered', () => {
  const texts = indexed([`${FOLLOWED} 50`, `${FOLLOWED} 60`]);
  expect(wordedLike([{ ruled: [1], open: [2] }], texts)).toEqual([[]]);
});

const word = fc.constantFrom(...'rope tar bell soot dust peat salt lamp oil flour follow parish counter form tick age born'.split(' '));
test('whatever the texts: only open works are offered, each at most once, by words that stand in it and in a ruled one', () => {
  fc.assert(
    fc.property(
      fc.array(fc.array(word, { minLength: 1, maxLength: 12 }), { minLength: 6, maxLength: 14 }),
      fc.integer({ min: 1, max: 3 }),
      (texts, split) => {
        const index = indexed(texts.map((t) => t.join(' ')));
        const all = texts.map((_, i) => i + 1);
        const groups = [all.slice(0, split), all.slice(split, 2 * split)].map((ruled) => ({ ruled, open: all.slice(2 * split) }));
        const offers = wordedLike(groups, index);
        const offered = offers.flatMap((o) => o.map((w) => w.work));
        expect(new Set(offered).size).toBe(offered.length);
        offers.forEach((works, g) => {
          for (const { work, words, likeness } of works) {
            expect(groups[g]!.open).toContain(work);
            expect(likeness).toBeGreaterThan(0);
            const near = new Set(groups[g]!.ruled.flatMap((r) => texts[r - 1]!));
            for (const w of words) expect(texts[work - 1]!.includes(w) && near.has(w)).toBe(true);
          }
        });
      },
    ),
    { numRuns: 200, seed: 20261128 },
  );
});
