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
/** The first word after a colon, a dash or the end of a sentence with a capital: "Sluices: a history" becomes "Sluices: A history". */
const withCapitalSubtitle = (title: unknown) =>
  typeof title === 'string'
    ? title.replace(/([:?!.—] )(["“‘'(]?)(\p{Ll})/gu, (_, before, mark, c) => before + mark + c.toUpperCase())
    : title;
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
  if (files.capitalSubtitles) for (const item of items.values()) item.title = withCapitalSubtitle(item.title);
  // Telling works apart takes most of the time, and only works of one first author and year can be taken for another.
  const groups = alike(cited);
  const many = groups.reduce((n, ids) => n + ids.length, 0) > cited.length / 2;
  const plain = { ...files, style: files.style.replace(/\sdisambiguate-add-[a-z-]+="[^"]*"/g, '') };
  const all = bibliography(engineOf(many ? files : plain, items, locale), [...items.keys()]);
  if (many || groups.length === 0 || plain.style === files.style) return all;
  // One engine for all groups, one after another: to make one takes longer than most of them.
  const telling = engineOf(files, items, locale);
  const apart = new Map<string, Reference>();
  for (const ids of groups) for (const r of bibliography(telling, ids)) apart.set(r.id, r);
  return all.map((r) => apart.get(r.id) ?? r);
}

const engineOf = (files: StyleFiles, items: ReadonlyMap<string, object>, locale: string) =>
  new CSL.Engine(
    { retrieveLocale: (lang) => files.locales[lang] ?? files.locales['en-US']!, retrieveItem: (id) => items.get(String(id))! },
    files.style,
    locale,
  );

/** Groups of works that share first author and year, in groups of two or more. */
function alike(cited: readonly Cited[]): string[][] {
  const groups = new Map<string, string[]>();
  for (const { id, item } of cited) {
    const date = item.dates.issue || item.dates.online;
    const key = `${(item.authors[0]?.family ?? item.title).toLowerCase()}|${/\d{4}/.exec(date)?.[0] ?? date}`;
    groups.set(key, [...(groups.get(key) ?? []), id]);
  }
  return [...groups.values()].filter((ids) => ids.length > 1);
}

function bibliography(engine: InstanceType<typeof CSL.Engine>, ids: readonly string[]): Reference[] {
  engine.updateItems(ids);
  const made = engine.makeBibliography();
  if (!made) return [];
  const [{ entry_ids: found }, entries] = made;
  return entries.map((entry, i) => {
    const html = cleaned(entry);
    return { id: found[i]![0]!, html, text: textOf(html) };
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
