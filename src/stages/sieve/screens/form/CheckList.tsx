/** Values to let in, one a line, with what each means. */
export function CheckList({
  legend,
  values,
  checked,
  onChange,
}: {
  legend: string;
  values: readonly { code: string; label: string; meaning?: string }[];
  checked: readonly string[];
  onChange(checked: string[]): void;
}) {
  const toggle = (code: string) => onChange(checked.includes(code) ? checked.filter((c) => c !== code) : [...checked, code]);
  return (
    <fieldset>
      <legend className="text-small text-slate">{legend}</legend>
      <div className="mt-1 max-h-44 overflow-y-auto rounded-[4px] border border-edge bg-surface px-2 py-1">
        {values.map((v) => (
          <label key={v.code} title={v.meaning} className="flex min-h-6 items-center gap-2 text-small">
            <input type="checkbox" className="size-4 accent-(--navy)" checked={checked.includes(v.code)} onChange={() => toggle(v.code)} />
            {v.label}
          </label>
        ))}
      </div>
    </fieldset>
  );
}
