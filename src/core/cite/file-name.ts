import { type BibRecord, readDate } from '@/core/record';

/** What a pattern of file names can take in. */
export const FILE_SLOTS = ['author', 'year', 'title', 'container', 'work'] as const;
export const DEFAULT_FILE_NAMES = '{author} {year} {title}';

/** Names in braces that a pattern of file names cannot have. */
export const unknownFileSlots = (pattern: string): string[] =>
  [...pattern.matchAll(/\{([^{}]*)\}/g)].map((m) => m[1]!.trim()).filter((s) => !(FILE_SLOTS as readonly string[]).includes(s));

const MOST = 120;

/**
 * A recognisable name for the file of a work: letters, digits, spaces, hyphens and points only, so that every system
 * takes it, cut at a word. @returns with its ending, ".pdf"
 */
export function fileNameOf(pattern: string, item: BibRecord, work: number): string {
  const date = readDate(item.dates.issue || item.dates.online);
  const first = item.authors[0]?.family ?? '';
  const slots: Record<string, string> = {
    author: first && item.authors.length > 2 ? `${first} and others` : item.authors.map((a) => a.family).join(' and '),
    year: date ? String(new Date(date.from * 86_400_000).getUTCFullYear()) : '',
    title: item.title,
    container: item.container,
    work: String(work),
  };
  const filled = pattern.replace(/\{([^{}]*)\}/g, (_, name: string) => slots[name.trim()] ?? '');
  const safe = filled
    .replace(/<[^>]*>/g, '')
    .replace(/[^\p{L}\p{N} .-]+/gu, ' ')
    .replace(/(^|\s)[.-]+(?=\s|$)/g, '$1')
    .replace(/\s+/g, ' ')
    .replace(/^[\s.-]+|[\s.-]+$/g, '');
  const short = safe.length <= MOST ? safe : safe.slice(0, MOST).replace(/\s\S*$/, '');
  return `${short || `work ${work}`}.pdf`;
}
