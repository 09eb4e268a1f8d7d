import { cx } from '@/ui/cx';
import { Explained } from '@/ui/explained';
import { count } from '@/ui/words';

/** A criterion that asks for a number of sources, and how far it is met. */
export interface QuotaLine {
  id: string;
  criterion: string;
  words: string;
  atLeast: number;
  kept: number;
  through: number;
  possible: number;
}

/** What is kept, through and possible of one minimum number, in words. */
export function QuotaMeter({ quota: { kept, through, possible, atLeast } }: { quota: Omit<QuotaLine, 'id' | 'criterion' | 'words'> }) {
  return (
    <>
      <b className={cx('font-semibold', kept < atLeast ? 'text-copper' : 'text-ink')}>{count(kept)}</b> kept of at least {count(atLeast)}
      {through > 0 && `, ${count(through)} through`}
      {possible > 0 && `, ${count(possible)} possible`}
    </>
  );
}

/** How far each criterion that asks for a number of sources is met. */
export function QuotaList({ quotas, small = false }: { quotas: readonly QuotaLine[]; small?: boolean }) {
  return (
    <ul aria-label="Minimum numbers" className={small ? 'text-note' : ''}>
      {quotas.map((q) => (
        <li key={q.id} className={small ? 'leading-snug' : 'border-rule border-t py-1'}>
          <Explained meaning={`Counts: ${q.words}`} className={small ? 'block max-w-full truncate' : ''}>
            {q.criterion}
          </Explained>
          <span className={cx('block text-slate', !small && 'text-small')}>
            <QuotaMeter quota={q} />
          </span>
        </li>
      ))}
    </ul>
  );
}
