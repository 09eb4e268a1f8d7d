/** node --expose-gc bench/merging/speed.ts RECORDS: merges so many records in a process of its own, and prints a line of JSON. */
import { clusterRecords, findFamilies, mergeKeys, scorePairs, worksOf } from '@/core/merge';
import { seconds } from '../print';
import { makeCorpus } from './listings';

const ADDED = 1000;
const wanted = Number(process.argv[2]);
// 3.15 records of each publication with its relatives.
const records = makeCorpus(Math.ceil(((wanted + ADDED) / 3.15) * 1.02), 4)
  .listed.slice(0, wanted + ADDED)
  .map((l) => l.record);

function score(keys: ReturnType<typeof mergeKeys>[], from = 0) {
  const steps = scorePairs(keys, from);
  for (let step = steps.next(); ; step = steps.next()) if (step.done) return step.value;
}

const order = records.map((_, i) => String(i).padStart(7, '0'));
let peak = 0;
const look = () => {
  peak = Math.max(peak, process.memoryUsage().rss);
};
/** The least that merging costs: what tells records apart put into tables once, which finds only those that are alike to the letter. */
const bareFrom = process.hrtime.bigint();
const alike = new Map<string, number>();
for (const [i, r] of records.slice(0, wanted).entries()) for (const key of [r.doi, r.pmid, r.title]) if (key) alike.set(key, i);
const bare = seconds(bareFrom);
alike.clear();
globalThis.gc?.();
const before = process.memoryUsage().rss;
const from = process.hrtime.bigint();
const keys = records.slice(0, wanted).map(mergeKeys);
look();
const scored = score(keys);
look();
const { head } = clusterRecords(keys, order.slice(0, wanted), scored.pairs);
look();
const whole = seconds(from);
const works = worksOf(head);
const families = process.hrtime.bigint();
findFamilies(works.map((w) => w.map((i) => keys[i]!)));
const linking = seconds(families);
look();
const adding = process.hrtime.bigint();
const more = [...keys, ...records.slice(wanted).map(mergeKeys)];
const added = score(more, wanted);
clusterRecords(more, order, [...scored.pairs, ...added.pairs]);
const adds = seconds(adding);
look();
console.log(JSON.stringify({ whole, bare, linking, adds, stale: added.stale, works: works.length, before, peak }));
