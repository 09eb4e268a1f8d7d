import { databaseUrl } from './config';

/** The server that knows who may sign in, and where each review lies. It holds reviews as well. */
export const HOME = 'home';

/** A PostgreSQL database in which reviews lie. */
export interface DatabaseServer {
  name: string;
  url: string;
}

const NAME = /^[a-z][a-z0-9-]{0,39}$/;

/**
 * All databases in which reviews lie, home first. One is enough for most: then nothing is ever looked up.
 * REVIEW_DATABASES names the others, as name=url, with spaces between them.
 * @throws Error when it cannot be read, or a name stands in it twice
 */
export function servers(): readonly DatabaseServer[] {
  const { REVIEW_DATABASES = '' } = process.env;
  const found: DatabaseServer[] = [{ name: HOME, url: databaseUrl() }];
  for (const entry of REVIEW_DATABASES.split(/\s+/).filter(Boolean)) {
    const at = entry.indexOf('=');
    const [name, url] = [entry.slice(0, at), entry.slice(at + 1)];
    if (at < 1 || !NAME.test(name) || !/^postgres(ql)?:\/\//.test(url))
      throw new Error(`REVIEW_DATABASES: "${name || entry}" is not of the form name=postgres://…, with a name in small letters.`);
    if (found.some((s) => s.name === name))
      throw new Error(`REVIEW_DATABASES: "${name}" stands there twice, or is the one of DATABASE_URL.`);
    found.push({ name, url });
  }
  return found;
}

/** @throws Error when no database has this name any more */
export function urlOf(server: string): string {
  const found = servers().find((s) => s.name === server);
  if (!found) throw new Error(`There is no database "${server}" any more: name it in REVIEW_DATABASES.`);
  return found.url;
}
