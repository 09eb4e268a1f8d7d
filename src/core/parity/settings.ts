import type { EvidenceScheme } from '@/core/classify';
import { limiterWords, type Sieve } from '@/core/sieve';
import { axisOfMeaning } from './natives';
import type { LimiterProfile } from './profile';

/** A limiter of the sieve as it is to be set at a database for the next run, or why not. */
export interface Setting {
  limiter: string;
  name: string;
  /** Whether it is set there, need not be, or is left to this sieve. */
  where: 'there' | 'nothing-to-set' | 'here' | 'not-described';
  words: string;
}

/** The limiters of a sieve written out as steps for one database, from its profile. */
export function settingsFor(profile: LimiterProfile, sieve: Sieve, scheme: EvidenceScheme, asOf: number): Setting[] {
  return sieve
    .filter((l) => l.on)
    .map((limiter) => {
      const axis = axisOfMeaning(limiter.test);
      const own = axis && profile.axes[axis];
      const setting = { limiter: limiter.id, name: limiter.name };
      const here = (why: string): Setting => ({ ...setting, where: 'here', words: `${why} Leave it unset: it is done here.` });
      if (own?.capability === 'undescribed')
        return {
          ...setting,
          where: 'not-described',
          words: 'What this database can limit by is not described. Until it is: leave it unset.',
        };
      if (!own || own.capability === 'none') return here('There is no such limiter there.');
      const quirk = own.quirk ? ` Mind: ${own.quirk}` : '';
      if (own.capability === 'whole')
        return {
          ...setting,
          where: 'nothing-to-set',
          words: `Nothing is to be set: everything there qualifies${own.level === 'venue' ? ' by its journal; items are told apart here' : ''}.${quirk}`,
        };
      if (own.dropsMissing) return here(`Its limiter drops records that lack the field.${quirk}`);
      if (own.capability === 'approximate') return here(`It can limit by a stand-in only.${quirk}`);
      if (limiter.exempt) return here('Its exemptions cannot be set there.');
      const control = own.control ? `“${own.control}”` : 'its limiter';
      const level = own.level === 'venue' ? ' It works on the journal; items are told apart here.' : '';
      return { ...setting, where: 'there', words: `Set ${control} to ${limiterWords(limiter, scheme, asOf)}.${level}${quirk}` };
    });
}
