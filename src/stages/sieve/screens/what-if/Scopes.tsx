'use client';
import { SCOPES, type Scope, withEvidence, withPolicy } from '@/core/sieve';
import { Button } from '@/ui/button';
import { NarrowingBar } from '@/ui/marks';
import { count } from '@/ui/words';
import type { SieveInHand } from '../useSieve';
import { useAsked } from './useAsked';

const WORDS: Record<Scope, { label: string; meaning: string }> = {
  'as-set': { label: 'As it stands here', meaning: 'Each limiter with its own policy and evidence.' },
  broad: { label: 'Broad', meaning: 'What cannot be told is let through: little is missed, more is read.' },
  narrow: { label: 'Narrow', meaning: 'What cannot be told is stopped: little is read, more is missed.' },
  stated: { label: 'Stated evidence only', meaning: 'Nothing that is inferred from text counts.' },
  'stated-and-inferred': { label: 'Stated and inferred', meaning: 'What is inferred from text counts too.' },
};

/** The same limiters in a broad and a narrow reading, and by either kind of evidence. */
export function Scopes({ inHand }: { inHand: SieveInHand }) {
  const { draft } = inHand;
  const found = useAsked(inHand, (engine) => engine.scopes(), []);
  if (!found) return null;
  const { through, held, stopped } = found['as-set'];
  const apply = (scope: Scope) =>
    draft.change(
      scope === 'broad'
        ? withPolicy(draft.sieve, 'let-through')
        : scope === 'narrow'
          ? withPolicy(draft.sieve, 'stop')
          : withEvidence(draft.sieve, scope === 'stated' ? 'stated' : 'stated-and-inferred'),
    );
  return (
    <section aria-label="Broad or narrow">
      <h2 className="text-lead">Broad or narrow, stated or inferred</h2>
      <table className="mt-1 w-full">
        <thead>
          <tr className="text-left text-small text-slate">
            <th className="font-medium">The same limiters</th>
            <th className="w-[74px] text-right font-medium">Through</th>
            <th className="w-[64px] text-right font-medium">Held</th>
            <th className="w-[120px] pl-4 font-medium">
              <span className="sr-only">Share</span>
            </th>
            <th className="w-[70px]">
              <span className="sr-only">Try</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {SCOPES.map((scope) => (
            <tr key={scope} className="border-rule border-t">
              <th scope="row" className="py-1 text-left font-medium">
                {WORDS[scope].label}
                <span className="block font-normal text-note text-slate">{WORDS[scope].meaning}</span>
              </th>
              <td className="text-right font-semibold">{count(found[scope].through)}</td>
              <td className="text-right text-copper">{found[scope].held > 0 ? `+${count(found[scope].held)}` : ''}</td>
              <td className="pl-4">
                <NarrowingBar left={found[scope].through} held={found[scope].held} total={through + held + stopped} />
              </td>
              <td className="text-right">
                {scope !== 'as-set' && (
                  <Button look="quiet" aria-label={`Try ${WORDS[scope].label}`} onClick={() => apply(scope)}>
                    Try
                  </Button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-1 text-note text-slate">Limiters on flags keep their policy: what was retracted never passes by a preset.</p>
    </section>
  );
}
