import { readFileSync } from 'node:fs';
import { OCEBM_2011 } from '@/core/classify';
import { axisValues, MASK_AXES } from '@/core/sieve';
import { codesOf } from '@/core/vocabularies';
import { classifiedDemo as demo, TRUTH, truthOf } from './classified';
import { demoFiles } from './generate';

const FAMILIES = [
  'abstract-lighthouse abstract-of article-lighthouse',
  'correction-crossover-glass correction-of trial-crossover-glass',
  'correction-visors correction-of article-visors',
  'letter-cluster-nurses comment-on trial-cluster-nurses',
  'preprint-visors preprint-of article-visors',
  'protocol-cluster-nurses protocol-of trial-cluster-nurses',
  'registration-cluster-nurses registration-of trial-cluster-nurses',
  'reply-cluster-nurses comment-on letter-cluster-nurses',
  'retraction-dairy retraction-of retracted-dairy',
  'retraction-ferry retraction-of retracted-ferry-unflagged',
  'review-version-2 update-of review-version-1',
  'review-version-3 update-of review-version-2',
];

/** Works whose databases contradict each other on purpose: the conflict must be shown, not settled. */
const CONFLICTING = new Set(['conflict-types']);

test('the files in the repository are what the generator writes', () => {
  const files = demoFiles();
  for (const [name, text] of Object.entries(files.exports))
    expect([name, readFileSync(`demo/files/${name}`, 'utf8') === text]).toEqual([name, true]);
  expect(readFileSync('demo/truth.json', 'utf8')).toBe(files.truth);
});

test('every entry is a record or a rejection, and records become the works that the truth lists', async () => {
  const { records, works, rejected } = await demo();
  expect(rejected).toEqual({ VH: 2, OF: 1, QA: 1, TW: 1, BC: 2 });
  const unclosed = 1;
  expect(records.length).toBe(TRUTH.reduce((n, t) => n + t.records.length, 0) + unclosed);
  const strangers = works.filter((w) => !truthOf(w.records[0]!));
  expect(strangers.map((w) => w.records[0]!.title)).toEqual([
    'Ceiling light and errors in night pharmacies: an entry that was never closed',
  ]);
  for (const work of works) expect(new Set(work.records.map((r) => truthOf(r)?.key)).size).toBe(1);
  const keys = works.map((w) => truthOf(w.records[0]!)?.key);
  // Of one work, and yet a person's to join: a DOI mistyped, pages of the advance copy, a year and nothing else.
  const asTwo = ['doubt-doi', 'doubt-year', 'doubt-pages'];
  expect(keys.filter((k, i) => keys.indexOf(k) !== i).sort()).toEqual([...asTwo].sort());
  expect(works.length).toBe(TRUTH.length + unclosed + asTwo.length);
});

test('exactly the doubtful pairs are asked about', async () => {
  const { asked } = await demo();
  expect(asked.map((pair) => [...new Set(pair.map((r) => truthOf(r)?.key))].join(' and ')).sort()).toEqual([
    'doubt-doi',
    'doubt-pages',
    'doubt-talk-article and doubt-talk',
    'doubt-team-mood and doubt-team-sleep',
    'doubt-year',
  ]);
});

test('families are found as the truth has them', async () => {
  const { works, links } = await demo();
  const key = (i: number) => truthOf(works[i]!.records[0]!)?.key;
  expect(links.map((l) => `${key(l.from)} ${l.type} ${key(l.to)}`).sort()).toEqual(FAMILIES);
});

test('no axis is settled on a wrong value, and most are settled', async () => {
  const { works } = await demo();
  const wrong: string[] = [];
  const settled = Object.fromEntries(MASK_AXES.map((a) => [a, 0]));
  for (const work of works) {
    const truth = truthOf(work.records[0]!);
    if (!truth) continue;
    for (const axis of MASK_AXES) {
      const { mask, status } = work.classification.axes[axis];
      const codes = codesOf(axisValues(axis, OCEBM_2011), mask);
      const real = axis === 'level' ? truth.level : [truth[axis]];
      if (status === 'settled') settled[axis]!++;
      if (!CONFLICTING.has(truth.key) && !real.some((r) => codes.includes(r)))
        wrong.push(`${truth.key} ${axis}: ${codes.join('|')} is not ${real.join('|')} (${truth.title})`);
    }
  }
  expect(wrong).toEqual([]);
  // Peer review stays open where only Ostrane lists an item: it makes no statement about its journals.
  expect(settled.publicationType! / works.length).toBeGreaterThan(0.8);
  expect(settled.peerReview! / works.length).toBeGreaterThan(0.6);
});

test('contradicting databases give a conflict that is never counted as settled', async () => {
  const { works } = await demo();
  const work = works.find((w) => truthOf(w.records[0]!)?.key === 'conflict-types')!;
  expect(work.classification.axes.publicationType.status).toBe('conflicting');
});
