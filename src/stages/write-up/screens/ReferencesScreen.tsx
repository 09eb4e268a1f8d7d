'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { toast } from 'sonner';
import { call } from '@/client/call';
import { CITE_STYLE_CODES, CITE_STYLES, type CiteStyle, LINT_CODES, type Lint, type LintField, type Reference } from '@/core/cite';
import { Button } from '@/ui/button';
import { Select } from '@/ui/field';
import { Pill } from '@/ui/marks';
import { refreshPage } from '@/ui/refresh-page';
import { count, plural } from '@/ui/words';
import { CopyButton } from './CopyButton';
import { WriteUpNav } from './WriteUpNav';

interface Doubt {
  no: number;
  title: string;
  lints: Lint[];
  values: Partial<Record<LintField, string>>;
}
interface ReferencesScreenProps {
  reviewId: string;
  style: CiteStyle;
  /** Which sources are listed, and in words; null where kept and included are the same. */
  of: 'included' | 'kept-so-far' | null;
  words: string;
  references: Reference[];
  doubts: Doubt[];
}

/** The references of what is kept, in a style, beside what looks wrong in them, to be set right in place. */
export function ReferencesScreen({ reviewId, style, of, words, references, doubts }: ReferencesScreenProps) {
  const router = useRouter();
  const doubtful = new Set(doubts.map((d) => String(d.no)));
  async function choose(next: { style: CiteStyle } | { referencesOf: 'included' | 'kept-so-far' }) {
    const answer = await call(reviewId, 'save-write-up', next);
    if (!answer.ok) return void toast.error(answer.message);
    refreshPage(router);
  }
  return (
    <main className="grid grid-cols-[minmax(0,1fr)] lg:grid-cols-[1fr_430px] gap-10 px-5 py-3">
      <div>
        <WriteUpNav reviewId={reviewId} current="/references" />
        <div className="mt-3 flex items-end gap-3">
          <h1 className="text-title">
            {count(references.length)} {plural(references.length, 'reference')}{' '}
            <span className="font-normal text-body text-slate">{words}</span>
          </h1>
          {of && (
            <span className="ml-auto w-[170px]">
              <Select label="Of what" value={of} onChange={(e) => void choose({ referencesOf: e.target.value as typeof of })}>
                <option value="kept-so-far">kept so far</option>
                <option value="included">included</option>
              </Select>
            </span>
          )}
          <span className={of ? 'w-[230px]' : 'ml-auto w-[230px]'}>
            <Select label="Style" value={style} onChange={(e) => void choose({ style: e.target.value as CiteStyle })}>
              {CITE_STYLE_CODES.map((code) => (
                <option key={code} value={code}>
                  {CITE_STYLES[code].label}
                </option>
              ))}
            </Select>
          </span>
          <CopyButton text={references.map((r) => r.text).join('\n\n')} label="Copy the list" />
        </div>
        {references.length === 0 ? (
          <p className="mt-3 text-slate">
            {of === 'included' ? 'Nothing is included yet: no full text was read and kept.' : 'Nothing is kept yet.'}
          </p>
        ) : (
          <ol className="mt-3">
            {references.map((r) => (
              <li key={r.id} dir="auto" className="border-rule border-t py-1.5 pl-6 -indent-6 font-serif text-body leading-snug">
                {/* biome-ignore lint/security/noDangerouslySetInnerHtml: everything but emphasis was taken out where it was made */}
                <span dangerouslySetInnerHTML={{ __html: r.html }} />
                {doubtful.has(r.id) && (
                  <a href={`#doubt-${r.id}`} className="ml-2 indent-0 font-sans">
                    <Pill look="attention">look</Pill>
                  </a>
                )}
              </li>
            ))}
          </ol>
        )}
      </div>
      <section aria-label="What looks wrong">
        <h2 className="text-head">Check against the manual</h2>
        <p className="text-small text-slate">
          {doubts.length === 0
            ? 'Nothing looks wrong. Check every reference against the style manual all the same (common practice).'
            : `${count(doubts.length)} of them have something that looks wrong. What is set here is set for the work; its records stay as they are.`}
        </p>
        {doubts.map((d) => (
          <article key={d.no} id={`doubt-${d.no}`} className="mt-3 border-rule border-t pt-2">
            <h3 dir="auto" className="line-clamp-2 font-serif text-body">
              {d.title || `Work ${d.no}`}
            </h3>
            {d.lints.map((lint, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: a citation can have the same doubt twice
              <Fix key={`${lint.code}${i}`} reviewId={reviewId} no={d.no} lint={lint} value={d.values[lint.field] ?? ''} />
            ))}
          </article>
        ))}
      </section>
    </main>
  );
}

function Fix({ reviewId, no, lint, value }: { reviewId: string; no: number; lint: Lint; value: string }) {
  const router = useRouter();
  const [text, setText] = useState(lint.suggestion ?? value);
  const [open, setOpen] = useState(false);
  const [done, setDone] = useState(false);
  const field = lint.field === 'issued' ? 'issued' : lint.field;
  async function save() {
    const answer = await call(reviewId, 'edit-field', { workNo: no, field, value: text });
    if (!answer.ok) return void toast.error(answer.message);
    setDone(true);
    setOpen(false);
    toast('Set. The list follows when the works are written anew.');
    setTimeout(() => refreshPage(router), 1500);
  }
  return (
    <div className="py-1 text-small">
      <p className="flex items-baseline gap-2">
        <span className="min-w-0 flex-1">
          {LINT_CODES[lint.code]}{' '}
          <span className="text-slate">
            ({lint.field}
            {lint.found && `: ${lint.found.slice(0, 60)}`})
          </span>
        </span>
        {done ? (
          <Pill>set</Pill>
        ) : (
          <Button look="quiet" className="text-small" aria-expanded={open} onClick={() => setOpen(!open)}>
            Correct it
          </Button>
        )}
      </p>
      {open && (
        <form
          className="flex gap-2"
          onSubmit={(e) => {
            e.preventDefault();
            void save();
          }}
        >
          <textarea
            aria-label={`${lint.field} of the citation`}
            rows={2}
            value={text}
            onChange={(e) => setText(e.target.value)}
            className="min-w-0 flex-1 rounded-[4px] border border-edge bg-surface px-2 py-1 font-serif"
          />
          <Button type="submit">Save</Button>
        </form>
      )}
    </div>
  );
}
