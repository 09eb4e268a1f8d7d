'use client';
import { ToggleGroup } from 'radix-ui';
import { useId } from 'react';

interface SegmentedProps<T extends string> {
  label: string;
  /** It is read, not seen. */
  hideLabel?: boolean;
  value: T;
  options: readonly { value: T; label: string; meaning?: string }[];
  onChange(value: T): void;
}

/** One of a few, side by side. Arrow keys move, as in a set of radio buttons. */
export function Segmented<T extends string>({ label, hideLabel, value, options, onChange }: SegmentedProps<T>) {
  const id = useId();
  return (
    <div className="flex flex-col gap-1">
      <span id={id} className={hideLabel ? 'sr-only' : 'text-small text-slate'}>
        {label}
      </span>
      <ToggleGroup.Root
        type="single"
        aria-labelledby={id}
        value={value}
        onValueChange={(v) => v && onChange(v as T)}
        className="flex overflow-hidden rounded-[4px] border border-edge"
      >
        {options.map((o) => (
          <ToggleGroup.Item
            key={o.value}
            value={o.value}
            title={o.meaning}
            aria-description={o.meaning}
            className="min-h-7 flex-1 border-edge border-l px-2 text-small first:border-l-0 hover:bg-picked data-[state=on]:bg-ink data-[state=on]:text-on-ink"
          >
            {o.label}
          </ToggleGroup.Item>
        ))}
      </ToggleGroup.Root>
    </div>
  );
}
