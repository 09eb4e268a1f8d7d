'use client';
import { useState } from 'react';
import type { WorkDetail } from '@/client/types';
import type { Stage } from '@/core/flow';

/** What a person types beside a decision. */
export interface Typed {
  grounds: string;
  page: string;
  note: string;
}

/**
 * Grounds, page and note of the work shown: what was typed, else what was stored with its last decision at this stage,
 * else the draft. What was typed is held in this tab's storage until it is stored with a decision, so that a reload
 * loses none of it.
 */
export function useGrounds(reviewId: string, stage: Stage, current: number | null, work: WorkDetail | null) {
  const [typed, setTyped] = useState<{ no: number; fields: Partial<Typed> } | null>(null);
  const key = (no: number | null) => `grounds:${reviewId}:${stage}:${no}`;
  const kept = typed && typed.no === current ? typed.fields : readStored(key(current));
  const stored = work?.history.find((h) => h.stage === stage);
  return {
    grounds: kept.grounds ?? (stored?.grounds || (work?.draft ?? '')),
    page: kept.page ?? stored?.page ?? '',
    note: kept.note ?? stored?.note ?? '',
    /** Whether a person wrote the grounds: then they are stored as they stand. */
    own: kept.grounds !== undefined && kept.grounds !== work?.draft,
    type(fields: Partial<Typed>) {
      if (current === null) return;
      const next = { ...kept, ...fields };
      sessionStorage.setItem(key(current), JSON.stringify(next));
      setTyped({ no: current, fields: next });
    },
    /** Forgets what was typed for a work: it is stored now. */
    forget(no: number) {
      sessionStorage.removeItem(key(no));
      // Told also when it was typed before a reload, and stands in the storage alone.
      setTyped((old) => (old && old.no !== no ? { ...old } : { no, fields: {} }));
    },
  };
}

function readStored(key: string): Partial<Typed> {
  const text = typeof window === 'undefined' ? null : sessionStorage.getItem(key);
  try {
    return text ? (JSON.parse(text) as Partial<Typed>) : {};
  } catch {
    return {};
  }
}
