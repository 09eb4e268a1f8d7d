/** The reference styles on offer, each with its file among the CSL styles that ship with the application. */
export const CITE_STYLES = {
  apa: { label: 'APA (7th edition)', file: 'apa.csl', ordered: 'by author' },
  mla: { label: 'MLA (9th edition)', file: 'modern-language-association.csl', ordered: 'by author' },
  chicago: { label: 'Chicago (author and date)', file: 'chicago-author-date.csl', ordered: 'by author' },
  vancouver: { label: 'Vancouver', file: 'vancouver.csl', ordered: 'numbered' },
  harvard: { label: 'Harvard', file: 'harvard-cite-them-right.csl', ordered: 'by author' },
} as const;
export type CiteStyle = keyof typeof CITE_STYLES;
export const CITE_STYLE_CODES = Object.keys(CITE_STYLES) as [CiteStyle, ...CiteStyle[]];

/** Texts of a style and of the locales that it may ask for, read by whoever knows where files are. */
export interface StyleFiles {
  style: string;
  locales: Readonly<Record<string, string>>;
}
