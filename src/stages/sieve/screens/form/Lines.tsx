'use client';
import { useState } from 'react';
import { TextArea } from '@/ui/field';

/** Several short texts, one a line; set when the field is left. */
export function Lines({
  label,
  hint,
  lines,
  onChange,
}: {
  label: string;
  hint: string;
  lines: readonly string[];
  onChange(lines: string[]): void;
}) {
  const [text, setText] = useState(lines.join('\n'));
  const read = [...new Set(text.split('\n').map((line) => line.trim()))].filter(Boolean);
  return (
    <TextArea
      label={label}
      hint={hint}
      error={read.length === 0 ? 'Give at least one.' : undefined}
      rows={4}
      value={text}
      onChange={(e) => setText(e.target.value)}
      onBlur={() => read.length > 0 && read.join('\n') !== lines.join('\n') && onChange(read)}
    />
  );
}
