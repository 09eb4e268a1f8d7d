import type { Metadata } from 'next';
import { found } from '@/app/found';
import { CriteriaEditor } from '@/features/question/CriteriaEditor';
import { QuestionForm } from '@/features/question/QuestionForm';
import { openReview } from '@/server/context';
import { currentContext } from '@/server/current-context';
import { overview } from '@/server/overview';
import { criteriaOf } from '@/server/save-criteria';
import { schemeOf } from '@/server/scheme-of';
import { schemesOf } from '@/server/schemes';

export const metadata: Metadata = { title: 'Question' };

export default async function QuestionPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const ctx = await currentContext();
  const { title, question, kind, population, intervention, comparison, outcome, asOf, scheme, person } = await found(openReview(ctx, id));
  const criteria = await criteriaOf(ctx, id);
  const { quotas } = await overview(ctx, id);
  return (
    <main className="grid max-w-[1280px] grid-cols-2 gap-10 px-5 py-4">
      <QuestionForm
        reviewId={id}
        schemes={(await schemesOf(ctx, id)).map((s) => s.scheme)}
        settings={{ title, question, kind, population, intervention, comparison, outcome, asOf, scheme, person }}
      />
      <CriteriaEditor
        reviewId={id}
        scheme={await schemeOf(ctx.em, { id, scheme })}
        quotas={quotas}
        criteria={criteria.map((c) => ({
          id: c.id,
          text: c.text,
          definition: c.definition,
          judgedBy: c.judgedBy,
          reasonCode: c.reasonCode,
          quota: c.quota ?? null,
        }))}
      />
    </main>
  );
}
