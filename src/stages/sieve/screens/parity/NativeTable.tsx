'use client';
import { SET_BY, type Took } from '@/core/parity';
import { GALLERY } from '@/core/sieve';
import { Figure } from '@/stages/works/screens';
import { Choice } from '@/ui/choice';
import { Explained } from '@/ui/explained';
import { DatabaseTag } from '@/ui/marks';
import { count } from '@/ui/words';
import type { NativeLine, ParityView } from '../../queries/parity-view';

const percent = (share: number): string => `${(100 * share).toFixed(share < 0.1 ? 1 : 0)} %`;

/** Whether a limiter seems to have taken, with what that rests on. */
export function tookWords({ decidable, out, base, baseFrom, ratio, word }: Took): string {
  const from = baseFrom === 'unlimited' ? 'as in its retrieval without it' : 'a stated rate';
  const rest = `${count(out)} of ${count(decidable)} that can be decided are out; without it ${percent(base)} would be (${from})`;
  if (ratio === null) return `Cannot say: ${rest}. It takes 20 that can be decided.`;
  const n = ratio >= 1 ? ratio : 1 / ratio;
  const times = `${n >= 1e6 ? 'over a million' : count(Math.round(n))} times ${ratio >= 1 ? 'likelier' : 'less likely'}`;
  const said = { 'probably-not': 'Probably did not take', probably: 'Probably took', 'cannot-say': 'Cannot say' }[word];
  return `${said}: ${rest}, which makes this ${times} if it had not taken.`;
}

type Listed = 'native-leaks' | 'native-unsure' | 'hidden' | 'not-indexed';
interface NativeTableProps {
  retrievals: ParityView['retrievals'];
  onList(retrieval: string, native: string, what: Listed, caption: string): void;
  onName(databaseId: string, native: string, sample: string): void;
}

/** Every limiter that was set at a database, tested on its own retrieval at its own meaning: leaks, and what it hid. */
export function NativeTable({ retrievals, onList, onName }: NativeTableProps) {
  const lines = retrievals.flatMap((r) => r.natives.map((n) => ({ r, n })));
  if (lines.length === 0)
    return <p className="text-slate">No limiter was set at any database, as far as the steps of the retrievals say.</p>;
  const figure = (r: ParityView['retrievals'][number], n: NativeLine, what: Listed, number: number, words: string) => (
    <td className="text-right">
      {n.asks === null ? (
        ''
      ) : (
        <Figure
          n={number}
          label={`${count(number)} ${words}: ${n.name} in ${r.names}`}
          active={false}
          onClick={() => onList(r.id, n.name, what, `${n.name} in ${r.names}, ${words}`)}
          className="text-right"
        />
      )}
    </td>
  );
  return (
    <table className="w-full">
      <thead>
        <tr className="text-left text-small text-slate">
          <th className="font-medium">Set at the database</th>
          <th className="font-medium">Which asks</th>
          <th className="w-[70px] text-right font-medium">
            <Explained meaning="Records that it should have kept out.">Leaks</Explained>
          </th>
          <th className="w-[84px] text-right font-medium">Can't tell</th>
          <th className="w-[80px] text-right font-medium">
            <Explained meaning="Works of journals it covers that only other databases returned, and that are out by it. At least these.">
              Hid ≥
            </Explained>
          </th>
          <th className="w-[96px] text-right font-medium">
            <Explained meaning="Works that are not indexed yet, which it drops.">Not indexed</Explained>
          </th>
        </tr>
      </thead>
      <tbody>
        {lines.map(({ r, n }) => (
          <tr key={`${r.id} ${n.name}`} className="border-rule border-t align-top">
            <th scope="row" className="py-1 text-left font-medium">
              <span className="flex items-center gap-1.5">
                {r.tags.map((tag) => (
                  <DatabaseTag key={tag} tag={tag} />
                ))}
                {n.name}
              </span>
              <span className="block font-normal text-note text-slate">
                by {SET_BY[n.how]}
                {n.lostAfter !== null && <b className="text-copper"> · gone after line {n.lostAfter}</b>}
              </span>
            </th>
            <td className="py-1 pr-3 text-small">
              {n.asks ?? (
                <label className="flex items-center gap-2 text-copper">
                  Not known. It is like
                  <Choice
                    aria-label={`What ${n.name} is like`}
                    className="h-6 rounded-[4px] border border-edge bg-surface text-ink"
                    value=""
                    onChange={(e) => onName(r.databases[0]!.id, n.name, e.target.value)}
                  >
                    <option value="">…</option>
                    {GALLERY.filter((s) => s.group !== 'Words').map((s) => (
                      <option key={s.key} value={s.key}>
                        {s.name}
                      </option>
                    ))}
                  </Choice>
                </label>
              )}
              {n.level === 'venue' && <span className="text-slate"> · works on the journal</span>}
              {n.took && <span className="block text-note text-slate">{tookWords(n.took)}</span>}
            </td>
            {figure(r, n, 'native-leaks', n.leaks, 'out by it')}
            {figure(r, n, 'native-unsure', n.unsure, 'where it cannot be told')}
            {figure(r, n, 'hidden', n.hidden, 'probably hidden by it')}
            {figure(r, n, 'not-indexed', n.notIndexed, 'not indexed yet')}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
