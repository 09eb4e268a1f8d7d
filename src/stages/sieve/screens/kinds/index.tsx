import type { ComponentType } from 'react';
import type { LimiterKindName } from '@/core/sieve';
import { CodedValues } from './coded';
import { FacetValues } from './facet';
import { FlagList } from './flags';
import type { KindFormProps } from './form';
import { HeadingList } from './heading';
import { QueryField } from './query';
import { RecencyWindow } from './recency';
import { VenueList } from './venue';

/** The form of each kind of limiter: the compiler asks for one of every kind. */
const FORMS: { [K in LimiterKindName]: ComponentType<KindFormProps<K>> } = {
  coded: CodedValues,
  recency: RecencyWindow,
  facet: FacetValues,
  flags: FlagList,
  query: QueryField,
  heading: HeadingList,
  venue: VenueList,
};

/** What can be set of a limiter's test. */
export function KindForm(props: KindFormProps<LimiterKindName>) {
  const Form = FORMS[props.test.kind] as ComponentType<KindFormProps<LimiterKindName>>;
  return <Form {...props} />;
}
