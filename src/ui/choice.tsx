'use client';
import { Check, ChevronDown } from 'lucide-react';
import { Select as Radix } from 'radix-ui';
import { Children, isValidElement, type ReactElement, type ReactNode, useState } from 'react';
import { cx } from './cx';

/** What a field says of a change: the shape that the browser's own fields have, so that one form can hold all of them. */
export interface FieldEvent {
  target: { value: string };
}

interface ChoiceProps {
  id?: string;
  'aria-label'?: string;
  'aria-describedby'?: string;
  'aria-invalid'?: boolean;
  /** With it the choice is sent with the form that it stands in. */
  name?: string;
  value?: string | number;
  defaultValue?: string | number;
  disabled?: boolean;
  className?: string;
  title?: string;
  /** `option` and `optgroup`, as in HTML. A disabled option without a value says what is to be chosen. */
  children: ReactNode;
  onChange?(event: FieldEvent): void;
  onBlur?(): void;
}

interface Option {
  value: string;
  label: string;
  disabled: boolean;
}
interface Group {
  label: string;
  options: Option[];
}

const textOf = (node: ReactNode): string =>
  Children.toArray(node)
    .map((part) => (isValidElement<{ children?: ReactNode }>(part) ? textOf(part.props.children) : String(part)))
    .join('');

type Props = { value?: string | number; disabled?: boolean; label?: string; children?: ReactNode };

/** Options as they are written, in groups; those that are in none are a group without a name. */
function groupsIn(children: ReactNode): Group[] {
  const groups: Group[] = [];
  const loose = (): Group => {
    const last = groups.at(-1);
    if (last?.label === '') return last;
    groups.push({ label: '', options: [] });
    return groups.at(-1)!;
  };
  for (const child of Children.toArray(children)) {
    if (!isValidElement<Props>(child)) continue;
    if (child.type === 'optgroup')
      groups.push({ label: child.props.label ?? '', options: groupsIn(child.props.children).flatMap((g) => g.options) });
    else if (child.type === 'option') loose().options.push(optionOf(child));
    else for (const group of groupsIn(child.props.children)) groups.push(group);
  }
  return groups;
}

function optionOf({ props }: ReactElement<Props>): Option {
  const label = textOf(props.children);
  return { value: String(props.value ?? label), label, disabled: props.disabled ?? false };
}

/** An item has to have a value; this stands for the empty one. */
const NONE = '\u2205';
const inner = (value: string): string => value || NONE;
const outer = (value: string): string => (value === NONE ? '' : value);

/** One of several, chosen from a list that opens. */
export function Choice({ children, name, value, defaultValue, disabled, className, onChange, onBlur, ...aria }: ChoiceProps) {
  const groups = groupsIn(children);
  const options = groups.flatMap((g) => g.options);
  const [own, setOwn] = useState(String(defaultValue ?? options[0]?.value ?? ''));
  const now = value === undefined ? own : String(value);
  const shown = options.find((o) => o.value === now)?.label ?? '';
  return (
    <>
      {name && <input type="hidden" name={name} value={now} />}
      <Radix.Root
        value={inner(now)}
        disabled={disabled}
        onValueChange={(chosen) => {
          setOwn(outer(chosen));
          onChange?.({ target: { value: outer(chosen) } });
        }}
      >
        <Radix.Trigger
          {...aria}
          onBlur={onBlur}
          className={cx('inline-flex min-w-0 items-center justify-between gap-1.5 text-left disabled:opacity-55', className)}
        >
          <span className="min-w-0 truncate">
            <Radix.Value>{shown}</Radix.Value>
          </span>
          <ChevronDown size={14} aria-hidden className="shrink-0 text-slate" />
        </Radix.Trigger>
        <Radix.Portal>
          <Radix.Content
            position="popper"
            sideOffset={2}
            className="z-[60] max-h-[min(360px,var(--radix-select-content-available-height))] min-w-(--radix-select-trigger-width) max-w-[min(560px,94vw)] overflow-hidden rounded-[4px] border border-edge bg-surface shadow-lg"
          >
            <Radix.Viewport className="p-1">
              {groups.map((group, i) => (
                <Radix.Group key={group.label || i}>
                  {group.label && <Radix.Label className="px-2 pt-1.5 pb-0.5 text-note text-slate">{group.label}</Radix.Label>}
                  {group.options
                    .filter((o) => !(o.disabled && o.value === ''))
                    .map((o) => (
                      <Item key={o.value} option={o} />
                    ))}
                </Radix.Group>
              ))}
            </Radix.Viewport>
          </Radix.Content>
        </Radix.Portal>
      </Radix.Root>
    </>
  );
}

function Item({ option }: { option: Option }) {
  return (
    <Radix.Item
      value={inner(option.value)}
      disabled={option.disabled}
      className="flex min-h-7 cursor-default select-none items-center gap-2 rounded-[3px] py-0.5 pr-3 pl-1.5 text-small outline-none data-[disabled]:opacity-55 data-[highlighted]:bg-picked"
    >
      <span className="grid w-4 shrink-0 place-items-center">
        <Radix.ItemIndicator>
          <Check size={13} aria-hidden />
        </Radix.ItemIndicator>
      </span>
      <Radix.ItemText>{option.label}</Radix.ItemText>
    </Radix.Item>
  );
}
