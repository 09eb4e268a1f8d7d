import Link from 'next/link';
import { CAPABILITY_WORDS, PROFILE_AXES, PROFILE_AXIS_LABELS } from '@/core/parity';
import { cx } from '@/ui/cx';
import { Explained } from '@/ui/explained';
import { DatabaseTag, Pill } from '@/ui/marks';
import { plural } from '@/ui/words';
import type { RetrieveView } from '../queries/retrieve-view';

/** What each database can limit, axis by axis: the ground on which limiters can be even at all. */
export function DatabaseTable({ reviewId, databases }: { reviewId: string; databases: RetrieveView['databases'] }) {
  return (
    <div className="relative overflow-x-auto rounded-[6px] border border-rule bg-surface">
      <table className="w-full text-left text-small">
        <caption className="sr-only">What each database can limit by itself</caption>
        <thead>
          <tr className="border-rule border-b text-note text-slate">
            <th className="py-1.5 pl-4 font-medium">Database</th>
            {PROFILE_AXES.map((a) => (
              <th key={a} className="px-2 font-medium">
                {PROFILE_AXIS_LABELS[a]}
              </th>
            ))}
            <th className="pr-4 text-right font-medium">Terms not mapped</th>
          </tr>
        </thead>
        <tbody>
          {databases.map((d) => (
            <tr key={d.id} className="h-9 border-rule not-first:border-t">
              <th scope="row" className="pl-4 font-normal">
                <span className="flex items-center gap-2 whitespace-nowrap">
                  <DatabaseTag tag={d.tag} />
                  <Link
                    className="font-medium text-navy underline-offset-2 hover:underline"
                    href={`/reviews/${reviewId}/retrieve/database/${d.tag}`}
                  >
                    {d.name}
                  </Link>
                  {d.profile.allJournalsRefereed && <Pill>all journals refereed</Pill>}
                </span>
              </th>
              {PROFILE_AXES.map((a) => {
                const { capability, level, dropsMissing, quirk } = d.profile.axes[a];
                const words = CAPABILITY_WORDS[capability];
                return (
                  <td key={a} className="px-2">
                    <Explained
                      meaning={[
                        words.meaning,
                        level === 'venue' && 'It looks at the journal or book, not at the item.',
                        dropsMissing && 'It drops records that lack the field.',
                        quirk,
                      ]
                        .filter(Boolean)
                        .join(' ')}
                      className={cx(
                        'whitespace-nowrap',
                        (capability === 'none' || capability === 'undescribed') && 'text-slate',
                        capability === 'approximate' && 'italic',
                      )}
                    >
                      {words.short}
                      {dropsMissing && <span className="text-copper">, drops</span>}
                    </Explained>
                  </td>
                );
              })}
              <td className="pr-4 text-right">
                {d.unmapped > 0 ? (
                  <Link
                    className="font-semibold text-copper underline-offset-2 hover:underline"
                    href={`/reviews/${reviewId}/retrieve/database/${d.tag}#terms`}
                  >
                    {d.unmapped} {plural(d.unmapped, 'term')}
                  </Link>
                ) : (
                  0
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
