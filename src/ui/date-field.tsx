'use client';
import { CalendarDays } from 'lucide-react';
import { Popover } from 'radix-ui';
import { useEffect, useState } from 'react';
import { DayPicker } from 'react-day-picker';
import { dayToIso, localDay, readDate } from '@/core/record';
import type { FieldEvent } from './choice';
import { cx } from './cx';
import { dayWords } from './words';

interface DateFieldProps {
  id?: string;
  'aria-label'?: string;
  'aria-describedby'?: string;
  'aria-invalid'?: boolean;
  /** With it the day is sent with the form that it stands in. */
  name?: string;
  /** Year-month-day, or ''. */
  value?: string;
  defaultValue?: string;
  disabled?: boolean;
  required?: boolean;
  /** What the day is of, for the name of its calendar. */
  of: string;
  className?: string;
  onChange?(event: FieldEvent): void;
  onBlur?(): void;
}

/** @returns year-month-day; '' for nothing; null for what is no day */
function dayIn(text: string): string | null {
  if (!text.trim()) return '';
  const span = readDate(text.trim());
  return span && span.from === span.to ? dayToIso(span.from) : null;
}

/** The calendar works with days of the clock of this machine, whatever its zone. */
const asDate = (iso: string): Date | undefined => {
  const [year, month, day] = iso.split('-').map(Number);
  return iso ? new Date(year!, month! - 1, day!) : undefined;
};

/** A day, typed as one likes to write it, or taken from a calendar. */
export function DateField({
  name,
  value,
  defaultValue = '',
  disabled,
  required,
  of,
  className,
  onChange,
  onBlur,
  ...aria
}: DateFieldProps) {
  const [own, setOwn] = useState(defaultValue);
  const now = value ?? own;
  const [text, setText] = useState(dayWords(now));
  const [open, setOpen] = useState(false);
  // What is typed stays as it is typed while it means the day that is set.
  useEffect(() => setText((typed) => (dayIn(typed) === now ? typed : dayWords(now))), [now]);
  const [left, setLeft] = useState(false);
  const wrong = dayIn(text) === null;
  function set(iso: string) {
    if (iso === now) return;
    setOwn(iso);
    onChange?.({ target: { value: iso } });
  }
  return (
    <span className="inline-flex min-w-0 flex-col">
      <span className="relative inline-flex min-w-0">
        {name && <input type="hidden" name={name} value={now} />}
        <input
          {...aria}
          aria-invalid={wrong || aria['aria-invalid'] || undefined}
          disabled={disabled}
          required={required}
          autoComplete="off"
          className={cx('pr-8 aria-invalid:border-copper', className)}
          value={text}
          onChange={(e) => {
            setText(e.target.value);
            const iso = dayIn(e.target.value);
            if (iso !== null) set(iso);
          }}
          onBlur={() => {
            setLeft(true);
            if (!wrong) setText(dayWords(now));
            onBlur?.();
          }}
        />
        <Popover.Root open={open} onOpenChange={setOpen}>
          <Popover.Trigger
            disabled={disabled}
            aria-label={`Calendar: ${of}`}
            className="absolute top-1/2 right-1 grid size-6 -translate-y-1/2 place-items-center rounded-[3px] text-slate hover:bg-picked"
          >
            <CalendarDays size={15} aria-hidden />
          </Popover.Trigger>
          <Popover.Portal>
            <Popover.Content align="end" sideOffset={3} className="z-[60] rounded-[6px] border border-edge bg-surface p-3 shadow-lg">
              <DayPicker
                mode="single"
                autoFocus
                weekStartsOn={1}
                defaultMonth={asDate(now)}
                selected={asDate(now)}
                classNames={CALENDAR}
                onSelect={(date) => {
                  if (date) {
                    set(localDay(date));
                    setText(dayWords(localDay(date)));
                  }
                  setOpen(false);
                }}
              />
            </Popover.Content>
          </Popover.Portal>
        </Popover.Root>
      </span>
      {wrong && left && (
        <span role="alert" className="text-copper text-note">
          No day: write 15 Sep 2026 or 2026-09-15.
        </span>
      )}
    </span>
  );
}

const CALENDAR = {
  months: 'relative',
  month_caption: 'flex h-7 items-center px-1 font-semibold font-serif',
  nav: 'absolute top-0 right-0 flex gap-1',
  button_previous: 'grid size-7 place-items-center rounded-[3px] hover:bg-picked',
  button_next: 'grid size-7 place-items-center rounded-[3px] hover:bg-picked',
  chevron: 'size-4 fill-current',
  weekday: 'size-8 font-normal text-note text-slate',
  day: 'p-0 text-center',
  day_button: 'size-8 rounded-[3px] hover:bg-picked',
  selected: '[&>button]:bg-ink [&>button]:text-on-ink',
  today: 'font-semibold text-copper',
  outside: 'text-slate',
};
