import { defineEntity, type InferEntity, p } from '@mikro-orm/core';
import type { EvidenceScheme, WorkAxis } from '@/core/classify';
import type { LikelyAxis } from '@/core/likely';
import type { PackedClaims } from '@/core/storage';
import type { VenueEntry } from '@/core/venues';

export const RecordClaimsRow = defineEntity({
  name: 'RecordClaimsRow',
  tableName: 'record_claims',
  properties: {
    reviewId: p.uuid().primary(),
    recordNo: p.integer().primary(),
    /** Rules and database scope that the document was derived with. */
    ruleSet: p.string().length(80),
    doc: p.json<PackedClaims>().columnType('json'),
    /** Terms that no table and no map knows; a copy of the document's, to be counted. */
    unmapped: p.json<string[]>(),
    /** Keys of the type terms that the record carries: what a database's map can bear on. */
    terms: p.json<string[]>(),
  },
});

/** What is counted over all works of a review, kept with their classification: disputes by their reason, works by their journal. */
export const WorkTally = defineEntity({
  name: 'WorkTally',
  properties: {
    reviewId: p.uuid().primary(),
    kind: p.enum(['dispute', 'venue'] as const).primary(),
    /** Of the document. */
    key: p.string().length(32).primary(),
    doc: p.json<unknown>(),
    works: p.integer(),
    /** Of a journal, works whose peer review is open. */
    open: p.integer(),
  },
});
export type WorkTally = InferEntity<typeof WorkTally>;

/** An entry of a review's register of venues: a journal or a press. */
export const VenueRow = defineEntity({
  name: 'VenueRow',
  tableName: 'venue',
  properties: {
    reviewId: p.uuid().primary(),
    /** What tells it from others: ISSNs and first year, or the name. */
    key: p.string().length(400).primary(),
    entry: p.json<VenueEntry>(),
    person: p.string().length(120),
    personId: p.uuid().nullable(),
    at: p.datetime(),
  },
});
export type VenueRow = InferEntity<typeof VenueRow>;

/** An evidence scheme of a review's own, copied from another and changed. */
export const SchemeRow = defineEntity({
  name: 'SchemeRow',
  tableName: 'evidence_scheme',
  properties: {
    reviewId: p.uuid().primary(),
    id: p.string().length(40).primary(),
    doc: p.json<EvidenceScheme>(),
    /** Raised by every edit: two people's edits cannot silently overwrite each other. */
    edit: p.integer(),
    person: p.string().length(120),
    personId: p.uuid().nullable(),
    at: p.datetime(),
  },
});
export type SchemeRow = InferEntity<typeof SchemeRow>;

/** What a person ruled on an axis of one work, or of all that share a cause. Only ever added; undone by a row that names it. */
export const RulingRow = defineEntity({
  name: 'RulingRow',
  tableName: 'ruling',
  properties: {
    reviewId: p.uuid().primary(),
    seq: p.integer().primary(),
    axis: p.string().length(20).$type<WorkAxis>(),
    codes: p.json<string[]>(),
    /** On one work; on the works that shared a cause then; or on later ones too. */
    reach: p.enum(['one', 'these', 'standing'] as const),
    cause: p.json<RulingCause>().nullable(),
    /** Records it is bound to, so that a later split or join carries it; their stable names hold across imports. */
    records: p.json<number[]>(),
    names: p.json<string[]>(),
    /** How many works it was on when it was made. */
    works: p.integer(),
    reason: p.text(),
    undoes: p.integer().nullable(),
    person: p.string().length(120),
    personId: p.uuid().nullable(),
    at: p.datetime(),
  },
});
export type RulingRow = InferEntity<typeof RulingRow>;

/** What the likely sets of a review are proved on. Worked out anew from rulings; rulings after `seq` have no part in it yet. */
export const LikelyBasisRow = defineEntity({
  name: 'LikelyBasisRow',
  tableName: 'likely_basis',
  properties: {
    reviewId: p.uuid().primary(),
    /** Name of the models that the proofs were seen by. */
    models: p.string().length(40),
    seq: p.integer(),
    wanted: p.double().$type<number>(),
    axes: p.json<Record<LikelyAxis, LikelyProofs>>(),
    at: p.datetime(),
  },
});

/** Works of an axis that people settled, and whether the sets that they give cover what they should. */
export interface LikelyProofs {
  proofs: [code: string, strangeness: number][];
  /** Those of them that follow from decisions and spot checks; missing where none was looked for. */
  decided?: number;
  inside: number;
  of: number;
  /** Off where fewer lay inside than the stated share, by more than chance. */
  on: boolean;
}

/** What works share: the title of their journal, or why an axis of theirs is disputed. */
export type RulingCause = { kind: 'journal'; key: string; label: string } | { kind: 'claims'; key: string; label: string };
