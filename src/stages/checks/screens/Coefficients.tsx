import type { Agreement, Coefficient } from '@/core/checks';

const two = (x: number) => x.toFixed(2).replace('-', '−');

/** A coefficient with its interval, or why there is none. */
export const coefficient = (c: Coefficient): string =>
  'words' in c ? c.words : `${two(c.value)} (95 % interval ${two(c.low)} to ${two(c.high)})`;

/** How well two who judged the same agree, beyond the share of which they said the same: lines of a list of terms. */
export function Coefficients({ agreement: a }: { agreement: Agreement }) {
  return (
    <>
      <dt className="text-slate">Cohen's kappa</dt>
      <dd>{coefficient(a.kappa)}</dd>
      <dt className="text-slate">PABAK (no matter how common)</dt>
      <dd>{coefficient(a.pabak)}</dd>
      <dt className="text-slate">Gwet's AC1</dt>
      <dd>{coefficient(a.ac1)}</dd>
    </>
  );
}
