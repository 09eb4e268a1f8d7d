'use client';
import { useState } from 'react';
import type { WorkDetail } from '@/server/work-detail';

/**
 * The grounds of the work shown: what was typed, else what was stored with its last decision, else the draft. What was
 * typed is held in this tab's storage until it is stored with a decision, so that a reload loses none of it.
 */
export function useGrounds(reviewId: string, current: number | null, work: WorkDetail | null) {
  const [typed, setTyped] = useState<{ no: number; text: string } | null>(null);
  const key = (no: number | null) => `grounds:${reviewId}:${no}`;
  const kept = typed && typed.no === current ? typed.text : readStored(key(current));
  return {
    text: kept ?? (work?.decision?.grounds || (work?.draft ?? '')),
    type(text: string) {
      if (current === null) return;
      sessionStorage.setItem(key(current), text);
      setTyped({ no: current, text });
    },
    /** Forgets what was typed for a work: it is stored now. */
    forget(no: number) {
      sessionStorage.removeItem(key(no));
      setTyped((old) => (old?.no === no ? null : old));
    },
  };
}

const readStored = (key: string): string | null => (typeof window === 'undefined' ? null : sessionStorage.getItem(key));
