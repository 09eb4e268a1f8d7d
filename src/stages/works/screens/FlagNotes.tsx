import type { Family } from '@/client/types';
import { cx } from '@/ui/cx';

const NOTES: Record<string, { words: string; grave: boolean; type: string }> = {
  retracted: { words: 'Retracted. Read the notice before keeping it.', grave: true, type: 'retraction-of' },
  concern: { words: 'Its editors have expressed concern about it.', grave: true, type: 'concern-about' },
  corrected: { words: 'Corrected. Read the correction with it.', grave: false, type: 'correction-of' },
  updated: { words: 'There is a newer version of it.', grave: false, type: 'update-of' },
  'not-indexed-yet': {
    words: 'Not indexed yet: a publication-type limiter at the database would have dropped it.',
    grave: false,
    type: '',
  },
};

/** What other publications and its indexing say about a work, before its text. */
export function FlagNotes({ flags, family, no }: { flags: readonly string[]; family: Family; no: number }) {
  return (
    <>
      {flags.map((flag) => {
        const note = NOTES[flag];
        if (!note) return null;
        const tie = family.ties.find((t) => t.type === note.type && t.to === no);
        const by = tie && family.members.find((m) => m.no === tie.from);
        return (
          <p
            key={flag}
            role="note"
            className={cx(
              'rounded-[4px] border-copper px-3 py-1.5 text-copper',
              note.grave ? 'border-2 font-semibold' : 'border border-dashed',
            )}
          >
            {by ? `${note.words.slice(0, -1)}: ` : note.words}
            {by && (
              <span className="font-normal">
                {by.title} ({by.date}){tie.conclusions === 'changed' && ': its conclusions changed'}
              </span>
            )}
            {note.grave && !by && <span className="font-normal"> A record of this work says so.</span>}
          </p>
        );
      })}
    </>
  );
}
