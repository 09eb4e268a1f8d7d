import type { EvidenceScheme } from '@/core/classify';
import { kindOf } from './kinds';
import { axisValues } from './kinds/coded';
import { few } from './kinds/kind';
import type { Limiter } from './limiter';

/** What a limiter lets in, in a few words. */
export function limiterWords(
  { test, exempt, evidence }: Pick<Limiter, 'test' | 'exempt'> & Partial<Pick<Limiter, 'evidence'>>,
  scheme: EvidenceScheme,
  asOf: number,
): string {
  const types = axisValues('publicationType', scheme).filter((v) => exempt?.types.includes(v.code));
  const exempted = exempt ? `; ${few(types.map((v) => v.label)).toLowerCase()} exempt` : '';
  const likely = evidence === 'stated-inferred-and-likely' ? '; also by what is likely' : '';
  return kindOf(test).words(test, { scheme, asOf }) + exempted + likely;
}

/** What would let a limiter tell of works that it holds, in words. */
export const settledBy = ({ test }: Pick<Limiter, 'test'>): string => kindOf(test).settledBy(test);
