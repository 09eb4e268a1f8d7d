/** What is needed of a record to know it again in a later run of the same search. */
export interface RunRecord {
  no: number;
  accession: string;
  doi: string;
  pmid: string;
  title: string;
  /** A name of its content: equal text, equal name. */
  content: string;
}

export interface RunComparison {
  /** In the later run only. */
  fresh: number[];
  /** In the earlier run only. */
  gone: number[];
  /** In both, with other content: the earlier record and the later one. */
  changed: [number, number][];
  /** In both, word for word: numbers of the later run. */
  same: number[];
}

const titleKey = (title: string): string =>
  title
    .toLowerCase()
    .normalize('NFKD')
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();

/**
 * Matches the records of two runs of one search on the same database by accession number, else PMID, else DOI, else
 * title, one to one and in that order, so that what is new, gone and changed since can be told.
 */
export function compareRuns(before: readonly RunRecord[], after: readonly RunRecord[]): RunComparison {
  const partner = new Map<number, RunRecord>();
  const taken = new Set<number>();
  for (const key of [
    (r: RunRecord) => r.accession,
    (r: RunRecord) => r.pmid,
    (r: RunRecord) => r.doi,
    (r: RunRecord) => titleKey(r.title),
  ]) {
    const open = new Map<string, RunRecord[]>();
    for (const old of before) if (!taken.has(old.no) && key(old)) open.set(key(old), [...(open.get(key(old)) ?? []), old]);
    for (const now of after) {
      if (partner.has(now.no) || !key(now)) continue;
      const old = open.get(key(now))?.shift();
      if (!old) continue;
      partner.set(now.no, old);
      taken.add(old.no);
    }
  }
  const comparison: RunComparison = { fresh: [], gone: before.filter((r) => !taken.has(r.no)).map((r) => r.no), changed: [], same: [] };
  for (const now of after) {
    const old = partner.get(now.no);
    if (!old) comparison.fresh.push(now.no);
    else if (old.content === now.content) comparison.same.push(now.no);
    else comparison.changed.push([old.no, now.no]);
  }
  return comparison;
}
