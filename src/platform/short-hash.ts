import { createHash } from 'node:crypto';

/** The first 16 hexadecimal digits of a text's SHA-256. */
export const shortHash = (text: string): string => createHash('sha256').update(text).digest('hex').slice(0, 16);
