/** The one statement about every journal of a database that bears on peer review. */
export function RefereedBox({ checked, onChange }: { checked: boolean; onChange(checked: boolean): void }) {
  return (
    <label className="flex items-start gap-2">
      <input type="checkbox" className="mt-0.5 size-4 accent-(--navy)" checked={checked} onChange={(e) => onChange(e.target.checked)} />
      <span>
        Every journal in it is refereed
        <span className="block text-small text-slate">
          A statement about the journals: editorials, letters and book reviews in them stay unrefereed.
        </span>
      </span>
    </label>
  );
}
