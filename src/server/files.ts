import { join } from 'node:path';

/** Where uploaded files are kept, exactly as received. */
export const filePath = (reviewId: string, fileId: string): string =>
  join(process.env.NARROW_SIEVE_DATA ?? '.data', 'files', reviewId, fileId);
