'use client';
import type { EvidenceScheme } from '@/core/classify';
import { changesOf, limiterWords, type ReadSieve, type Sieve } from '@/core/sieve';
import { Button } from '@/ui/button';
import { Dialog } from '@/ui/dialog';
import { count, many } from '@/ui/words';
import type { Sizes } from './what-if/useTrial';

interface TakeSieveProps {
  name: string;
  read: ReadSieve;
  /** The sieve that it would take the place of. */
  now: Sieve;
  scheme: EvidenceScheme;
  asOf: number;
  /** What each lets through; null until it is counted. */
  before: Sizes | null;
  after: Sizes | null;
  onTake(): void;
  onClose(): void;
}

const WHAT = { added: 'new here', removed: 'goes', changed: 'is set otherwise', moved: 'stands elsewhere' } as const;

/** What a sieve file holds and what it would change, before it takes the place of the working sieve. */
export function TakeSieve({ name, read, now, scheme, asOf, before, after, onTake, onClose }: TakeSieveProps) {
  const changes = new Map(changesOf(now, read.sieve).map((c) => [c.id, c.what]));
  const gone = now.filter((l) => changes.get(l.id) === 'removed');
  const sizes = (of: Sizes | null) => (of ? `${count(of.through)} through, ${count(of.held)} held` : 'counting …');
  return (
    <Dialog open onOpenChange={(open) => !open && onClose()} title={`The sieve of ${name}`}>
      <p>
        As the sieve is set now: {sizes(before)}. With this file: <b className="font-semibold">{sizes(after)}</b>.
      </p>
      <ol className="mt-2 list-decimal pl-5 text-small">
        {read.sieve.map((l) => (
          <li key={l.id} className={l.on ? '' : 'text-slate'}>
            {l.name}: {limiterWords(l, scheme, asOf)}
            {!l.on && ', switched off'}
            <span className="text-copper">{changes.has(l.id) ? ` · ${WHAT[changes.get(l.id)!]}` : ''}</span>
          </li>
        ))}
      </ol>
      {gone.length > 0 && (
        <p className="mt-2 text-small">
          {many(gone.length, 'limiter')} of yours {gone.length === 1 ? 'goes' : 'go'}: {gone.map((l) => l.name).join(', ')}.
        </p>
      )}
      {read.notes.map((note) => (
        <p key={note} className="mt-2 text-copper text-small">
          {note}
        </p>
      ))}
      {read.basis && read.basis.scheme !== scheme.id && (
        <p className="mt-2 text-copper text-small">
          It was made for the scheme {read.basis.scheme}; this review uses {scheme.id}.
        </p>
      )}
      {changes.size === 0 && <p className="mt-2 text-slate">It is the same as yours.</p>}
      <div className="mt-3 flex gap-2">
        <Button look="solid" disabled={changes.size === 0} onClick={onTake}>
          Replace the working sieve
        </Button>
        <Button onClick={onClose}>Cancel</Button>
      </div>
    </Dialog>
  );
}
