import { CUE_RULES, DESIGN_MASKS, SHAPE_RULES, SOURCES_OF, USUAL_RULES } from '@/core/classify';
import { MODELS } from '@/core/likely';
import { KEYS_FORM, MERGE_RULES, mergeKeys } from '@/core/merge';
import { emptyRecord } from '@/core/record';
import { TERM_TABLES } from '@/core/vocabularies';
import { CLAIMS_FORM } from './claims';
import { COLUMNS_FORM } from './columns';
import { fingerprint, stampOf, storedForm } from './form';

/**
 * Raised when the test of a rule that is written in code changes what it says, or how dates are read: code differs from
 * build to build, so it cannot be part of the name.
 */
const RULES_IN_CODE = 11;

/**
 * A name for the rules as they are, and for the forms that what follows from them is kept in: it changes when any table,
 * cue rule, vocabulary or form does, so that what was kept by others is derived again.
 */
export const RULE_SET = fingerprint([
  RULES_IN_CODE,
  stampOf(CLAIMS_FORM),
  stampOf(COLUMNS_FORM),
  TERM_TABLES.map((t) => t.rows),
  CUE_RULES.map((r) => [
    ...[r.id, r.tier, r.zones, r.pattern.source, r.unless?.source, r.sets, r.excludes, r.attribute, r.includes, r.venue, r.press],
    ...[r.yieldsTo, r.told],
  ]),
  SHAPE_RULES.map((r) => [r.id, r.tier, r.sets, r.excludes]),
  USUAL_RULES.map((r) => [
    ...[r.id, r.axis, r.among, r.to, r.has?.source, r.lacks?.source, r.needsAbstract, r.sources, r.research],
    JSON.stringify(r.when, (_, value: unknown) => (value instanceof RegExp ? String(value) : value)),
  ]),
  SOURCES_OF,
  DESIGN_MASKS,
  MODELS,
]);

/**
 * The form of merge keys, and the rules of merging that they were made for. They are kept with all their fields by name:
 * a field more or less is another form.
 */
const MERGE_KEYS_FORM = storedForm('merge-keys', KEYS_FORM, [Object.keys(mergeKeys(emptyRecord())), MERGE_RULES]);
export const MERGE_RULE_SET = stampOf(MERGE_KEYS_FORM);
