import { compareRecords, comparisonWords, findFamilies, mergeRecords, prepare, worksOf } from '@/core/merge';
import { printLine, type Settings } from './input';
import { mergeableOf, reasonOf } from './mergeable';

/** `merge`: a line per work with its records and its links to others, and a line per pair that a person must settle. */
export async function mergeCommand(files: readonly string[], settings: Pick<Settings, 'format' | 'mapping'>): Promise<void> {
  const { mergeable, places, aside } = await mergeableOf(files, settings);
  const { head, questions, faults } = mergeRecords(mergeable);
  const works = worksOf(head);
  const { links } = findFamilies(works.map((w) => w.map((i) => mergeable[i]!.keys)));
  for (const [i, members] of works.entries()) {
    await printLine({
      work: i + 1,
      records: members.map((r) => places[r]),
      links: links
        .filter((l) => l.from === i)
        .map(({ type, to, basis, conclusions }) => ({ type, to: to + 1, basis, ...(conclusions ? { conclusions } : {}) })),
    });
  }
  for (const { a, b, score, held } of questions) {
    const compared = compareRecords(prepare(mergeable[a]!.keys), prepare(mergeable[b]!.keys));
    await printLine({ ask: [places[a], places[b]], score, why: comparisonWords(compared, held) });
  }
  for (const { record, error } of faults) aside.push({ ...places[record]!, setAside: { step: 'merge', reason: reasonOf(error) } });
  for (const line of aside) await printLine(line);
  process.stderr.write(
    `${mergeable.length} records, ${works.length} works, ${links.length} links between them, ${questions.length} pairs to settle${aside.length ? `, ${aside.length} records set aside` : ''}\n`,
  );
}
