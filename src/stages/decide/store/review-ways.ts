import { DEFAULT_FILE_NAMES } from '@/core/cite';
import { DEFAULT_TEMPLATES, type Templates } from '@/core/grounds';
import type { Review, WriteUpSettings } from '@/platform/db/schema';

export const templatesOf = (review: Pick<Review, 'templates'>): Templates => review.templates ?? DEFAULT_TEMPLATES;

export const writeUpOf = (review: Pick<Review, 'writeUp'>): WriteUpSettings => ({
  flowWords: review.writeUp?.flowWords ?? {},
  referencesOf: review.writeUp?.referencesOf ?? 'kept-so-far',
  style: review.writeUp?.style ?? 'apa',
  fileNames: review.writeUp?.fileNames ?? DEFAULT_FILE_NAMES,
});
