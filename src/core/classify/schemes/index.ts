import { JBI_EFFECTIVENESS, JBI_MEANINGFULNESS } from './jbi';
import { NHMRC_2009 } from './nhmrc';
import { OCEBM_2011 } from './ocebm';
import { PRIMARY_SECONDARY, SEVEN_LEVELS } from './other-schemes';
import { type EvidenceScheme, type LevelTable, levelTableOf } from './scheme';

export { OCEBM_2011 } from './ocebm';
export { type EvidenceScheme, type LevelTable, schemeSchema } from './scheme';

/** The schemes that come with the application, by their codes. */
export const SCHEMES: Readonly<Record<string, EvidenceScheme>> = Object.fromEntries(
  [OCEBM_2011, JBI_EFFECTIVENESS, JBI_MEANINGFULNESS, NHMRC_2009, SEVEN_LEVELS, PRIMARY_SECONDARY].map((s) => [s.id, s]),
);

/** A scheme that comes with the application, by its code. Codes come from outside: a name of every object's own is none. */
export const shippedScheme = (id: string): EvidenceScheme | undefined => (Object.hasOwn(SCHEMES, id) ? SCHEMES[id] : undefined);

/** Kinds of question, whatever scheme grades them. */
export const QUESTION_KINDS: Readonly<Record<string, { label: string; meaning: string }>> = {
  'treatment-benefit': { label: 'Treatment benefit', meaning: 'Does doing this help?' },
  'common-harm': { label: 'Common harm', meaning: 'What harm does it often do?' },
  'rare-harm': { label: 'Rare harm', meaning: 'What harm does it seldom do?' },
  diagnosis: { label: 'Diagnosis', meaning: 'Is this test accurate?' },
  prognosis: { label: 'Prognosis', meaning: 'What will happen if nothing is done?' },
  prevalence: { label: 'Prevalence', meaning: 'How common is it?' },
  screening: { label: 'Screening', meaning: 'Is early detection worth while?' },
  aetiology: { label: 'Aetiology', meaning: 'What brings it about?' },
  'prediction-rule': { label: 'Prediction rule', meaning: 'Does this rule or model predict well?' },
  experience: { label: 'Experience', meaning: 'What is it like for people, and what does it mean to them?' },
  any: { label: 'None of these', meaning: 'A question of another kind, or of a field without a hierarchy.' },
};

const has = (scheme: EvidenceScheme, kind: string): boolean => Object.hasOwn(scheme.kinds, kind);

/**
 * The column of a scheme that fits a kind of question, and what to say when none does: the scheme's first column is
 * used, and a scheme that has one is named. A scheme for any question fits every kind.
 */
export function columnFor(
  scheme: EvidenceScheme,
  kind: string,
  schemes: readonly EvidenceScheme[] = Object.values(SCHEMES),
): { kind: string; fits: boolean; better: EvidenceScheme | null } {
  if (has(scheme, kind)) return { kind, fits: true, better: null };
  if (scheme.kinds.any) return { kind: 'any', fits: true, better: null };
  const better = schemes.find((s) => has(s, kind)) ?? schemes.find((s) => s.kinds.any) ?? null;
  return { kind: Object.keys(scheme.kinds)[0]!, fits: false, better };
}

/** The level table for a kind of question; where the scheme has no column for it, that of its first. @throws RangeError for an unknown scheme */
export function levelTable(scheme: string | EvidenceScheme, kind: string): LevelTable {
  const found = typeof scheme === 'string' ? shippedScheme(scheme) : scheme;
  if (!found) throw new RangeError(`no evidence scheme "${scheme}"`);
  return levelTableOf(found, columnFor(found, kind).kind);
}
