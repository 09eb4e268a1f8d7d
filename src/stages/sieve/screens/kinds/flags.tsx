import { FLAGS } from '@/core/classify';
import { FLAG_WORDS } from '@/core/sieve';
import { CheckList } from '../form/CheckList';
import type { KindFormProps } from './form';

export const FlagList = ({ test, onChange }: KindFormProps<'flags'>) => (
  <CheckList
    legend="Asks about works that are"
    values={FLAGS.map((code) => ({ code, label: FLAG_WORDS[code] }))}
    checked={test.flags}
    onChange={(flags) => flags.length > 0 && onChange({ ...test, flags: flags as typeof test.flags })}
  />
);
