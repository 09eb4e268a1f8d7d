import CSL from 'citeproc';
import { toCsl } from '@/core/formats';
import type { BibRecord } from '@/core/record';
import type { StyleFiles } from './styles';

/** A reference as a style prints it: as HTML with emphasis only, and as plain text. */
export interface Reference {
  id: string;
  html: string;
  text: string;
}

/** A work to be cited, by a key of the caller's. */
export interface Cited {
  id: string;
  item: BibRecord;
}

/**
 * A work's citation as a CSL item: what a reference prints of it, without its abstract and keywords. Marks of
 * formatting in titles are left as they are read, but nothing in them is obeyed.
 */
export function cslItem({ id, item }: Cited): Record<string, unknown> {
  const { abstract: _a, keyword: _k, source: _s, custom: _c, note: _n, ...rest } = toCsl(item) as Record<string, unknown>;
  // What kind of article a database calls it is not printed; what kind of thesis or report is.
  const genre = /^(?:thesis|report|manuscript)$/.test(String(rest.type)) ? rest.genre : undefined;
  const literal = (text: unknown) => (typeof text === 'string' ? text.replaceAll('<', '‹').replaceAll('>', '›') : text);
  const names = (list: unknown) =>
    Array.isArray(list) ? list.map((n: Record<string, unknown>) => ({ ...n, ORCID: undefined })) : undefined;
  return {
    ...rest,
    id,
    genre,
    title: literal(plainMarks(rest.title)),
    'container-title': literal(rest['container-title']),
    author: names(rest.author),
    // A dash between pages is the style's to choose.
    page: typeof rest.page === 'string' ? rest.page.replace(/\s*[–—]\s*/g, '-') : undefined,
  };
}
/** Emphasis and sub- and superscripts are what a CSL processor understands; they are passed on. */
const plainMarks = (title: unknown) => (typeof title === 'string' ? title.replace(/<\/?(?:i|b|em|strong|sub|sup|sc)>/gi, '') : title);

/**
 * The references of works in a style, in the style's order, disambiguated (2020a, 2020b) as it asks for.
 * @param files the style and its locales
 * @source Citation Style Language 1.0.2, through a general CSL processor
 */
export function referencesIn(files: StyleFiles, cited: readonly Cited[], locale = 'en-GB'): Reference[] {
  if (cited.length === 0) return [];
  const items = new Map(cited.map((c) => [c.id, cslItem(c)]));
  const engine = new CSL.Engine(
    { retrieveLocale: (lang) => files.locales[lang] ?? files.locales['en-US']!, retrieveItem: (id) => items.get(String(id))! },
    files.style,
    locale,
  );
  engine.updateItems(cited.map((c) => c.id));
  const made = engine.makeBibliography();
  if (!made) return [];
  const [{ entry_ids: ids }, entries] = made;
  return entries.map((entry, i) => {
    const html = cleaned(entry);
    return { id: ids[i]![0]!, html, text: textOf(html) };
  });
}

/** The entry without the boxes for margins, on one line; only emphasis is left. */
const cleaned = (entry: string): string =>
  entry
    .replace(/<div class="csl-left-margin">([\s\S]*?)<\/div>/g, '$1 ')
    .replace(/<\/?div[^>]*>/g, '')
    .replace(/<span style="font-style:\s*italic;?">([\s\S]*?)<\/span>/g, '<i>$1</i>')
    .replace(/<span style="font-variant:\s*small-caps;?">([\s\S]*?)<\/span>/g, '$1')
    .replace(/<(?!\/?(?:i|b|sup|sub)>)[^>]*>/g, '')
    .replace(/\s+/g, ' ')
    .trim();

const textOf = (html: string): string =>
  html
    .replace(/<[^>]*>/g, '')
    .replaceAll('&#60;', '<')
    .replaceAll('&lt;', '<')
    .replaceAll('&gt;', '>')
    .replaceAll('&#38;', '&')
    .replaceAll('&amp;', '&');
