'use client';
import { useState } from 'react';
import type { EvidenceScheme } from '@/core/classify';
import { DESIGNS, type Design } from '@/core/vocabularies';
import { Button } from '@/ui/button';
import { Dialog } from '@/ui/dialog';

interface CellDialogProps {
  scheme: EvidenceScheme;
  cell: { kind: string; design: Design } | null;
  onClose(): void;
  onSave(scheme: EvidenceScheme): Promise<unknown>;
}

export function CellDialog({ scheme, cell, onClose, onSave }: CellDialogProps) {
  const column = cell && scheme.kinds[cell.kind];
  const design = DESIGNS.find((d) => d.code === cell?.design);
  return (
    <Dialog
      open={cell !== null}
      onOpenChange={(open) => !open && onClose()}
      title={`${design?.label ?? ''}, ${column?.label.toLowerCase() ?? ''}`}
    >
      {cell && column && (
        <CellForm
          levels={scheme.levels}
          given={column.table[cell.design]}
          onDone={(codes) => {
            onClose();
            const table = { ...column.table, [cell.design]: codes };
            if (codes.join() !== column.table[cell.design].join())
              void onSave({ ...scheme, kinds: { ...scheme.kinds, [cell.kind]: { ...column, table } } });
          }}
        />
      )}
    </Dialog>
  );
}

/** The levels of one cell. They are saved together, so that one quick choice after another loses none. */
function CellForm({
  levels,
  given,
  onDone,
}: {
  levels: EvidenceScheme['levels'];
  given: readonly string[];
  onDone(codes: string[]): void;
}) {
  const [chosen, setChosen] = useState(given);
  return (
    <>
      <p className="mb-2 text-small text-slate">Several levels mean that it may be any of them. At least one must stay.</p>
      {levels.map((l) => (
        <label key={l.code} className="flex min-h-7 items-center gap-2">
          <input
            type="checkbox"
            className="size-4 accent-(--navy)"
            checked={chosen.includes(l.code)}
            disabled={chosen.length === 1 && chosen[0] === l.code}
            onChange={(e) => setChosen(e.target.checked ? [...chosen, l.code] : chosen.filter((c) => c !== l.code))}
          />
          {l.label}
        </label>
      ))}
      <div className="mt-3 flex justify-end">
        <Button look="solid" onClick={() => onDone(levels.map((l) => l.code).filter((c) => chosen.includes(c)))}>
          Done
        </Button>
      </div>
    </>
  );
}
