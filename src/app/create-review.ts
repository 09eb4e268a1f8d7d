'use server';
import { redirect } from 'next/navigation';
import { z } from 'zod';
import { serverForNew, writePlace } from '@/platform/db/directory';
import { freshEm } from '@/platform/db/orm';
import { currentContext } from '@/platform/http/current-context';
import { createReview } from '@/stages/question/commands/create-review';
import { ReviewSettings } from '@/stages/question/commands/save-settings';
import { START_NAMES } from '@/stages/question/starts';
import type { FormState } from '@/stages/review/screens/NewReviewForm';

/** Creates a review and goes to its question; errors come back beside their fields. */
export async function createReviewAction(_before: FormState, form: FormData): Promise<FormState> {
  const fields = Object.fromEntries([...form].filter(([key]) => !key.startsWith('$')));
  const { start, ...settings } = fields;
  const from = z.enum(START_NAMES).catch('empty').parse(start);
  const parsed = ReviewSettings.safeParse(settings);
  if (!parsed.success) return { errors: firstErrors(parsed.error) };
  const ctx = await currentContext();
  if (!ctx.person.admitted)
    return { errors: { form: 'You are not signed in, or not any more. Sign in in another tab: what you typed here stays.' } };
  const server = await serverForNew();
  const { id } = await createReview({ ...ctx, em: await freshEm(server) }, parsed.data, from);
  await writePlace(id, server);
  redirect(`/reviews/${id}/question`);
}

function firstErrors(error: z.ZodError): Record<string, string> {
  const { fieldErrors, formErrors } = z.flattenError(error) as { fieldErrors: Record<string, string[]>; formErrors: string[] };
  return {
    ...Object.fromEntries(Object.entries(fieldErrors).map(([k, v]) => [k, v[0] ?? ''])),
    ...(formErrors[0] ? { form: formErrors[0] } : {}),
  };
}
