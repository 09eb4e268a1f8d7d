import { TextField } from '@/ui/field';
import { count } from '@/ui/words';
import type { RetrievalView } from '../queries/retrieval-view';
import type { Log } from './retrieval-log';

interface ReasonProps {
  code: 'not-exported' | 'not-in-file';
  label: string;
  field: 'notExported' | 'notInFile';
  view: RetrievalView;
  value: Log;
  onChange(value: Log): void;
}

/** Asked only where two numbers differ. */
export function Reason({ code, label, field, view, value, onChange }: ReasonProps) {
  const line = view.line.lines.find((l) => l.code === code);
  if (!line || (line.missing === 0 && !value.reasons[field])) return null;
  if (line.state === 'cannot-be') return <p className="text-small text-copper">{line.message}</p>;
  return (
    <TextField
      label={label}
      hint={`${line.from.name} ${count(line.from.count)}, ${line.to.name} ${count(line.to.count)}`}
      maxLength={2000}
      value={value.reasons[field]}
      onChange={(e) => onChange({ ...value, reasons: { ...value.reasons, [field]: e.target.value } })}
    />
  );
}
