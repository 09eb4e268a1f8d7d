import { basename } from 'node:path';
import {
  type Classification,
  classifyWork,
  disputesOf,
  FACET_NAMES,
  leftOf,
  type RecordOfWork,
  readyRecord,
  WORK_AXES,
} from '@/core/classify';
import { basisOfLots, likelyMasks, openAxes, packedShares, sharesOfWork } from '@/core/likely';
import { mergeRecords, worksOf } from '@/core/merge';
import { type BibRecord, type DayInterval, dayToIso } from '@/core/record';
import { axisValues } from '@/core/sieve';
import { codesOf } from '@/core/vocabularies';
import { asOfDay, entriesOf, levelsOf, printLine, type Settings } from './input';
import { type AsideLine, mergeableOf, type Place, reasonOf } from './mergeable';

const iso = (interval: DayInterval | null) => interval && { from: dayToIso(interval.from), to: dayToIso(interval.to) };

/** `classify`: a line per record, each taken as a work of its own; with `--merged`, a line per work. */
export async function classifyCommand(
  files: readonly string[],
  settings: Settings & { merged: boolean; likely: number | null },
): Promise<void> {
  asOfDay(settings);
  const levels = levelsOf(settings);
  const basis = settings.likely === null ? null : basisOfLots(settings.likely);
  const ready = (key: number, record: BibRecord): RecordOfWork => {
    const read = readyRecord(key, record, settings.scope);
    return basis ? { ...read, found: { ...read.found, likely: packedShares(record, openAxes(leftOf(read.found.claims))) } } : read;
  };
  const totals = { works: 0, settled: 0 };
  const classify = (records: readonly RecordOfWork[]) => {
    const classification = classifyWork(records, levels, { register: settings.register });
    if (basis) classification.likely = likelyMasks(classification, sharesOfWork(records.map((r) => r.found.likely)), levels, basis);
    totals.works++;
    totals.settled += WORK_AXES.filter((a) => classification.axes[a].status === 'settled').length;
    return said(classification, levels);
  };
  const aside: AsideLine[] = [];
  /** A line of what is said of a work, or of why nothing can be. */
  const line = async (places: readonly Place[], named: object, records: () => readonly RecordOfWork[]) => {
    let found: ReturnType<typeof said>;
    try {
      found = classify(records());
    } catch (error) {
      for (const place of places) aside.push({ ...place, setAside: { step: 'classify', reason: reasonOf(error) } });
      return;
    }
    await printLine({ ...named, ...found });
  };
  if (settings.merged) {
    const records: RecordOfWork[] = [];
    const {
      mergeable,
      places,
      aside: failed,
    } = await mergeableOf(files, settings, (record) => records.push(ready(records.length, record)));
    aside.push(...failed);
    for (const [i, members] of worksOf(mergeRecords(mergeable).head).entries())
      await line(
        members.map((m) => places[m]!),
        { work: i + 1, records: members.map((m) => places[m]) },
        () => members.map((m) => records[m]!),
      );
  } else
    for (const file of files)
      for await (const entry of entriesOf(file, settings)) {
        if (entry.kind === 'rejected') continue;
        const { ordinal, record } = entry;
        const place = { file, ordinal, id: record.accession };
        await line([place], place, () => [ready(ordinal, record)]);
      }
  for (const one of aside) await printLine(one);
  const what = settings.merged ? 'works' : 'records';
  process.stderr.write(
    `${totals.works} ${what} of ${files.map((f) => basename(f)).join(', ')}; ${totals.settled} of ${totals.works * WORK_AXES.length} axis values settled${aside.length ? `; ${aside.length} records set aside` : ''}\n`,
  );
}

/** What is known of a work, as a line of output says it. */
function said(classification: Classification, levels: ReturnType<typeof levelsOf>) {
  const { axes, dates, flags, facets, claims, unmapped } = classification;
  return {
    axes: {
      ...Object.fromEntries(WORK_AXES.map((a) => [a, codesOf(axisValues(a, levels.scheme), axes[a].mask)])),
      date: iso(dates.earliest),
      issueDate: iso(dates.issue),
    },
    // Where the text makes fewer values likely than the claims leave.
    ...(classification.likely && {
      likely: Object.fromEntries(
        WORK_AXES.filter((a) => classification.likely![a] !== axes[a].mask).map((a) => [
          a,
          codesOf(axisValues(a, levels.scheme), classification.likely![a]),
        ]),
      ),
    }),
    stated: Object.fromEntries(WORK_AXES.map((a) => [a, codesOf(axisValues(a, levels.scheme), axes[a].stated.mask)])),
    status: Object.fromEntries(WORK_AXES.map((a) => [a, axes[a].status])),
    settledBy: Object.fromEntries(WORK_AXES.filter((a) => axes[a].tier).map((a) => [a, axes[a].tier])),
    dates: {
      online: iso(dates.online),
      issue: iso(dates.issue),
      added: iso(dates.added),
      version: iso(dates.version),
      conflicts: dates.conflicts,
    },
    facets: Object.fromEntries(
      FACET_NAMES.filter((f) => facets[f].values.length > 0).map((f) => [
        f,
        { values: facets[f].values.map(({ value, tier }) => ({ value, tier })), complete: facets[f].complete },
      ]),
    ),
    flags,
    claims: claims.map(({ axis, rule, tier, field, quote, start, end, usual }) => ({
      axis,
      rule,
      tier,
      field,
      quote,
      start,
      end,
      ...(usual ? { usual } : {}),
    })),
    unmapped,
    disputes: disputesOf(classification, () => ''),
  };
}
