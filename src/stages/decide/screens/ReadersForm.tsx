'use client';
import { type FormEvent, useState } from 'react';
import { toast } from 'sonner';
import { call } from '@/client/call';
import { useAsk } from '@/client/useAsk';
import { STAGE_WORDS, STAGES, type Stage } from '@/core/flow';
import type { ReadersSetting } from '@/core/readers';
import { Button } from '@/ui/button';
import { Select, TextField } from '@/ui/field';
import { many } from '@/ui/words';
import type { ReadersView, StageReading } from '../queries/readers-view';
import { HandOut } from './HandOut';

interface Member {
  id: string;
  name: string;
  role: string;
}
interface ReadersFormProps {
  reviewId: string;
  initial: ReadersView;
  members: readonly Member[];
  twoStages: boolean;
  manages: boolean;
}

/** By how many people works are judged, stage by stage, and by whom. */
export function ReadersForm({ reviewId, initial, members, twoStages, manages }: ReadersFormProps) {
  const view = useAsk(reviewId, 'readers-view', {}, { given: initial }).data ?? initial;
  const judges = members.filter((m) => m.role !== 'reader');
  return (
    <section aria-labelledby="judging" className="mx-auto max-w-[1120px] px-5 pb-8">
      <h2 id="judging" className="border-ink border-t-2 pt-2 text-lead">
        Who judges
      </h2>
      <p className="max-w-[80ch] text-slate text-small">
        One person may judge each work, or two, each without seeing what the other says until both have judged. A share judged by two is a
        pilot: the same works, how well the two agree, then sharper criteria.
      </p>
      {STAGES.filter((s) => s === 'title-abstract' || twoStages).map((stage) => (
        <StageForm
          key={`${stage}${JSON.stringify(view.setting[stage])}`}
          {...{ reviewId, stage, judges, manages }}
          setting={view.setting}
          reading={view.stages.find((s) => s.stage === stage) ?? null}
        />
      ))}
    </section>
  );
}

interface StageFormProps {
  reviewId: string;
  stage: Stage;
  setting: ReadersView['setting'];
  judges: readonly Member[];
  reading: StageReading | null;
  manages: boolean;
}

function StageForm({ reviewId, stage, setting, judges, reading, manages }: StageFormProps) {
  const [own, setOwn] = useState<ReadersSetting>(setting[stage]);
  const change = (more: Partial<ReadersSetting>) => setOwn((before) => ({ ...before, ...more }));
  const people = own.people.filter((id) => judges.some((j) => j.id === id));
  const gone = setting[stage].readers === 2 ? setting[stage].people.filter((id) => !judges.some((j) => j.id === id)).length : 0;
  async function save(event: FormEvent<HTMLFormElement>) {
    event.preventDefault();
    const value = {
      ...setting,
      [stage]: { ...own, people, given: people.length > 2 && own.given === 'all' ? ('lot' as const) : own.given },
    };
    const answer = await call(reviewId, 'save-readers', { value, seen: setting });
    if (answer.ok) toast('Saved.');
    else toast.error(answer.message);
  }
  return (
    <form aria-label={`Who judges ${STAGE_WORDS[stage]}`} onSubmit={(e) => void save(e)} className="mt-4 border-rule border-t pt-2">
      <h3 className="font-medium">On {STAGE_WORDS[stage]}</h3>
      {reading && reading.works > 0 && (
        <p className="text-small">
          {many(reading.both, 'work was', 'works were')} judged by both, of {reading.works}; they agree on {reading.agreed}, {reading.open}{' '}
          wait to be settled.{reading.yours.works > 0 && ` You judged ${reading.yours.judged} of your ${reading.yours.works}.`}
        </p>
      )}
      {gone > 0 && (
        <p role="alert" className="max-w-[80ch] border-copper border-l-2 pl-2 text-copper">
          {many(gone, 'person', 'people')} who judged here {gone === 1 ? 'does' : 'do'} not belong to the review any more, or only{' '}
          {gone === 1 ? 'reads' : 'read'} in it: what was theirs to judge waits. Choose who judges, and save.
        </p>
      )}
      <fieldset disabled={!manages} className="mt-1 flex flex-wrap items-end gap-3">
        <legend className="sr-only">How many, and who</legend>
        <div className="w-[230px]">
          <Select
            label="Each work is judged by"
            value={String(own.readers)}
            onChange={(e) => change({ readers: Number(e.target.value) as 1 | 2 })}
          >
            <option value="1">one person</option>
            <option value="2">two, unseen by each other</option>
          </Select>
        </div>
        {own.readers === 2 && (
          <>
            <div className="w-[150px]">
              <TextField
                label="Share of works, in %"
                type="number"
                min={1}
                max={100}
                value={Math.round(own.share * 100)}
                onChange={(e) => change({ share: Math.min(100, Math.max(1, Number(e.target.value) || 100)) / 100 })}
              />
            </div>
            <div className="w-[120px]">
              <TextField
                label="Seed"
                type="number"
                min={1}
                max={999_999}
                value={own.seed}
                onChange={(e) => change({ seed: Number(e.target.value) || 1 })}
              />
            </div>
            <div className="w-[230px]">
              <Select
                label="Who judges which"
                value={own.given}
                onChange={(e) => change({ given: e.target.value as ReadersSetting['given'] })}
              >
                <option value="all">both judge all</option>
                <option value="lot">a pair for each, by lot</option>
                <option value="hand">as given out by hand</option>
              </Select>
            </div>
            <div className="w-[260px]">
              <Select
                label="Where they differ"
                value={own.differ}
                onChange={(e) => change({ differ: e.target.value as ReadersSetting['differ'] })}
              >
                <option value="settle">it is settled</option>
                <option value="keep-if-either">it is kept if either keeps it</option>
              </Select>
            </div>
            <div className="w-[230px]">
              <Select
                label="Settled by"
                value={own.settledBy}
                onChange={(e) => change({ settledBy: e.target.value as ReadersSetting['settledBy'] })}
              >
                <option value="anybody">the two, or anybody who decides</option>
                <option value="third">somebody else than the two</option>
              </Select>
            </div>
          </>
        )}
      </fieldset>
      {own.readers === 2 && (
        <fieldset disabled={!manages} className="mt-2 flex flex-wrap gap-x-5">
          <legend className="text-slate text-small">Of these people</legend>
          {judges.map((j) => (
            <label key={j.id} className="inline-flex min-h-7 items-center gap-2">
              <input
                type="checkbox"
                checked={people.includes(j.id)}
                onChange={(e) => change({ people: e.target.checked ? [...people, j.id] : people.filter((id) => id !== j.id) })}
              />
              <span dir="auto">{j.name}</span>
            </label>
          ))}
        </fieldset>
      )}
      {own.readers === 2 && own.given === 'hand' && (
        <HandOut
          people={judges.filter((j) => people.includes(j.id))}
          hand={own.hand}
          disabled={!manages}
          onChange={(hand) => change({ hand })}
        />
      )}
      {manages && (
        <div className="mt-2">
          <Button type="submit">Save who judges</Button>
        </div>
      )}
    </form>
  );
}
