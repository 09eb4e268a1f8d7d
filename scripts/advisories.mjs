/** Known weaknesses of packages that the application runs with, from the registry that npm is set to. */
import { spawnSync } from 'node:child_process';
import { ROOT } from './system.mjs';

/**
 * Advisories that are accepted, by their number, with the reason: where the weak part is not reached by us, and until when.
 * @type {Record<string, string>}
 */
const ACCEPTED = {};

/**
 * @param {string} report what `npm audit --json` printed
 * @returns {{ known: false } | { known: true, open: string[] }} unknown where the registry gives no such data
 */
export function openAdvisories(report, accepted = ACCEPTED) {
  let json;
  try {
    json = JSON.parse(report);
  } catch {
    return { known: false };
  }
  if (typeof json?.vulnerabilities !== 'object' || json.vulnerabilities === null) return { known: false };
  const found = Object.values(json.vulnerabilities).flatMap(({ via }) => via.filter((v) => typeof v === 'object'));
  const serious = found.filter((v) => v.severity === 'high' || v.severity === 'critical');
  const open = serious.filter((v) => !Object.hasOwn(accepted, String(v.source)));
  return { known: true, open: [...new Set(open.map((v) => `${v.name}: ${v.title} (${v.source}, ${v.url})`))] };
}

export const askAdvisories = () =>
  openAdvisories(
    spawnSync('npm', ['audit', '--omit=dev', '--json'], { cwd: ROOT, encoding: 'utf8', timeout: 60_000, maxBuffer: 1 << 26 }).stdout ?? '',
  );
