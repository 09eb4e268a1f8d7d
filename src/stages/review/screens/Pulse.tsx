'use client';
import { usePathname, useRouter, useSearchParams } from 'next/navigation';
import { useEffect, useRef, useState } from 'react';
import { ownChanges, post } from '@/client/call';
import { forget } from '@/client/query-client';
import { refreshPage } from '@/ui/refresh-page';
import type { Pulse as Said, Stamps } from '../queries/pulse';

/** So often is asked whether somebody else changed something, while the page is looked at. */
const EVERY_MS = 8000;
/** A page that the server drew is drawn anew at most this often. */
const REDRAW_MS = 20_000;
/** Soon after one has come somewhere, so that going from work to work is not written down at each step. */
const FIRST_MS = 2500;

/**
 * Follows what others change in a review: what rests on it is asked for again, and pages that the server drew are drawn
 * anew, so that nobody has to reload: from how it stood when the page was first drawn. Also says where one is, to go on
 * there next time, and who else has the same work open.
 */
export function Pulse({ reviewId, stood }: { reviewId: string; stood: Stamps }) {
  const path = usePathname();
  const search = useSearchParams();
  const router = useRouter();
  const [also, setAlso] = useState<readonly string[]>([]);
  const known = useRef(stood);
  // What was changed before, in another review, is no change of this one.
  const own = useRef(ownChanges());
  const drawn = useRef(0);
  const due = useRef(false);
  const here = path.replace(new RegExp(`^/reviews/${reviewId}/?`), '') + (search.size ? `?${search}` : '');
  const work = /^decide(?:\?|$)/.test(here) ? Number(search.get('work')) || null : null;
  useEffect(() => {
    let over = false;
    let timer = setTimeout(beat, FIRST_MS);
    async function beat() {
      if (document.visibilityState === 'visible') {
        const changes = ownChanges();
        const said = await post<Said>(`/api/reviews/${reviewId}/pulse`, { path: here.slice(0, 600), work });
        if (over) return;
        if (said.ok) follow(said, changes);
        // Deleted, or one has no part in it any more: nothing of it is to be asked again and again.
        else if (said.code === 'not-found') return;
      }
      timer = setTimeout(beat, EVERY_MS);
    }
    /** @param changes how many of one's own were sent before it was asked; those sent since may be in the answer, or in the next */
    function follow({ stamps, also: others }: Said, changes: number) {
      setAlso((before) => (before.join() === others.join() ? before : others));
      const topics = Object.entries(stamps).flatMap(([t, s]) => (known.current[t as keyof Stamps] === s ? [] : [t]));
      known.current = stamps;
      const ours = ownChanges() !== own.current;
      own.current = changes;
      if (topics.length > 0) {
        forget(reviewId, topics);
        // What oneself changed is on the page already.
        due.current ||= !ours;
      }
      // A page costs more than an answer, so it is drawn anew less often.
      if (!due.current || Date.now() - drawn.current < REDRAW_MS) return;
      due.current = false;
      drawn.current = Date.now();
      refreshPage(router);
    }
    return () => {
      over = true;
      clearTimeout(timer);
    };
  }, [reviewId, here, work, router]);
  if (also.length === 0) return null;
  return (
    <span
      role="status"
      className="max-w-[260px] truncate rounded-full border border-edge px-2 text-note"
      title={`${also.join(', ')} has this work open, too`}
    >
      also here: {also.join(', ')}
    </span>
  );
}
