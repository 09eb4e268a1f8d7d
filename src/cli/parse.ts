import { toCsl } from '@/core/formats';
import { problemWords } from '@/core/record';
import { entriesOf, printLine, type Settings } from './input';

/** `parse`: a line per entry, a record as CSL-JSON with its problems, or a rejection. */
export async function parseCommand(files: readonly string[], settings: Pick<Settings, 'format' | 'mapping'>): Promise<void> {
  for (const file of files) {
    let [records, rejected] = [0, 0];
    for await (const entry of entriesOf(file, settings)) {
      const place = { file, ordinal: entry.ordinal, line: entry.line };
      if (entry.kind === 'rejected') {
        rejected++;
        await printLine({
          ...place,
          rejected: { code: entry.problem.code, message: problemWords(entry.problem), text: entry.problem.text },
        });
      } else {
        records++;
        const problems = entry.problems.map((p) => ({ ...p, message: problemWords(p) }));
        await printLine({ ...place, id: entry.record.accession, item: toCsl(entry.record), problems });
      }
    }
    process.stderr.write(`${file}: ${records + rejected} entries = ${records} records + ${rejected} rejected\n`);
  }
}
