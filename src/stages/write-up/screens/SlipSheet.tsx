import { AXIS_LABELS, ruleWords, type WorkAxis } from '@/core/classify';
import { STAGE_WORDS } from '@/core/flow';
import { LookAgain } from '@/stages/works/screens';
import { DatabaseTag, Pill, StateSquare } from '@/ui/marks';
import { dayWords, minute } from '@/ui/words';
import type { Slip } from '../queries/slip';
import { PrintButton } from './PrintButton';

const ASKED: Record<string, string> = {
  kept: 'Why is this one in?',
  excluded: 'Why is this one out?',
  stopped: 'Why is this one out?',
  held: 'Why is this one held?',
  waiting: 'What is this one waiting for?',
  background: 'Why is this one background?',
  undecided: 'What speaks for and against this one?',
};
const VERDICTS: Record<string, string> = {
  keep: 'Kept',
  exclude: 'Excluded',
  wait: 'Set to wait',
  background: 'Background',
  undo: 'Taken back',
};
const SAYS = { passes: 'lets it through', holds: 'holds it: it cannot tell', stops: 'stops it' } as const;

/** One source on one page: the citation, what is known and by which words, what was asked, and what was decided. */
export function SlipSheet({ slip }: { slip: Slip }) {
  const { work } = slip;
  const last = work.decision;
  const grounds = (last && last.verdict !== 'undo' && last.grounds) || work.draft;
  return (
    <main className="mx-auto max-w-[820px] px-6 py-6 print:p-0">
      <p className="flex items-baseline justify-between text-small text-slate">
        <span>
          {slip.title} · as of {dayWords(slip.asOf)} · work {work.no}
        </span>
        <PrintButton />
      </p>
      <h1 className="mt-2 flex items-center gap-3 text-display">
        <StateSquare state={work.state} /> {ASKED[work.state]}
      </h1>
      {/* Made by the citation processor, which leaves emphasis only. */}
      {/* biome-ignore lint/security/noDangerouslySetInnerHtml: everything but emphasis was taken out where it was made */}
      <p dir="auto" className="mt-2 font-serif text-lead" dangerouslySetInnerHTML={{ __html: slip.reference }} />
      <p className="mt-1 flex flex-wrap items-center gap-1.5 text-small text-slate">
        {work.records.map((r) => (
          <span key={r.no} className="flex items-center gap-1">
            <DatabaseTag tag={r.tag} name={r.database} /> record {r.no}, {r.file} line {r.line}
          </span>
        ))}
      </p>
      <div className="mt-2 flex flex-col gap-2 empty:hidden">
        <LookAgain changed={work.changed} scheme={work.scheme} />
      </div>
      <Part title="Grounds">
        <p dir="auto" className="font-serif text-lead">
          {grounds || 'Nothing is known that could be said.'}
        </p>
        {!last && <p className="text-small text-slate">Drafted; nobody has decided yet.</p>}
      </Part>
      <Part title="What it is, and the words that say so">
        <dl>
          {work.clauses
            .filter((c) => c.claims.length > 0)
            .map((c) => (
              <div key={c.axis} className="grid grid-cols-[130px_1fr] gap-3 border-rule border-t py-1.5">
                <dt className="text-slate">{AXIS_LABELS[c.axis as WorkAxis]}</dt>
                <dd>
                  {c.text}
                  <ul className="text-small text-slate">
                    {claimLines(c.claims, work.records).map((line) => (
                      <li key={line}>{line}</li>
                    ))}
                  </ul>
                </dd>
              </div>
            ))}
        </dl>
        {work.mentions.length > 0 && (
          <p className="mt-1">
            Its text mentions{' '}
            {work.mentions.slice(0, 8).map((m, i) => (
              <span key={`${m.field}${m.start}`}>
                {i > 0 && ', '}“{m.quote}” ({m.part})
              </span>
            ))}
            . That they match the question is all that this says.
          </p>
        )}
      </Part>
      {slip.criteria.length > 0 && (
        <Part title="Criteria">
          <ol className="list-decimal pl-5">
            {slip.criteria.map((c) => (
              <li key={c.reasonCode}>
                {c.text}
                {c.definition && <span className="text-slate">: {c.definition}</span>} <Pill>judged by a {c.judgedBy}</Pill>
                {last?.verdict === 'exclude' && last.reasonCode === c.reasonCode && (
                  <b className="ml-2 font-semibold text-copper">not met</b>
                )}
              </li>
            ))}
          </ol>
        </Part>
      )}
      <Part title="What the limiters say">
        <ul>
          {slip.limiters.map((l) => (
            <li key={l.id} className="border-rule border-t py-1.5">
              <b className="font-semibold">{l.name}</b> <span className="text-slate">({l.words})</span>:{' '}
              {l.exempt ? `exempts it: ${l.exempt}` : SAYS[l.says]}
              {l.rationale && <span className="block text-small text-slate">Why the limiter is there: {l.rationale}</span>}
            </li>
          ))}
          {work.overrides.map((o) => (
            <li key={o.seq} className="border-rule border-t py-1.5">
              {o.person} {o.fate === 'pass' ? 'let it through' : 'stopped it'} at{' '}
              {o.limiters.map((id) => slip.limiters.find((l) => l.id === id)?.name ?? id).join(', ')}: {o.reason}
            </li>
          ))}
        </ul>
        {slip.limiters.length === 0 && <p className="text-slate">No limiter is set.</p>}
      </Part>
      <Part title="Similar works already decided">
        <ul>
          {slip.precedents.map((p) => (
            <li key={p.no}>
              {p.verdict === 'keep' ? 'Kept' : 'Excluded'}
              {p.reasonText && ` (${p.reasonText})`}:{' '}
              <span dir="auto" className="font-serif">
                {p.title}
              </span>{' '}
              <span className="text-slate">
                {p.axes.length + p.limiters.length === 0
                  ? 'same profile'
                  : `differs in ${[...p.axes.map((a) => AXIS_LABELS[a].toLowerCase()), ...p.limiters].join(', ')}`}
              </span>
            </li>
          ))}
        </ul>
        {slip.precedents.length === 0 && <p className="text-slate">Nothing similar is decided.</p>}
        {slip.difference && <p>What sets this one apart: {slip.difference}</p>}
      </Part>
      <Part title="What was decided, and by whom">
        <ol>
          {work.history.map((h) => (
            <li key={`${h.at}${h.verdict}`} className="border-rule border-t py-1.5">
              <b className="font-semibold">{VERDICTS[h.verdict] ?? h.verdict}</b> by {STAGE_WORDS[h.stage]}
              {h.reasonText && `: ${h.reasonText}`}
              {h.page && `, page ${h.page}`}
              <span className="block text-small text-slate">
                {h.person}, {minute(h.at)} UTC, sieve version {h.sieveVersion}
              </span>
              {h.grounds && (
                <span dir="auto" className="block font-serif text-body">
                  {h.grounds}
                </span>
              )}
            </li>
          ))}
        </ol>
        {work.history.length === 0 && <p className="text-slate">Nothing yet.</p>}
      </Part>
    </main>
  );
}

const FIELDS: Record<string, string> = { type: 'type', register: 'register of venues', extra: 'further field' };
const MOST_LINES = 4;

/** What speaks for a value, each saying once: the words where there are any, who said them, and what follows from them. */
function claimLines(claims: Slip['work']['clauses'][number]['claims'], records: Slip['work']['records']): string[] {
  const lines = claims.map(({ quote, record, field, rule }) => {
    const from = [records.find((r) => r.no === record)?.database, FIELDS[field] ?? field].filter(Boolean).join(', ');
    const words = quote.trim();
    return words ? `“${words}” (${from})` : `${ruleWords(rule).replace(/\.$/, '')} (${from})`;
  });
  return [...new Set(lines)].slice(0, MOST_LINES);
}

function Part({ title, children }: { title: string; children: React.ReactNode }) {
  return (
    <section aria-label={title} className="mt-4 break-inside-avoid">
      <h2 className="mb-1 border-ink border-b-[1.5px] text-lead">{title}</h2>
      {children}
    </section>
  );
}
