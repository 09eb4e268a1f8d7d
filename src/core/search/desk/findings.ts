import type { CountedBy } from '../sru';
import type { DeskLine } from './lines';
import { otherQuery } from './same-query';

/** What was measured of a line at a server. */
export interface Measured {
  total: number;
  inexact: boolean;
  ran: string;
  counts: CountedBy[];
  suggested: string;
  /** Of a limiter's line: how many the same query finds without what the limiter lets in. Null when not asked. */
  complement: number | null;
  /** Of a window of years: records that were asked for by a year, and the year that each prints. Null when it is none. */
  years: { asked: number; printed: number | null }[] | null;
  /** How many times it had to be asked. */
  tries: number;
  ms: number;
}

export type FindingCode =
  | 'not-all-counted'
  | 'another-query'
  | 'limiter-lost'
  | 'lacks-field'
  | 'years-otherwise'
  | 'inexact'
  | 'nothing-removed'
  | 'more-than-before'
  | 'suggestion-loses'
  | 'cut-off'
  | 'slow';

/** Something about an answer that a person must know, found from outside. */
export interface Finding {
  code: FindingCode;
  words: string;
  /** How many records it concerns, where that is known. */
  n: number | null;
}

const SLOW_MS = 1500;
const many = (n: number, one: string) => `${n.toLocaleString('en-GB')} ${n === 1 ? one : `${one}s`}`;

/**
 * What the desk notices about a line's answer: each is told from what the server sent, never from knowing the server.
 * @param before what the line before it found, or null
 */
export function findingsOf(line: DeskLine, measured: Measured, before: number | null): Finding[] {
  const found: Finding[] = [];
  const say = (code: FindingCode, words: string, n: number | null = null) => found.push({ code, words, n });
  const other = otherQuery(line.query, measured.ran);
  if (other) {
    if (line.clause && isWithout(line.clause, measured.ran))
      say('limiter-lost', `The server ran another query, in which “${line.label}” is no longer set (${line.clause}).`);
    else
      say(
        'another-query',
        `The server ran another query: without ${words(other.lost)}${other.added.length ? `, with ${words(other.added)}` : ''}.`,
      );
  }
  if (measured.suggested) {
    const offered = otherQuery(line.query, measured.suggested);
    if (line.clause && isWithout(line.clause, measured.suggested))
      say('suggestion-loses', `It suggests another query, which has lost “${line.label}”. If you follow it, set the limiter again.`);
    else if (offered?.added.length) say('another-query', `It suggests ${words(offered.added)} instead of ${words(offered.lost)}.`);
  }
  for (const { label, index, terms } of measured.counts) {
    const sum = terms.reduce((n, t) => n + t.count, 0);
    if (terms.length > 0 && sum !== measured.total)
      say(
        'not-all-counted',
        `It says ${measured.total.toLocaleString('en-GB')}, but its counts by ${label || index} add up to ${sum.toLocaleString('en-GB')}: ${terms.map((t) => `${t.term} ${t.count.toLocaleString('en-GB')}`).join(', ')}.`,
        Math.abs(sum - measured.total),
      );
  }
  if (measured.inexact) say('inexact', 'The server says that this count is an estimate.');
  if (before !== null && line.clause) limiterFindings(measured, before, say);
  if (measured.tries > 1 || measured.ms > SLOW_MS)
    say(
      'slow',
      measured.tries > 1
        ? `It answered only when asked ${measured.tries} times.`
        : `It took ${(measured.ms / 1000).toFixed(1)} s to answer.`,
    );
  return found;
}

type Say = (code: FindingCode, words: string, n?: number | null) => void;

function limiterFindings({ total, complement, years }: Measured, before: number, say: Say) {
  if (total > before)
    say(
      'more-than-before',
      `With the limiter it finds ${many(total - before, 'record')} more than without: it is not a limiter of the same search.`,
      total - before,
    );
  if (complement !== null) {
    const neither = before - total - complement;
    if (neither > 0)
      say(
        'lacks-field',
        `${many(neither, 'record')} answer neither the limiter nor its opposite: they lack the field, and are dropped without a word.`,
        neither,
      );
    if (total === before && complement > 0)
      say(
        'limiter-lost',
        `It removed nothing, though ${many(complement, 'record')} do not answer it: the limiter did not take.`,
        complement,
      );
  }
  if (total === before && complement === 0 && before > 0) say('nothing-removed', 'Everything answers it there.');
  const printed = (years ?? []).filter((y) => y.printed !== null);
  const other = printed.filter((y) => y.printed !== y.asked);
  if (other.length)
    say(
      'years-otherwise',
      `It counts years its own way: ${other.length} of ${printed.length} records looked at print another year than the one it counts them in, as ${other[0]!.printed} for ${other[0]!.asked}.`,
      other.length,
    );
}

/** Whether every clause of a limiter is missing from a query. */
export function isWithout(clause: string, query: string): boolean {
  const gone = otherQuery(clause, query);
  const own = otherQuery(clause, 'cql.allRecords = 1');
  return gone !== null && own !== null && own.lost.length > 0 && own.lost.every((c) => gone.lost.includes(c));
}
const words = (clauses: readonly string[]) =>
  clauses
    .slice(0, 3)
    .map((c) => `“${c}”`)
    .join(', ') + (clauses.length > 3 ? ` and ${clauses.length - 3} more` : '');
