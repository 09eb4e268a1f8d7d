import type { QueryInput } from '@/stages/verbs';
import type { Said } from './useAsk';

/** Parts of answers that screens of several stages show. */
export type WorkDetail = Said<'work'>['work'];
export type WorkLine = Said<'works'>['works'][number];
export type JobLine = Said<'jobs'>['jobs'][number];
export type StripFigures = Said<'figures'>['figures'];
export type Family = WorkDetail['family'];
export type FamilyMember = Family['members'][number];
export type FamilyTie = Family['ties'][number];
export type DecisionToSettle = NonNullable<WorkDetail['unsettled']>;
export type ParityWorks = QueryInput<'parity-works'>;
export type VersionComparison = Said<'compare-versions'>['comparison'];
