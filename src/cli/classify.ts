import { claimsOfRecord, classifyWork, WORK_AXES } from '@/core/classify';
import { type DayInterval, dayToIso } from '@/core/record';
import { axisValues } from '@/core/sieve';
import { codesOf } from '@/core/vocabularies';
import { asOfDay, entriesOf, levelsOf, printLine, type Settings } from './input';

const iso = (interval: DayInterval | null) => interval && { from: dayToIso(interval.from), to: dayToIso(interval.to) };

/** `classify`: a line per record, each taken as a work of its own. */
export async function classifyCommand(files: readonly string[], settings: Settings): Promise<void> {
  asOfDay(settings);
  const levels = levelsOf(settings);
  let [records, settled] = [0, 0];
  for (const file of files) {
    for await (const entry of entriesOf(file, settings)) {
      if (entry.kind === 'rejected') continue;
      const found = claimsOfRecord(entry.record, settings.scope);
      const { axes, dates, flags, claims, unmapped } = classifyWork([{ key: entry.ordinal, found }], levels);
      records++;
      settled += WORK_AXES.filter((a) => axes[a].status === 'settled').length;
      await printLine({
        file,
        ordinal: entry.ordinal,
        id: entry.record.accession,
        axes: {
          ...Object.fromEntries(WORK_AXES.map((a) => [a, codesOf(axisValues(a, levels.scheme), axes[a].mask)])),
          date: iso(dates.earliest),
          issueDate: iso(dates.issue),
        },
        status: Object.fromEntries(WORK_AXES.map((a) => [a, axes[a].status])),
        settledBy: Object.fromEntries(WORK_AXES.filter((a) => axes[a].tier).map((a) => [a, axes[a].tier])),
        flags,
        claims: claims.map(({ axis, rule, tier, field, quote, start, end }) => ({ axis, rule, tier, field, quote, start, end })),
        unmapped,
      });
    }
  }
  process.stderr.write(`${records} records; ${settled} of ${records * WORK_AXES.length} axis values settled\n`);
}
