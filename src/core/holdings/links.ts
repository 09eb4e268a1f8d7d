import type { BibRecord } from '@/core/record';

/** A link to a source, and whether it will still lead there. */
export interface Lasting {
  url: string;
  by: 'doi' | 'record' | 'resolver';
}

/** Parts of addresses that belong to one visit. @source common practice */
const VISIT = /[?&;](?:sid|session(?:_?id)?|jsessionid|phpsessid|token|ticket|auth)=|;jsessionid/i;
/** Hosts through which a library lets its members in: what is linked stands behind them. @source common practice */
const PROXY = /(?:^|[./-])(?:ezproxy|proxy|libproxy|idm)[.-]|[?&](?:url|qurl)=https?(?::|%3a)/i;

/** Why a link will not last, in words; '' when nothing speaks against it. */
export function whyNotLasting(url: string): string {
  if (!URL.canParse(url)) return 'It is no address.';
  const { hostname, search, pathname } = new URL(url);
  if (VISIT.test(search) || VISIT.test(pathname)) return 'It belongs to one visit: it leads nowhere when that is over.';
  if (PROXY.test(hostname) || PROXY.test(search)) return 'It leads through a library’s proxy: to others it is closed.';
  return '';
}

/**
 * A request to a library's resolver for a source.
 * @param resolver address of the resolver; what stands in it already stays
 * @source ANSI/NISO Z39.88-2004 (OpenURL 1.0), key/encoded-value formats for journals and books; from memory
 */
export function openUrl(resolver: string, record: BibRecord): string {
  const url = new URL(resolver);
  const book = record.isbns.length > 0 && record.issns.length === 0;
  const [start, end] = record.pages.split(/[-–]/, 2);
  const [first] = record.authors;
  const fields: [string, string | undefined][] = [
    ['url_ver', 'Z39.88-2004'],
    ['ctx_ver', 'Z39.88-2004'],
    ['rft_val_fmt', `info:ofi/fmt:kev:mtx:${book ? 'book' : 'journal'}`],
    ['rft.genre', book ? (record.container ? 'bookitem' : 'book') : 'article'],
    [book && !record.container ? 'rft.btitle' : 'rft.atitle', record.title],
    [book ? 'rft.btitle' : 'rft.jtitle', record.container],
    ['rft.aulast', first?.family],
    ['rft.aufirst', first?.given],
    ['rft.date', /\d{4}/.exec(record.dates.issue)?.[0]],
    ...(book
      ? []
      : ([
          ['rft.volume', record.volume],
          ['rft.issue', record.issue],
        ] as [string, string][])),
    ['rft.spage', start],
    ['rft.epage', end],
    ['rft.issn', record.issns[0]],
    ['rft.isbn', record.isbns[0]],
    ['rft.pub', book ? record.publisher : ''],
    ['rft_id', record.doi && `info:doi/${record.doi}`],
    ['rft_id', record.pmid && `info:pmid/${record.pmid}`],
  ];
  for (const [name, value] of fields) if (value?.trim()) url.searchParams.append(name, value.trim());
  return url.href;
}

/** The link that lasts best: the DOI, else one of the record's own that is no visit's and no proxy's, else the resolver's. */
export function lastingLink(record: BibRecord, resolver: string): Lasting | null {
  if (record.doi) return { url: `https://doi.org/${encodeURI(record.doi)}`, by: 'doi' };
  const own = record.urls.find((u) => /^https?:/i.test(u) && whyNotLasting(u) === '');
  if (own) return { url: own, by: 'record' };
  return URL.canParse(resolver) ? { url: openUrl(resolver, record), by: 'resolver' } : null;
}

/**
 * A link as members of a library follow it: its proxy set before it. What leads to the library's own resolver needs none.
 * @param proxy the prefix, as "https://login.library.example/login?url="; '' for none
 */
export function throughProxy({ url, by }: Lasting, proxy: string): string {
  if (proxy === '' || by === 'resolver') return url;
  return `${proxy}${/[?&]\w+=$/.test(proxy) ? encodeURIComponent(url) : url}`;
}
