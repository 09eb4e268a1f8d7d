'use client';
import { useState } from 'react';
import { useAsk } from '@/client/useAsk';
import type { SheetTerm } from '@/core/search/blocks';
import { Button } from '@/ui/button';
import { Select, TextField } from '@/ui/field';
import { many } from '@/ui/words';
import type { DeskView } from '../queries/desk-view';
import { usePaused } from './BlockPage';

interface HeadingFinderProps {
  reviewId: string;
  thesauri: DeskView['thesauri'];
  /** The part that a heading goes into. */
  into: string;
  onTake(term: Extract<SheetTerm, { kind: 'heading' }>): void;
}

/** Looks a word up in a thesaurus, and walks up and down from the heading that it leads to. */
export function HeadingFinder({ reviewId, thesauri, into, onTake }: HeadingFinderProps) {
  const [thesaurusId, setThesaurus] = useState(thesauri[0]?.id ?? '');
  const [words, setWords] = useState('');
  const [label, setLabel] = useState<string | null>(null);
  const [main, setMain] = useState(false);
  const [aspect, setAspect] = useState('');
  const asked = usePaused(words, 250);
  const { data } = useAsk(
    reviewId,
    'find-headings',
    { thesaurusId, words: asked, label },
    { wanted: thesaurusId !== '' && (asked !== '' || label !== null) },
  );
  const heading = data?.heading;
  const take = (narrower: boolean) => heading && onTake({ kind: 'heading', text: heading.label, narrower, main, aspect });
  return (
    <section aria-label="Headings" className="rounded-[6px] border border-rule bg-surface px-3 py-2">
      <h2 className="text-lead">Headings</h2>
      {thesauri.length === 0 ? (
        <p className="text-slate text-small">
          No thesaurus is here yet.{' '}
          <a className="text-navy underline" href={`/reviews/${reviewId}/search/doors`}>
            Bring one in SKOS
          </a>
          .
        </p>
      ) : (
        <>
          {thesauri.length > 1 && (
            <Select label="Thesaurus" value={thesaurusId} onChange={(e) => setThesaurus(e.target.value)}>
              {thesauri.map((t) => (
                <option key={t.id} value={t.id}>
                  {t.name}
                </option>
              ))}
            </Select>
          )}
          <TextField
            label={thesauri.length > 1 ? 'A word' : `A word, looked up in ${thesauri[0]!.name}`}
            value={words}
            onChange={(e) => {
              setWords(e.target.value);
              setLabel(null);
            }}
          />
          {!heading && asked !== '' && (
            <ul className="mt-1 text-small">
              {data?.found.map((f) => (
                <li key={f.label}>
                  <Button look="quiet" onClick={() => setLabel(f.label)}>
                    {f.label}
                  </Button>
                  <span className="text-slate">
                    {f.by && `for “${f.by}” `}
                    {f.below > 0 && `· ${f.below} below`}
                  </span>
                </li>
              ))}
              {data?.found.length === 0 && <li className="text-slate">No heading has this word, nor any of its other labels.</li>}
            </ul>
          )}
          {heading && (
            <div className="mt-2 text-small">
              <h3 className="font-serif text-lead">{heading.label}</h3>
              {heading.also.length > 0 && <p className="text-slate">also: {heading.also.join(', ')}</p>}
              {heading.note && <p>{heading.note}</p>}
              <Walk words="above" labels={heading.broader} onGo={setLabel} />
              <Walk words="just below" labels={heading.narrower} onGo={setLabel} />
              {heading.below.length > heading.narrower.length && (
                <p className="text-slate">
                  {many(heading.below.length, 'heading')} below in all: {heading.below.slice(0, 30).join(', ')}
                </p>
              )}
              <label className="mt-1 flex min-h-6 items-center gap-1.5">
                <input type="checkbox" checked={main} onChange={(e) => setMain(e.target.checked)} /> only where it is a main topic
              </label>
              <TextField label="With an aspect (a qualifier), or none" value={aspect} onChange={(e) => setAspect(e.target.value)} />
              <div className="mt-2 flex flex-wrap gap-2">
                <Button onClick={() => take(false)}>Into “{into || 'a new part'}”</Button>
                {heading.below.length > 0 && <Button onClick={() => take(true)}>with the {heading.below.length} below</Button>}
                <Button look="quiet" onClick={() => setLabel(null)}>
                  Back to the list
                </Button>
              </div>
            </div>
          )}
        </>
      )}
    </section>
  );
}

function Walk({ words, labels, onGo }: { words: string; labels: readonly string[]; onGo(label: string): void }) {
  if (labels.length === 0) return null;
  return (
    <p className="flex flex-wrap items-baseline gap-x-1">
      <span className="text-slate">{words}:</span>
      {labels.slice(0, 40).map((l) => (
        <Button key={l} look="quiet" onClick={() => onGo(l)}>
          {l}
        </Button>
      ))}
    </p>
  );
}
