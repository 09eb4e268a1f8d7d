import { z } from 'zod';
import { VOCABULARIES, type Vocabulary } from '@/core/record';
import { CODED_AXES, type CodedAxis } from '@/core/vocabularies';
import { type MappedTerm, termSets } from './profile';

const line = z.strictObject({ vocabulary: z.enum(VOCABULARIES).default('own'), term: z.string().trim().min(1).max(200), sets: termSets });

/**
 * Reads what terms mean in a database: JSON (a list of `{"vocabulary","term","sets"}`, the same under `terms`, or a limiter
 * profile), or a CSV with the columns vocabulary, term, sourceType, publicationType, peerReview, design, several codes
 * in a cell parted by "|". The vocabulary is the database's own where none is given.
 * @returns a sentence saying what is wrong and where, when it cannot be used
 */
export function readTermMap(text: string): MappedTerm[] | string {
  return /^\s*[[{]/.test(text) ? fromJson(text) : fromTable(text);
}

function fromJson(text: string): MappedTerm[] | string {
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch (error) {
    return `This is not a file of mapped terms (${(error as Error).message}).`;
  }
  const list = Array.isArray(json)
    ? json
    : ((json as { terms?: unknown; profile?: { terms?: unknown } }).terms ?? (json as { profile?: { terms?: unknown } }).profile?.terms);
  if (!Array.isArray(list)) return 'This is not a map of terms: there is no list of terms in it.';
  const parsed = z.array(line).safeParse(list);
  if (parsed.success) return parsed.data;
  const [issue] = parsed.error.issues;
  return `This map of terms cannot be used: term ${Number(issue!.path[0]) + 1}, ${issue!.path.slice(1).join(' → ') || 'the whole'}: ${issue!.message}`;
}

function fromTable(text: string): MappedTerm[] | string {
  const [header = '', ...rows] = text.replace(/^\uFEFF/, '').split(/\r?\n/);
  const columns = header.split(',').map((c) => c.trim());
  const at = (name: string) => columns.findIndex((c) => c.toLowerCase() === name.toLowerCase());
  if (at('term') < 0) return 'This map of terms cannot be used: line 1 names no column "term".';
  const terms: MappedTerm[] = [];
  for (const [i, row] of rows.entries()) {
    if (!row.trim()) continue;
    const cells = row.split(',').map((c) => c.trim().replace(/^"(.*)"$/, '$1'));
    const sets = Object.fromEntries(
      (Object.keys(CODED_AXES) as CodedAxis[]).flatMap((axis) =>
        at(axis) >= 0 && cells[at(axis)] ? [[axis, cells[at(axis)]!.split('|')]] : [],
      ),
    );
    const parsed = line.safeParse({
      vocabulary: (at('vocabulary') >= 0 && cells[at('vocabulary')]) || ('own' satisfies Vocabulary),
      term: cells[at('term')] ?? '',
      sets,
    });
    if (!parsed.success) {
      const [issue] = parsed.error.issues;
      return `This map of terms cannot be used: line ${i + 2}, ${issue!.path.join(' → ') || 'the whole'}: ${issue!.message}`;
    }
    terms.push(parsed.data);
  }
  return terms;
}
