import { readText } from '@/core/formats';
import type { BibRecord } from '@/core/record';
import { dublinCoreToMods, type SentRecord } from '@/core/search/sru';

/** Forms of records that our readers know, by the name of their element. */
const FORMS: Readonly<Record<string, 'mods' | 'marc-xml' | 'pubmed-xml' | 'dc'>> = {
  mods: 'mods',
  record: 'marc-xml',
  PubmedArticle: 'pubmed-xml',
  dc: 'dc',
  srw_dc: 'dc',
  qualifieddc: 'dc',
};
export type TakenFormat = 'mods' | 'marc-xml' | 'pubmed-xml';

/** A record as it can stand in a file of ours; null when its form is none that is read. What was sent is kept in it. */
export function importable({ xml, identifier }: SentRecord): { format: TakenFormat; xml: string } | null {
  const bare = xml.replace(/^\s*<\?xml[^>]*\?>\s*/, '');
  const name = /^<(?:[\w.-]+:)?([\w.-]+)/.exec(bare)?.[1] ?? '';
  const form = Object.hasOwn(FORMS, name) ? FORMS[name]! : null;
  if (form === null) return null;
  if (form !== 'dc') return { format: form, xml: bare };
  const mods = dublinCoreToMods(bare, identifier);
  return mods === null ? null : { format: 'mods', xml: mods };
}

/** A record as our readers have it; null when it cannot be read. */
export function recordOf(sent: SentRecord): BibRecord | null {
  const own = importable(sent);
  if (!own) return null;
  const [entry] = readText(own.xml, own.format);
  return entry?.kind === 'record' ? entry.record : null;
}
