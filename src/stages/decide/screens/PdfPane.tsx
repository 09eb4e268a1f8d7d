import type { WorkDetail } from '@/client/types';
import { Button } from '@/ui/button';

interface PdfPaneProps {
  reviewId: string;
  pdf: WorkDetail['pdfs'][number];
  page: number;
  onClose(): void;
}

/** A PDF where title and abstract were, so that it is read beside what is decided. */
export function PdfPane({ reviewId, pdf, page, onClose }: PdfPaneProps) {
  return (
    <section aria-label="PDF" className="flex h-full min-h-[420px] flex-col">
      <div className="mb-1 flex items-baseline justify-between gap-3">
        <h2 className="truncate text-lead" title={pdf.name}>
          {pdf.name}
        </h2>
        <Button look="quiet" className="shrink-0 text-small" onClick={onClose} hotkey="V">
          Title and abstract
        </Button>
      </div>
      <iframe
        title={`${pdf.name}, page ${page}`}
        src={`/api/reviews/${reviewId}/pdf/${pdf.id}#page=${page}`}
        className="w-full flex-1 border border-edge"
      />
    </section>
  );
}
