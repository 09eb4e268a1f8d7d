import { type BibRecord, clip, type Problem } from '@/core/record';
import type { TaggedField } from './entry';

/**
 * Says so when a title holds markup or entities.
 * @param line of the entry
 * @param fields of the entry, where they have lines of their own
 */
export function titleProblems({ title }: BibRecord, line: number, problems: Problem[], fields: readonly TaggedField[] = []) {
  const tagged = title.includes('<') && /<\/?[a-z][^>]{0,80}>/i.test(title);
  if (!tagged && !(title.includes('&') && /&[a-z]{2,8};/i.test(title))) return;
  const at = fields.find((f) => f.value !== '' && title.startsWith(f.value.slice(0, 20)));
  problems.push({ code: 'markup-in-title', line: at?.line ?? line, text: clip(title) });
}
