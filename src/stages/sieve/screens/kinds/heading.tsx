import { Lines } from '../form/Lines';
import type { KindFormProps } from './form';

export const HeadingList = ({ test, onChange }: KindFormProps<'heading'>) => (
  <Lines
    label="Allow works under any of these headings"
    hint="One a line, without subheadings."
    lines={test.headings}
    onChange={(headings) => onChange({ ...test, headings })}
  />
);
