/**
 * Sound files of every format, changed at random, over their readers and over the rules that classify what they read:
 * MUTATIONS says how many in all, MUTATIONS_SEED which. Nothing may throw, and parsed and rejected are all entries.
 */

import { claimsOfRecord, NO_SCOPE } from '@/core/classify';
import { detectFormat, FORMAT_CODES, readBatches } from '@/core/formats';
import { mergeKeys } from '@/core/merge';
import { BITS, soundFile } from '@/testing/odd-input';
import { seeded } from '@/testing/seeded';
import { row } from './print';

const ALL = Number(process.env.MUTATIONS ?? 1_000_000);

export async function mutations() {
  const random = seeded(Number(process.env.MUTATIONS_SEED ?? 1));
  const upTo = (n: number) => Math.floor(random() * n);
  const bits = BITS.map((b) => new TextEncoder().encode(b));
  const sound = FORMAT_CODES.map((format) => ({ format, bytes: new TextEncoder().encode(soundFile(format)) }));
  const faults = new Map<string, number>();
  let [entries, records, rejected, slowest] = [0, 0, 0, 0];
  for (let n = 0; n < ALL; n++) {
    const { format, bytes } = sound[n % sound.length]!;
    const mutant = mutate(bytes, 1 + upTo(8), upTo, bits);
    const began = performance.now();
    try {
      detectFormat(mutant.subarray(0, 65_536));
      for await (const batch of readBatches([mutant], format))
        for (const entry of batch) {
          entries++;
          if (entry.kind === 'rejected') rejected++;
          else {
            records++;
            claimsOfRecord(entry.record, NO_SCOPE);
            mergeKeys(entry.record);
          }
        }
    } catch (error) {
      const words = `${format}: ${(error as Error).message}`;
      faults.set(words, (faults.get(words) ?? 0) + 1);
    }
    slowest = Math.max(slowest, performance.now() - began);
  }
  row(
    `${ALL.toLocaleString('en-GB')} changed files of ${sound.length} formats: thrown`,
    String([...faults.values()].reduce((a, b) => a + b, 0)),
  );
  for (const [words, n] of faults) row(`  ${words}`, String(n));
  row(
    'entries = records, read and classified, + rejected',
    `${entries.toLocaleString('en-GB')} = ${records.toLocaleString('en-GB')} + ${rejected.toLocaleString('en-GB')}`,
  );
  row('the slowest of them', `${slowest.toFixed(0)} ms`);
}

function mutate(whole: Uint8Array, times: number, upTo: (n: number) => number, bits: readonly Uint8Array[]): Uint8Array {
  let now = whole;
  for (let i = 0; i < times; i++) {
    const at = upTo(now.length + 1);
    const kind = upTo(4);
    if (kind === 0) now = joined(now.subarray(0, at), now.subarray(Math.min(now.length, at + upTo(60))));
    else if (kind === 1) now = joined(now.subarray(0, at), bits[upTo(bits.length)]!, now.subarray(at));
    else if (kind === 2) now = joined(now.subarray(0, at), now.subarray(Math.max(0, at - upTo(400))));
    else if (now.length > 0) {
      now = now.slice();
      now[at % now.length] = upTo(256);
    }
  }
  return now;
}

function joined(...parts: Uint8Array[]): Uint8Array {
  const whole = new Uint8Array(parts.reduce((n, p) => n + p.length, 0));
  let at = 0;
  for (const part of parts) {
    whole.set(part, at);
    at += part.length;
  }
  return whole;
}
