/**
 * Whether a server may be asked, as whoever looks after the application says in SEARCH_SERVERS: names of hosts, each with
 * its port if it has one of its own, separated by blanks or commas. Without it any server on the open network may be asked,
 * and none within our own; with it only those that are named, wherever they are.
 */
export function allowanceFor(address: string, named = process.env.SEARCH_SERVERS ?? ''): { allowed: boolean; ownNetwork: boolean } {
  const hosts = named
    .toLowerCase()
    .split(/[\s,]+/)
    .filter(Boolean);
  if (hosts.length === 0) return { allowed: true, ownNetwork: false };
  const url = URL.canParse(address) ? new URL(address) : null;
  const allowed = url !== null && (hosts.includes(url.host) || (url.port === '' && hosts.includes(url.hostname)));
  return { allowed, ownNetwork: allowed };
}
