import { DESIGNS, type Design } from '@/core/vocabularies';
import { type UsualRule, usually } from './usual-rule';

export const ANY_DESIGN: readonly Design[] = DESIGNS.map((d) => d.code);
export const PEOPLE =
  '(?:participants|patients|people|residents|workers|nurses|teachers|students|pupils|children|adolescents|adults|men|women|mothers|fathers|parents|volunteers|drivers|farmers|sailors|employees|respondents|households|graduates|apprentices|trainees|officers|veterans|athletes|donors|managers|doctors|physicians|midwives|carers|survivors|recruits|users|members|speakers|players|bakers|librarians|weavers|singers|musicians|footballers|rowers|runners|cyclists|riders|hands|crews|leavers|families|couples|prisoners|soldiers|nuns|priests|clerks|cooks|tenants|villagers|customers|visitors|readers|callers|passengers|dancers|actors|miners|fishers|gardeners|carpenters|electricians|technicians|scientists|artists|\\w+-year-olds)';
/** Work of others is looked through, or work is still to be done. */
export const NOT_OWN =
  '\\breview(?:ed|s|ers?)?\\b|\\bmeta-?analy|\\bsearched\\b|\\bdatabases\\b|\\btrials\\b|\\bliterature\\b|\\bprotocol\\b|\\bwill be\\b';
export const CHANCE =
  '\\brandom(?:ly|i[sz]|ness| order)|\\bat random\\b|\\bby lot\\b|\\bcoin\\b|\\benvelopes\\b|\\bplacebo\\b|\\bdouble-blind';
export const GROUPS =
  '\\bcontrol (?:group|arm|condition|school|ward|site)s?\\b|\\bcomparison (?:group|school|ward|site)s?\\b|\\bintervention\\b|\\bprogramme\\b|\\btraining\\b|\\btrial\\b';
export const ANIMALS =
  '(?:mice|mouse|rats?|hamsters?|rabbits?|guinea pigs?|zebrafish|chicks?|hens?|piglets?|pigs?|mussels|oysters|crabs|shrimps?|snails|urchins|lambs?|calves|goats|ewes|trout|salmon|carp|tadpoles|quail|ferrets?|macaques?|marmosets?|drosophila|nematodes?|bees|beetles|larvae)';
export const CELLS =
  '(?:cells?|cell lines?|\\w+(?:ocytes|blasts|clasts)|monolayers?|organoids?|spheroids?|explants?|fibroblasts|keratinocytes|hepatocytes|myocytes|neurons|macrophages|lymphocytes|platelets|bacteri\\w+|strains?|isolates|biofilms?|yeasts?|enzymes?|proteins?|membranes?|tissue slices)';
export const LATER =
  '\\bfollow(?:ed|ing up|-ups?| up)\\b|\\blater\\b|\\bafterwards\\b|\\bwaves?\\b|\\blongitudinal\\w*|\\bcohorts?\\b|\\bbefore and (?:\\w+ )?after\\b|\\bpre-?test|\\bpost-?test|\\bbaseline\\b|\\bannually\\b|\\beach (?:year|spring|autumn|month)\\b|\\bhazard\\b|\\bperson-years\\b|\\bover time\\b|\\bagain\\b|\\bthe same [\\d,]+|\\bafter (?:[\\w-]+ )?(?:months|years|weeks)\\b|\\bat (?:\\w+) (?:months|years)\\b|\\bat [\\w-]+, [\\w-]+ and [\\w-]+(?: years)?\\b|\\btrajector\\w+|\\bpanel\\b';
export const TALK =
  '\\binterview\\w*|\\bfocus groups?\\b|\\bconversations?\\b|\\b(?:talked|spoke) (?:with|to)\\b|\\bfield ?notes\\b|\\bethnograph\\w*|\\bthink(?:ing)?[- ]aloud|\\bthinking aloud\\b|\\bnarratives\\b|\\bdiscourse analysis\\b|\\btranscri\\w+|\\bthematic\\w*|\\bphenomenolog\\w*|\\bgrounded theory\\b|\\blived experiences?\\b|\\bgroup discussions?\\b|\\b(?:spoke|talked|told) (?:us )?(?:about|of)\\b|\\baccounts were\\b|\\bsorted into themes\\b|\\bthemes of\\b|\\bvoices (?:of|from)\\b';
export const COUNTED =
  '\\d ?%|\\bper cent\\b|\\bmean\\b|\\bodds\\b|\\bregression\\b|\\bcorrelat|\\bquestionnaires?\\b|\\bsurvey\\w*|\\bscores?\\b|\\bprevalence\\b|\\bmeasured\\b|\\b(?:p|r) ?[<=] ?-?0?\\.';
export const COMPUTED =
  '\\bsimulat(?:e|es|ed|ions?|ing|or|ors)\\b(?! (?:training|patients?|wards?|clinics?|scenarios?|exercises?|teaching|learning|sessions?|based))(?!-based)|\\bfinite[- ]elements?\\b|\\bnumerical(?:ly)?\\b|\\bmodel (?:was|is) (?:run|built|solved|calibrated|fitted|coupled|used)|\\bcomputational fluid\\b|\\bagent-based\\b|\\bMonte Carlo\\b|\\bdigital twin\\b|\\bmultibody model\\b|\\bmodel of\\b[^.]*\\b(?:was|is) (?:calibrated|run)\\b';

export const words = (...parts: string[]): RegExp => new RegExp(parts.join('|'), 'i');
export const told = (r: Omit<UsualRule<'design'>, 'axis' | 'among' | 'research'>): UsualRule =>
  usually({ axis: 'design', among: ANY_DESIGN, research: true, ...r });
