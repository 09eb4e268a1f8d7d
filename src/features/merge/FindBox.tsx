/** A search that stands in the address: what else is in it is sent along. */
export function FindBox({ label, find, kept = [] }: { label: string; find: string; kept?: readonly (readonly [string, string])[] }) {
  return (
    <form className="flex gap-2">
      {kept.map(([name, value]) => (
        <input key={name} type="hidden" name={name} value={value} />
      ))}
      <input
        name="find"
        aria-label={label}
        placeholder={label.toLowerCase()}
        defaultValue={find}
        maxLength={200}
        className="h-8 w-[240px] rounded-[4px] border border-edge bg-surface px-2.5"
      />
      <button type="submit" className="h-8 rounded-[4px] border border-ink bg-surface px-3 font-medium hover:bg-picked">
        Find
      </button>
    </form>
  );
}
