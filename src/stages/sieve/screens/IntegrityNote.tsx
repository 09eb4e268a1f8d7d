'use client';
import { useEffect, useRef, useState } from 'react';
import type { Flag } from '@/core/classify';
import { FLAG_WORDS } from '@/core/sieve';
import { count } from '@/ui/words';

const GRAVE: readonly Flag[] = ['retracted', 'withdrawn', 'concern'];

/** Warns of works that are through although they were retracted: nobody keeps one unawares. */
export function IntegrityNote({ ask, ran }: { ask(): Promise<Partial<Record<Flag, number>>>; ran: number }) {
  const [flags, setFlags] = useState<Partial<Record<Flag, number>>>({});
  // Asked again after every run; the question itself never changes.
  const latest = useRef(ask);
  latest.current = ask;
  useEffect(() => {
    let gone = false;
    if (ran > 0)
      latest.current().then(
        (found) => !gone && setFlags(found),
        () => {},
      );
    return () => {
      gone = true;
    };
  }, [ran]);
  const grave = GRAVE.filter((f) => flags[f]);
  if (grave.length === 0) return null;
  return (
    <p className="mb-2 border-copper border-l-2 pl-2 text-small">
      Among the works that are through: {grave.map((f) => `${count(flags[f]!)} ${FLAG_WORDS[f]}`).join(', ')}. Add the limiter "Retracted or
      withdrawn" to hold them.
    </p>
  );
}
