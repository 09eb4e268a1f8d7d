import { createHash } from 'node:crypto';
import { CUE_RULES, type DatabaseScope, DESIGN_MASKS, NO_SCOPE, PEER_REVIEW_TABLE, SCHEMES } from '@/core/classify';
import { MERGE_RULES } from '@/core/merge';
import { BIBTEX_TYPES, CSL_TYPES, MESH_PUBLICATION_TYPES, MODS_GENRES, MODS_RESOURCES, RIS_TYPES } from '@/core/vocabularies';
import type { Context } from './context';
import { enqueue } from './queue';

/** Raised when claims or works are stored in another form, so that those stored before are derived anew. */
const STORED_FORM = 2;

/** A name for the rules as they are: it changes when any table or cue rule does, so stale claims are derived again. */
export const RULE_SET = createHash('sha256')
  .update(
    JSON.stringify([
      STORED_FORM,
      RIS_TYPES,
      MESH_PUBLICATION_TYPES,
      [BIBTEX_TYPES, CSL_TYPES, MODS_GENRES, MODS_RESOURCES],
      CUE_RULES.map((r) => [r.id, r.tier, r.zones, r.pattern.source, r.unless?.source, r.sets, r.attribute]),
      DESIGN_MASKS,
      PEER_REVIEW_TABLE,
      SCHEMES,
    ]),
  )
  .digest('hex')
  .slice(0, 16);

/** The rules together with what a database's scope adds to them. */
export function ruleSetFor({ allJournalsRefereed, terms = {} }: DatabaseScope): string {
  const map = Object.keys(terms).length ? createHash('sha256').update(JSON.stringify(terms)).digest('hex').slice(0, 16) : 'standard';
  return `${RULE_SET}:${allJournalsRefereed ? 'refereed' : 'open'}:${map}`;
}
export const NO_SCOPE_RULES = ruleSetFor(NO_SCOPE);

/**
 * Queues the classification of every review that was classified by other rules than these, as after an update of the
 * application; not one that waits for it already.
 * @returns how many were queued
 */
export async function classifyOutdated(ctx: Context): Promise<number> {
  const outdated = await ctx.em.execute<{ id: string }[]>(
    `select r.id from review r
     where exists (select 1 from record_claims c where c.review_id = r.id
         and (c.rule_set not like ? or not exists (select 1 from merge_state s where s.review_id = r.id and s.rules = ?)))
       and not exists (select 1 from job j where j.review_id = r.id and j.kind = 'classify-review' and j.state in ('queued', 'running'))`,
    [`${RULE_SET}:%`, MERGE_RULES],
  );
  for (const { id } of outdated) await ctx.em.transactional((tx) => enqueue(tx, id, 'classify-review', ctx.now()));
  return outdated.length;
}
