/** The reference styles on offer, each with its file among the CSL styles that ship with the application. */
export const CITE_STYLES = {
  // The first word of a subtitle has a capital in it, which its style leaves to the data. APA 7th ed. 6.17; from memory.
  apa: { label: 'APA (7th edition)', file: 'apa.csl', ordered: 'by author', subtitles: 'capital' },
  mla: { label: 'MLA (9th edition)', file: 'modern-language-association.csl', ordered: 'by author' },
  chicago: { label: 'Chicago (author and date)', file: 'chicago-author-date.csl', ordered: 'by author' },
  vancouver: { label: 'Vancouver', file: 'vancouver.csl', ordered: 'numbered' },
  harvard: { label: 'Harvard', file: 'harvard-cite-them-right.csl', ordered: 'by author' },
} as const;
export type CiteStyle = keyof typeof CITE_STYLES;
export const CITE_STYLE_CODES = Object.keys(CITE_STYLES) as [CiteStyle, ...CiteStyle[]];

/** Whether a style wants the first word of a subtitle with a capital. */
export const wantsCapitals = (style: CiteStyle): boolean => 'subtitles' in CITE_STYLES[style];

/** Texts of a style and of the locales that it may ask for, read by whoever knows where files are. */
export interface StyleFiles {
  style: string;
  locales: Readonly<Record<string, string>>;
  capitalSubtitles?: boolean;
}
