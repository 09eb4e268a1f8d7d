'use server';
import { redirect } from 'next/navigation';
import { z } from 'zod';
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
  const { id } = await createReview(await currentContext(), parsed.data, from);
  redirect(`/reviews/${id}/question`);
}

function firstErrors(error: z.ZodError): Record<string, string> {
  const { fieldErrors, formErrors } = z.flattenError(error) as { fieldErrors: Record<string, string[]>; formErrors: string[] };
  return {
    ...Object.fromEntries(Object.entries(fieldErrors).map(([k, v]) => [k, v[0] ?? ''])),
    ...(formErrors[0] ? { form: formErrors[0] } : {}),
  };
}
