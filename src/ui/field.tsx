import { type ComponentProps, type ReactNode, useId } from 'react';
import { Choice } from './choice';
import { cx } from './cx';
import { DateField } from './date-field';

const BOX = 'w-full rounded-[4px] border border-edge bg-surface px-2.5 py-1.5 text-ink';

interface Wrap {
  label: string;
  hint?: string;
  error?: string;
  hideLabel?: boolean;
}

function Labelled({
  label,
  hint,
  error,
  hideLabel,
  children,
}: Wrap & { children: (ids: { id: string; 'aria-describedby'?: string; 'aria-invalid'?: boolean }) => ReactNode }) {
  const id = useId();
  const described = hint || error ? `${id}-about` : undefined;
  return (
    <div className="flex min-w-0 flex-col gap-1">
      <label htmlFor={id} className={cx('text-small text-slate', hideLabel && 'sr-only')}>
        {label}
      </label>
      {children({ id, 'aria-describedby': described, 'aria-invalid': error ? true : undefined })}
      {(hint || error) && (
        <p id={described} className={cx('text-note', error ? 'font-medium text-copper' : 'text-slate')}>
          {error ?? hint}
        </p>
      )}
    </div>
  );
}

export function TextField({ label, hint, error, hideLabel, className, ...rest }: Wrap & ComponentProps<'input'>) {
  return <Labelled {...{ label, hint, error, hideLabel }}>{(ids) => <input {...ids} className={cx(BOX, className)} {...rest} />}</Labelled>;
}

export function TextArea({ label, hint, error, hideLabel, className, ...rest }: Wrap & ComponentProps<'textarea'>) {
  return (
    <Labelled {...{ label, hint, error, hideLabel }}>
      {(ids) => <textarea {...ids} rows={2} className={cx(BOX, className)} {...rest} />}
    </Labelled>
  );
}

export function Select({ label, hint, error, hideLabel, className, ...rest }: Wrap & ComponentProps<typeof Choice>) {
  return (
    <Labelled {...{ label, hint, error, hideLabel }}>
      {(ids) => <Choice {...rest} {...ids} className={cx(BOX, 'h-[34px]', className)} />}
    </Labelled>
  );
}

export function DayField({ label, hint, error, hideLabel, className, ...rest }: Wrap & Omit<ComponentProps<typeof DateField>, 'of'>) {
  return (
    <Labelled {...{ label, hint, error, hideLabel }}>
      {(ids) => <DateField {...rest} {...ids} of={label} className={cx(BOX, className)} />}
    </Labelled>
  );
}
