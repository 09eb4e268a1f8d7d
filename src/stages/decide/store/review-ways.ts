import { DEFAULT_FILE_NAMES } from '@/core/cite';
import { DEFAULT_TEMPLATES, type Templates } from '@/core/grounds';
import type { LibrarySettings, Review, WriteUpSettings } from '@/platform/db/schema';

export const templatesOf = (review: Pick<Review, 'templates'>): Templates => review.templates ?? DEFAULT_TEMPLATES;

const NO_LIBRARY: LibrarySettings = { resolver: '', proxy: '', asker: '', lender: '', register: '', citations: '', deadline: '' };

/** The library that a review works with; nothing is set at first. */
export const libraryOf = (review: Pick<Review, 'library'>): LibrarySettings => ({ ...NO_LIBRARY, ...review.library });

export const writeUpOf = (review: Pick<Review, 'writeUp'>): WriteUpSettings => ({
  flowWords: review.writeUp?.flowWords ?? {},
  referencesOf: review.writeUp?.referencesOf ?? 'kept-so-far',
  style: review.writeUp?.style ?? 'apa',
  fileNames: review.writeUp?.fileNames ?? DEFAULT_FILE_NAMES,
});
