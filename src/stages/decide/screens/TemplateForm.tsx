'use client';
import { call } from '@/client/call';
import { ChooseVersion } from '@/client/SaveStatus';
import { useEdit } from '@/client/useEdit';
import { DEFAULT_TEMPLATES, SLOTS, TEMPLATE_KINDS, type TemplateKind, type Templates } from '@/core/grounds';
import { Button } from '@/ui/button';
import { TextArea } from '@/ui/field';
import { useSaving } from './useSaving';

const KINDS: Record<TemplateKind, string> = {
  keep: 'A work that came through: what it is, not the verdict',
  exclude: 'A work that is excluded for a reason',
  stopped: 'A work that a limiter stopped',
  rescued: 'A work that a person let through at a limiter',
};

export function TemplateForm({ reviewId, templates: given, own }: { reviewId: string; templates: Templates; own: boolean }) {
  const saving = useSaving();
  const save = (value: Templates, seen: Templates) => call(reviewId, 'save-templates', { value, seen });
  const edit = useEdit(given, save, 'The templates are saved.');
  const { value: templates, setValue: setTemplates, changed } = edit;
  return (
    <section aria-label="How grounds are drafted">
      <h2 className="text-head">How grounds are drafted</h2>
      <p className="text-small text-slate">
        Parts stand between semicolons; a part is left out where nothing is known for its slots. Grounds that are stored stay as they are.
      </p>
      <div className="mt-2 flex flex-col gap-2">
        {TEMPLATE_KINDS.map((kind) => (
          <TextArea
            key={kind}
            label={KINDS[kind]}
            rows={3}
            maxLength={2000}
            value={templates[kind]}
            onChange={(e) => setTemplates((old) => ({ ...old, [kind]: e.target.value }))}
          />
        ))}
      </div>
      <details className="mt-1 text-small">
        <summary className="cursor-pointer">Slots</summary>
        <dl className="grid grid-cols-[150px_1fr] gap-y-0.5">
          {Object.entries(SLOTS).map(([slot, meaning]) => (
            <div key={slot} className="contents">
              <dt className="font-mono text-note">{`{${slot}}`}</dt>
              <dd className="text-slate">{meaning}</dd>
            </div>
          ))}
        </dl>
      </details>
      {edit.conflict && <ChooseVersion {...edit.conflict} settle={edit.settle} />}
      <div className="mt-2 flex gap-2">
        <Button disabled={!changed} onClick={() => edit.save()}>
          Save the templates
        </Button>
        {(own || changed) && (
          <Button
            look="quiet"
            onClick={() => {
              setTemplates({ ...DEFAULT_TEMPLATES });
              if (own) void saving(call(reviewId, 'save-templates', { value: null }), 'Back to the templates that a review starts with.');
            }}
          >
            Those that a review starts with
          </Button>
        )}
      </div>
    </section>
  );
}
