import { Segmented } from '@/ui/segmented';
import { Lines } from '../form/Lines';
import type { KindFormProps } from './form';

export const VenueList = ({ test, onChange }: KindFormProps<'venue'>) => (
  <>
    <Segmented
      label="Venues in the list"
      value={test.keep}
      options={[
        { value: 'only', label: 'Only these' },
        { value: 'not', label: 'All but these' },
      ]}
      onChange={(keep) => onChange({ ...test, keep })}
    />
    <Lines
      label="Venues"
      hint="One a line: an ISSN or the full title."
      lines={test.venues}
      onChange={(venues) => onChange({ ...test, venues })}
    />
  </>
);
