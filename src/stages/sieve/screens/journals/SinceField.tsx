/** A year since when something holds, or nothing for always. */
export function SinceField({ label, value, onChange }: { label: string; value: number | null; onChange(year: number | null): void }) {
  return (
    <label className="flex items-center gap-1 text-slate">
      since
      <input
        aria-label={label}
        inputMode="numeric"
        placeholder="always"
        maxLength={4}
        defaultValue={value ?? ''}
        className="h-7 w-[62px] rounded-[4px] border border-edge bg-surface px-1.5 text-ink"
        onChange={(e) => onChange(/^(?:1[4-9]|2\d)\d\d$/.test(e.target.value.trim()) ? Number(e.target.value.trim()) : null)}
      />
    </label>
  );
}
