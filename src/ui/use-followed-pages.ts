'use client';
import { useLayoutEffect, useTransition } from 'react';
import { addressHasChanged, followPages, pagesAreDone } from './refresh-page';

/**
 * Follows the pages that are asked for anew, from the frame that stays around them. A transition is under way until what
 * it asked of the router is drawn, or was dropped for something newer.
 * @param path of the page within the frame
 */
export function useFollowedPages(path: string): void {
  const [underWay, startTransition] = useTransition();
  useLayoutEffect(() => followPages(startTransition), []);
  // Whoever goes elsewhere takes along the frame, which may have been on its way.
  useLayoutEffect(() => {
    void path;
    addressHasChanged();
  }, [path]);
  // Before anything else hears that they were drawn: what hears of it may ask for the next.
  useLayoutEffect(() => {
    if (!underWay) pagesAreDone();
  }, [underWay]);
}
