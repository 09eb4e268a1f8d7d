/** Text on one line: line ends become spaces. */
export const oneLine = (text: string): string => (/[\r\n]/.test(text) ? text.replace(/\s*[\r\n]+\s*/g, ' ') : text).trim();

/** A number of pages as "12-19", whatever dash stands between. */
export const plainPages = (pages: string): string => pages.replace(/\s*[–—-]+\s*/g, '-');

/** MEDLINE ends titles with a full stop that is not the title's own; an ellipsis is. */
export const withoutStop = (title: string): string =>
  title.endsWith('.') && !/[.\s]/.test(title[title.length - 2] ?? ' ') ? title.slice(0, -1) : title;
