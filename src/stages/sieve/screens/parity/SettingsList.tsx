'use client';
import { toast } from 'sonner';
import { Button } from '@/ui/button';
import { DatabaseTag } from '@/ui/marks';
import type { ParityView } from '../../queries/parity-view';

const WHERE = { there: 'set there', 'nothing-to-set': 'nothing to set', here: 'done here', 'not-described': 'not described' } as const;

/** For each database, the limiters of the sieve as steps for its next run. */
export function SettingsList({ settings }: { settings: ParityView['settings'] }) {
  const copy = async (s: ParityView['settings'][number]) => {
    const text = [`${s.name}, limiters for the next run`, ...s.steps.map((step, i) => `${i + 1}. ${step.name}: ${step.words}`)].join('\n');
    await navigator.clipboard.writeText(text);
    toast(`The steps for ${s.name} were copied.`);
  };
  return (
    <div className="flex flex-col gap-2">
      {settings.map((s) => (
        <details key={s.tag} className="rounded-[4px] border border-rule bg-surface px-3 py-1.5">
          <summary className="cursor-pointer leading-7">
            <DatabaseTag tag={s.tag} /> {s.name}{' '}
            <span className="text-small text-slate">
              {s.steps.filter((x) => x.where === 'there').length} to set there, {s.steps.filter((x) => x.where === 'here').length} done here
            </span>
          </summary>
          <ol className="mt-1 list-decimal pl-5">
            {s.steps.map((step) => (
              <li key={step.limiter} className="py-0.5">
                <b className="font-semibold">{step.name}</b> <span className="text-note text-slate">({WHERE[step.where]})</span>:{' '}
                {step.words}
              </li>
            ))}
          </ol>
          <Button look="quiet" onClick={() => void copy(s)}>
            Copy these steps
          </Button>
        </details>
      ))}
    </div>
  );
}
