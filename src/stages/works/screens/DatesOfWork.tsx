import type { WorkDetail } from '@/client/types';
import { DATE_NAMES, DATE_WORDS } from '@/core/classify';
import { intervalWords } from '@/core/record';
import { Explained } from '@/ui/explained';
import { DatabaseTag, Pill } from '@/ui/marks';

/** The four dates of a work, kept apart, each with what every record prints. */
export function DatesOfWork({ work }: { work: WorkDetail }) {
  const { dates } = work.classification;
  return (
    <section aria-label="Dates">
      <h3 className="border-rule border-b pb-1 text-lead">
        <span className="font-normal font-sans text-small text-slate">First public </span>
        {intervalWords(dates.earliest)}
      </h3>
      <dl className="mt-1 grid grid-cols-[150px_1fr] gap-x-3 gap-y-1 text-small">
        {DATE_NAMES.map((name) => {
          const printed = work.records.filter((r) => r.item.dates[name]);
          if (printed.length === 0) return null;
          return (
            <div key={name} className="contents">
              <dt className="text-slate">
                <Explained meaning={DATE_WORDS[name].meaning}>{DATE_WORDS[name].label}</Explained>
              </dt>
              <dd>
                {intervalWords(dates[name])} {dates.conflicts.includes(name) && <Pill look="attention">records differ</Pill>}
                <span className="ml-2 text-slate">
                  {printed.map((r) => (
                    <span key={r.no} className="mr-2 whitespace-nowrap">
                      <DatabaseTag tag={r.tag} name={r.database} /> “{r.item.dates[name]}”
                    </span>
                  ))}
                </span>
              </dd>
            </div>
          );
        })}
      </dl>
    </section>
  );
}
