/** The generator that samples are drawn by, for tests and seeded files. */
export { seeded } from '@/core/checks';
