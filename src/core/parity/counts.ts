/** What a retrieval and its files say of their numbers; null where nobody said. */
export interface RetrievalCounts {
  reported: number | null;
  exported: number | null;
  /** Entries in its files, corrections not counted again. Null before any file was read. */
  inFile: number | null;
  parsed: number;
  rejected: number;
}

/** Why two neighbouring numbers differ, in a person's words. */
export interface CountReasons {
  notExported: string;
  notInFile: string;
}

export interface CountLine {
  code: 'not-exported' | 'not-in-file' | 'rejected';
  from: { name: 'reported' | 'exported' | 'in file'; count: number };
  to: { name: 'exported' | 'in file' | 'records'; count: number };
  missing: number;
  /** `even`: nothing is missing. `told`: somebody said why. `asked`: nobody did. `cannot-be`: more came out than went in. */
  state: 'even' | 'told' | 'asked' | 'cannot-be';
  message: string;
}

const n = (count: number): string => count.toLocaleString('en-GB');

/**
 * Follows a retrieval's numbers down: reported ≥ exported ≥ in file = records + rejected. A number that nobody gave is
 * passed over; each difference is explained or asked about.
 */
export function reconcileCounts(counts: RetrievalCounts, reasons: CountReasons): CountLine[] {
  const lines: CountLine[] = [];
  const { reported, exported, inFile, parsed, rejected } = counts;
  const step = (code: CountLine['code'], from: CountLine['from'], to: CountLine['to'], reason: string, lack: string) => {
    const missing = from.count - to.count;
    const numbers = `${from.name} ${n(from.count)}, ${to.name} ${n(to.count)}`;
    const state = missing === 0 ? 'even' : missing < 0 ? 'cannot-be' : reason.trim() ? 'told' : 'asked';
    const message =
      state === 'even'
        ? `${numbers}.`
        : state === 'cannot-be'
          ? `${numbers}: ${n(-missing)} more than there can be. One of the two is wrong.`
          : state === 'told'
            ? `${numbers}: ${n(missing)} ${lack}. ${reason.trim()}`
            : `${numbers}: ${n(missing)} ${lack}. Why?`;
    lines.push({ code, from, to, missing, state, message });
  };
  const out = exported ?? inFile;
  if (reported !== null && out !== null)
    step(
      'not-exported',
      { name: 'reported', count: reported },
      { name: exported === null ? 'in file' : 'exported', count: out },
      reasons.notExported,
      'not exported',
    );
  if (exported !== null && inFile !== null)
    step('not-in-file', { name: 'exported', count: exported }, { name: 'in file', count: inFile }, reasons.notInFile, 'not in the file');
  if (inFile !== null) {
    const missing = inFile - parsed;
    // A correction with more records than were rejected makes it negative.
    const sound = missing === rejected && missing >= 0;
    lines.push({
      code: 'rejected',
      from: { name: 'in file', count: inFile },
      to: { name: 'records', count: parsed },
      missing,
      state: sound ? (missing === 0 ? 'even' : 'told') : 'cannot-be',
      message: sound
        ? `in file ${n(inFile)} = ${n(parsed)} records + ${n(rejected)} rejected.`
        : `in file ${n(inFile)}, but ${n(parsed)} records and ${n(rejected)} rejected come to ${n(parsed + rejected)}.`,
    });
  }
  return lines;
}
