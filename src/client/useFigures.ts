'use client';
import { usePathname } from 'next/navigation';
import { useEffect, useRef, useState } from 'react';
import type { StripFigures } from '@/stages/review/queries/strip-figures';

const CHANGED = 'narrow-sieve:review-changed';

/**
 * Says that the review changed, so that the strip's figures are asked for again. The page itself is not: where the
 * address holds the state of a view, a refresh that crosses a change of the address makes the browser load it anew.
 */
export const reviewChanged = () => window.dispatchEvent(new Event(CHANGED));

/** The figures of the strip: as the page came with them, then asked for again after each change and on each screen. */
export function useFigures(reviewId: string, given: StripFigures): StripFigures {
  const [fresh, setFresh] = useState<{ of: StripFigures; figures: StripFigures } | null>(null);
  const path = usePathname();
  const first = useRef(path);
  useEffect(() => {
    let stopped = false;
    let asking = false;
    let again = false;
    async function ask() {
      again = asking;
      if (asking) return;
      asking = true;
      try {
        const response = await fetch(`/api/reviews/${reviewId}/figures`);
        if (response.ok && !stopped) setFresh({ of: given, figures: (await response.json()) as StripFigures });
      } catch {
        // The next change asks again; until then the strip shows what it knew.
      }
      asking = false;
      if (again && !stopped) void ask();
    }
    if (first.current !== path) void ask();
    first.current = path;
    window.addEventListener(CHANGED, ask);
    return () => {
      stopped = true;
      window.removeEventListener(CHANGED, ask);
    };
  }, [reviewId, given, path]);
  // A page that came anew brings newer figures than those asked for before.
  return fresh?.of === given ? fresh.figures : given;
}
