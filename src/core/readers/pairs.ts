import { type Agreement, agreementOf } from '@/core/checks';
import type { Judgement } from './settle';

/** What two readers said of one work, in the order in which the second of them judged it. */
export interface ReadWork {
  work: number;
  judgements: readonly [Judgement, Judgement];
}

const SAID = ['keep', 'exclude', 'background'] as const;

/** What two people said of the works that both judged: how often the first said the one and the second the other. */
export interface PairAgreement {
  people: readonly [string, string];
  /** Verdicts that were said at all, in the order of rows and columns. */
  verdicts: readonly Judgement['verdict'][];
  table: readonly (readonly number[])[];
  agreement: Agreement;
  /** Both exclude, for reasons of their own. */
  otherReasons: number;
}

/** Agreement pair by pair; keep and exclude are always among the verdicts, so that the table is one at least. */
export function agreementOfPairs(works: readonly ReadWork[]): PairAgreement[] {
  const pairs = new Map<string, ReadWork[]>();
  for (const read of works) {
    const key = read.judgements
      .map((j) => j.person)
      .sort()
      .join(' ');
    pairs.set(key, [...(pairs.get(key) ?? []), read]);
  }
  return [...pairs].sort((a, b) => b[1].length - a[1].length || (a[0] < b[0] ? -1 : 1)).map(([, own]) => agreementOfPair(own));
}

function agreementOfPair(works: readonly ReadWork[]): PairAgreement {
  const people = works[0]!.judgements.map((j) => j.person).sort() as [string, string];
  const by = (read: ReadWork, person: string) => read.judgements.find((j) => j.person === person)!;
  const said = new Set(works.flatMap((w) => w.judgements.map((j) => j.verdict)));
  const verdicts = SAID.filter((v) => v !== 'background' || said.has(v));
  const table = verdicts.map((row) =>
    verdicts.map((column) => works.filter((w) => by(w, people[0]).verdict === row && by(w, people[1]).verdict === column).length),
  );
  const otherReasons = works.filter(
    (w) => w.judgements.every((j) => j.verdict === 'exclude') && w.judgements[0].reasonCode !== w.judgements[1].reasonCode,
  ).length;
  return { people, verdicts, table, agreement: agreementOf(table), otherReasons };
}

/** Agreement over time: of each so many works that both judged, one after the other; a last few go with those before. */
export function agreementOverTime(works: readonly ReadWork[], size: number): { from: number; to: number; agreement: Agreement }[] {
  const groups = Math.max(1, Math.floor(works.length / size));
  return Array.from({ length: works.length ? groups : 0 }, (_, g) => {
    const from = g * size;
    const to = g === groups - 1 ? works.length : from + size;
    const table = [
      [0, 0],
      [0, 0],
    ];
    // Kept or not is what people ask of a pilot; what else was said is in the whole table.
    for (const { judgements } of works.slice(from, to)) {
      const [a, b] = [...judgements].sort((x, y) => (x.person < y.person ? -1 : 1)).map((j) => (j.verdict === 'keep' ? 0 : 1));
      table[a!]![b!]!++;
    }
    return { from: from + 1, to, agreement: agreementOf(table) };
  });
}
