import type { CriterionInput } from '../store/criteria';

const GIVEN = /^reason-\d+$/;

/** A code that no criterion has yet. */
export function freeCode(taken: readonly string[]): string {
  let n = taken.length + 1;
  while (taken.includes(`reason-${n}`)) n++;
  return `reason-${n}`;
}

/** The code of a criterion that still has the one it was given: its first words. One that a person chose stays. */
export function codeFor({ id, text, reasonCode }: CriterionInput, all: readonly CriterionInput[]): string {
  if (!GIVEN.test(reasonCode)) return reasonCode;
  const words = text
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, ' ')
    .trim()
    .split(' ');
  let code = '';
  for (const word of words) {
    const longer = code ? `${code}-${word}` : word;
    if (longer.length > 24) break;
    code = longer;
  }
  const taken = all.some((c) => c.id !== id && c.reasonCode === code);
  return code && !taken ? code : reasonCode;
}
