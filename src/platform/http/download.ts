/** A title as the beginning of a file name. */
export const slugOf = (title: string): string =>
  title
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '')
    .slice(0, 60) || 'review';

/** The headers of a file that is to be saved. */
export const savedAs = (name: string, media: string): Record<string, string> => ({
  'content-type': /^(?:text|application\/json|image\/svg)/.test(media) ? `${media}; charset=utf-8` : media,
  'content-disposition': `attachment; filename="${name}"`,
  'cache-control': 'no-store',
});
