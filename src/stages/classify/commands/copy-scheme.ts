import { randomUUID } from 'node:crypto';
import { z } from 'zod';
import { type EvidenceScheme, schemeSchema } from '@/core/classify';
import { noteChange } from '@/platform/db/note-change';
import { SchemeRow } from '@/platform/db/schema';
import { bylineOf } from '@/platform/verbs/byline';
import { reviewCommand } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';
import { schemesOf } from '../store/schemes';

export const CopyScheme = z.strictObject({ from: z.string().max(40), label: z.string().trim().min(1, 'Give the copy a name.').max(80) });

/** Copies a scheme, so that the copy can be changed. */
export const copyScheme = reviewCommand({
  name: 'copy-scheme',
  right: 'edit',
  input: CopyScheme,
  refuses: ['no-scheme', 'name-taken'],
  stale: ['classification'],
  async run(ctx, input) {
    const { review, reviewId } = ctx;
    const all = await schemesOf(ctx, reviewId);
    const from = all.find((s) => s.scheme.id === input.from)?.scheme;
    if (!from) return refuse('no-scheme', 'This scheme is not there any more.');
    if (all.some((s) => s.scheme.label.toLowerCase() === input.label.toLowerCase()))
      return refuse('name-taken', 'A scheme has this name already.');
    const id = randomUUID();
    const source = `Copied from ${from.label} (${from.source}) and changed by ${bylineOf(ctx, review).person}.`.slice(0, 600);
    const doc = schemeSchema.parse({ ...from, id, label: input.label, source }) as EvidenceScheme;
    ctx.em.create(SchemeRow, { reviewId, id, doc, edit: 0, ...bylineOf(ctx, review), at: ctx.now() });
    await noteChange(ctx, review, { kind: 'scheme', did: 'added', subject: `scheme “${input.label}”`, why: source });
    return { id };
  },
});
