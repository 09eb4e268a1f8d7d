'use client';
import type { Remote } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import { toast } from 'sonner';
import type { SieveWorker } from '@/client/useEngine';
import type { SieveInHand } from '../useSieve';

/** Asks the engine after every run, and again when the question changes; what was answered before stays until then. */
export function useAsked<T>(
  { engine, ran }: SieveInHand,
  ask: (engine: Remote<SieveWorker>) => Promise<T>,
  question: readonly unknown[],
): T | null {
  const [answer, setAnswer] = useState<T | null>(null);
  const latest = useRef(ask);
  latest.current = ask;
  const key = JSON.stringify(question);
  // The question is asked again when its parts change, which the function that asks it does at every turn.
  // biome-ignore lint/correctness/useExhaustiveDependencies: the key stands for the question
  useEffect(() => {
    if (engine.state !== 'ready' || ran === 0) return;
    let gone = false;
    latest.current(engine.engine).then(
      (found) => !gone && setAnswer(found as T),
      (error: unknown) => toast.error(`This could not be counted: ${error instanceof Error ? error.message : String(error)}`),
    );
    return () => {
      gone = true;
    };
  }, [engine, ran, key]);
  return answer;
}
