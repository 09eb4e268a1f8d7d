import type { Limiter } from './limiter';

/** The code of the reason for excluding that a limiter gives rise to, when reasons are started from the sieve. */
export function reasonCodeOf({ name, id }: Pick<Limiter, 'name' | 'id'>): string {
  const code = name
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '')
    .slice(0, 36);
  return code || id.slice(0, 36).toLowerCase();
}
