interface FindBoxProps {
  label: string;
  find: string;
  /** The list's address without what is in it; that of the page when not said. */
  action?: string;
  /** What else the address says, to be sent along. */
  kept?: readonly (readonly [string, string])[];
}

/** A search that stands in the address. */
export function FindBox({ label, find, action, kept = [] }: FindBoxProps) {
  return (
    <form className="flex gap-2" action={action}>
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
