/** A way of telling how something was done, in whatever words: by itself it settles nothing, a model weighs it. */
export interface Concept {
  /** In words, as it is shown to people. */
  name: string;
  pattern: RegExp;
}

/** Ours, from the meaning of the designs; which of them speak for what is learnt. English only. */
const TOLD: readonly [name: string, pattern: string][] = [
  [
    'chance decided',
    'at random|random(?:ly|i[sz]ed|i[sz]ation)?|by (?:lot|chance|lottery|draw)|(?:drew|drawn|drawing|draw) lots|coin|hat|lottery|random numbers?|allot(?:ted|ment)?|chance (?:chose|fixed|set|decided|had)|dice',
  ],
  [
    'whole groups were chosen',
    '(?:schools?|villages?|wards?|clubs?|clinics?|practices|streets?|blocks|courts?|classes|classrooms|nurseries|neighbou?rhoods|units|mills|teams|markets|clusters?)(?:, not | were | as | drew| drawn| by | of six| and all)',
  ],
  [
    'each had all conditions',
    'crossed? over|cross-over|own controls?|(?:both|either|each|two|all)[\\w\\s-]{0,30}(?:on|for|in) (?:separate|different|alternate|two|matched) |the (?:other|sequence|order) (?:was|being|drawn|by)|wash-?out|changed to the other|came first|in (?:a )?random order|with a (?:day|week|fortnight) (?:in )?between',
  ],
  [
    'a single person',
    'one (?:man|woman|boy|girl|person|patient|volunteer|child|runner|pupil|resident|participant|case)|a (?:single|\\d+|\\w+)[- ]year[- ]old|a (?:man|woman|boy|girl|farmer|mare|dog|cat) (?:of|aged|who|with)|an? \\w+[- ]year[- ]old|(?:presented|was (?:seen|admitted|brought in)) with|single (?:case|child|runner|patient)|my patient|we report (?:on )?(?:a|the case)',
  ],
  [
    'a few cases, one by one',
    '(?:two|three|four|five|six|seven|eight|nine|ten|eleven|twelve|thirteen|fourteen|twenty-two|consecutive) (?:consecutive )?(?:patients|people|children|cats|dogs|eyes|residents|schools|mergers|cases|failures|roofs|implants|firms|men|women) (?:are|were|with|that|who|in|operated|examined|brought)|in turn|one after another|are (?:described|recounted|portrayed|documented|presented)|histories of|set out',
  ],
  [
    'turn by turn',
    'alternat\\w+|every second|in turn|odd|even (?:number|weeks?|days?)|last digit|day of the week|by turn|those between them|case number|date of birth',
  ],
  [
    'two groups side by side',
    'the other(?:s)? (?:half|did|class|group|one|were|read|had|was)|while (?:a|the|those) |compar(?:ed|ison) with|parallel (?:class|group)|control(?:s| group)?|those (?:who|which|that) (?:did|had|were) not|and (?:colleagues|others|people|pupils) who had not|was set against|neighbouring',
  ],
  [
    'half and half',
    'half (?:of|had|were|the|got|read)|split|divided into (?:two|three)|one group|two groups|three groups|either (?:group|arm)',
  ],
  ['matched', 'match(?:ed|ing)|paired with|for (?:each|every) \\w+ (?:two|three|a|one)|same (?:age|sex|age and sex)|of like|of equal'],
  [
    'with and without the outcome',
    '(?:and|with|beside) (?:\\w+ ){0,5}(?:who|that|which) (?:had|did|were|stayed|held)? ?not|ill and|well (?:had not|ones)|affected|unaffected|survivors?|cases and|odds ratios?|fell ill|had fallen ill|failed and',
  ],
  [
    'asked about the past',
    '(?:were|was) asked (?:about|how|what|who)|recall(?:ed)?|reported their past|in the (?:day|week|years?|preceding)[\\w\\s]{0,15}(?:before|preceding|beforehand)|earlier|beforehand|preceding',
  ],
  [
    'before and after, the same ones',
    'before and (?:again )?after|on arrival and|at the (?:start|beginning|same)|as they began|at (?:either|both) ends?|(?:once|week|quarter|year|months?|month) (?:more |again )?(?:following|since|after|ahead|until|leading|preceding)|since the|pre-? ?(?:and|test)|post-?test|rose by|change within|again (?:three|six|a|the)',
  ],
  [
    'many measurements in a row',
    'month(?:ly| by month)|weekly|quarter(?:s|ly)|(?:\\d+|two hundred|sixty|five hundred) (?:months?|weeks?|quarters?)|time series|series of|trend|slope|level and|step at|break (?:when|in|at)|knot|autocorrelation|season|piecewise|segments?',
  ],
  [
    'followed forward',
    'follow(?:ed|ing)?[- ]?(?:up|for|through|them)|enrol(?:led|ment)?|baseline|visited (?:every|monthly|each)|every (?:other|two|six|autumn|five|year)|each (?:year|autumn|september)|annually|again at|met again|until they|revisited|starting in|at (?:six|three|3|five)[\\w, ]* (?:months|years)?|same (?:children|speakers|people) (?:were|recorded)|over time|for (?:five|six|ten|\\d+) years|tagged',
  ],
  [
    'from old records',
    '(?:from|using|through|in) (?:the |past |hospital |personnel |pension |court |insurance |company |administrative |existing |old )*(?:files?|records?|registers?|logs?|charts?|archives?|books|dockets?|minutes|claims|entries|rosters)|traced|looked back|linked with|past (?:discharges|operations|records)|retrospective\\w*|were (?:read|examined) to see|closed files|herd books|in \\w+ years of (?:maintenance )?(?:logs|records)',
  ],
  [
    'asked once',
    'questionnaires?|survey(?:ed)?|fill(?:ed)? in|answered|replied|answers (?:from|of)|form (?:in|on|was)|completed (?:both|the|a)|telephone interviews|in one (?:sitting|week|month|visit)|on one (?:day|visit)|posted to|handed a card|scales?|sent a form|respon(?:dents|se rate|ded)|stopped at',
  ],
  [
    'counted at one time',
    'prevalence|counted (?:and|in|which)|were examined|in (?:may|march|june|one month)|correlat(?:ed|ion)|related to|associated with|per cent|regression showed|sample of',
  ],
  [
    'talked with people',
    'interview\\w*|talk(?:ed|s)? (?:with|it|about|to)|spoke (?:with|to|about)|told (?:us|their|what)|conversations?|focus groups?|group talks|in their own words|stories|voices|said to us|diar(?:y|ies)',
  ],
  [
    'read for meaning',
    'themes?|cod(?:ed|ing)|interpret(?:ed|ation)|meanings?|close(?:ly)? (?:read|viewing|reading)|are read|read (?:closely|against|for)|line by line|what emerges|took notes|living (?:on|among)|listened|accounts|turn by turn|narratives?|discourse|categories|transcribed|shows? how|brings out',
  ],
  [
    'numbers and words joined',
    'both strands|brought together|integrat(?:ed|ion)|combine the two|merged|complemented by|joined with|side by side|followed by (?:interviews|group)|explain (?:what|the|satisfaction)|woven together|quantitative\\w*|qualitative\\w*|counts and|numbers and|after which \\w+ were interviewed|the one used to',
  ],
  [
    'costs',
    'costs?|cost-|price|paying|spending|outlays?|returned|worth|wages|willing to pay|incremental|life[- ]years?|discounted|benefits?|economic|budget|per (?:patient|tonne|loan|cavity|relapse)',
  ],
  [
    'simulated or computed',
    'simulat\\w+|comput(?:ed|ations?)|equations?|numerical(?:ly)?|finite elements?|mesh|agents?|modell?ed|models?|derived? (?:and|a|its)|solved|monte carlo|integrated for|artificial|random graphs|scenarios?|projected|first principles|estimators?|drawn from known',
  ],
  [
    'made and tested in a laboratory',
    'specimens?|samples? (?:were|of)|prototype|fabricat\\w+|fired|cured|pressed|microscop\\w+|spectr\\w+|strains?|colonies|inoculated|cells?|grown|plates?|discs|tank|lamps|tested on|hardness|strength|in vitro|concentration|solvents?|temperature|implemented|benchmarks?|outperforms?|hit rate|measured (?:at|with|every|weekly|on eight)|prisms|loaded|baked|extracted',
  ],
  [
    'on animals',
    'rats?|mice|mouse|hamsters?|sheep|pigs?|piglets|sows?|cows?|calves|foals?|horses?|dogs?|cats?|fish|zebrafish|robins?|birds?|hens?|bees?|colonies|rabbits?|animals?|herds?|monkeys?',
  ],
  [
    'held against a known truth',
    'sensitivit\\w+|specificit\\w+|false (?:alarms?|positives?|negatives?)|wrong positives|hits and|reference|gold standard|did not know the|cut-?off|missed (?:one|\\w+ in)|verdicts?|against (?:which|a|the|known)|taken as the truth|accura\\w+|caught|flagged|compared with the verdict|showed (?:how often|which)',
  ],
  [
    'foretells',
    'predict\\w*|forecast\\w*|foretell\\w*|foretold|foresee\\w*|score (?:was|is|for|from)|nomogram|c-statistic|auc|validat\\w+|calibrat\\w+|train(?:ed|ing) (?:on|a|gave)?|held back|unseen|classifier|machine learning|logistic regression|remaining life|ahead|later (?:defaulters|years)|at a second site',
  ],
  [
    'searched the literature',
    'databases?|search(?:ed|es)?|indexes were|sought in|screened|inclusion|criteria|eligib\\w+|extracted|two (?:of us|reviewers|readers|people)|hits|protocol|selected|retrieved|titles',
  ],
  [
    'pooled effects',
    'pool(?:ed|ing)|combin(?:ed|ing)|effect sizes?|random[- ]effects?|inverse variance|heterogeneity|i2|funnel|weighted (?:by|and)|averaged|mean differences?|publication bias|meta-analy\\w+|ratios? from|moderators?',
  ],
  [
    'appraised, not pooled',
    'apprais\\w+|risk of bias|quality (?:was|score|of)|rated for quality|summari[sz]ed (?:in|by|narratively)|too varied|checklist|told by outcome|tabulated|systematic\\w*|judged each',
  ],
  [
    'reviews of reviews',
    'reviews|syntheses|earlier (?:reviews|syntheses)|meta-analyses|primary studies|overlap|existing (?:reviews|syntheses)|published systematic',
  ],
  [
    'mapped a literature',
    'map(?:ped|ping)?|chart(?:ed|ing)|gaps|breadth|extent|not (?:rated|to judge)|no appraisal|what (?:kinds?|has been written|is covered)|kinds of evidence|scoping',
  ],
  [
    'tells what others wrote',
    'overview|outline|survey of the literature|what (?:is|we) (?:known|have learnt)|debate|writings?|works since|are discussed|discusses|is traced|traces|state of knowledge|current understanding|summari[sz]ed|introduc(?:ed|tion)|brought together|reconsidered|story of|by period',
  ],
  [
    'recommends',
    'recommend\\w*|guid(?:ance|elines?)|panel|working party|committee|consensus|agreed|advice|advises|should|good practice|code|graded|intervals, methods|steps',
  ],
  [
    'argues',
    'i (?:argue|contend|believe|set out|say)|argu(?:ed|es)|contends?|in my view|plea|pleads|viewpoint|the case (?:for|against)|why (?:we|the|i)|must|mistake|ought|defends?|rejects?|objections?|opinion|thoughts|contrarian|this (?:essay|piece)|against the',
  ],
  [
    'will be done',
    'will (?:be|recruit|ask|compare|begin|measure)|planned?|plan(?:s)? to|registered plan|protocol|in advance|expected in|are invited|to be tested|recruitment',
  ],
  [
    'news and notices',
    'corrigendum|erratum|correction|retract\\w+|withdrawn|obituary|in memory|died|news|issue|editors?|call for papers|programme of|book under review|review of (?:a|the)|letter|contributions|colleagues remember|talks to us|conversation with|appointed|announced|exchanged',
  ],
  [
    'given or changed something',
    'were (?:given|taught|trained|fitted|fed|sent|offered|fenced|lined)|received|treated|intervention|programme|course|introduced|installed|opened|brought in|came in|changed?|new (?:rule|limit|device)',
  ],
  [
    'nothing was done to them',
    'observed|recorded|noted|obtained|collected|surveyed|occurred|exposed|exposure|habits|living near|by type of',
  ],
  [
    'years of time',
    '(?:\\d+|two|three|five|six|ten|eleven|fifteen|twenty|forty) years|decades?|from (?:19|20)\\d\\d to (?:19|20)\\d\\d|(?:19|20)\\d\\d to (?:19|20)\\d\\d|since (?:19|20)\\d\\d',
  ],
  ['many people', '\\d[\\d,]{3,}|hundreds|thousands?|nationwide|all (?:who|patients|closed|pupils|boys|firms)'],
  [
    'by someone who did not know',
    'did not know|blind(?:ed|ly)?|kept unaware|unaware|masked|knew nothing|without knowledge|look-alike|placebo|sham|vehicle',
  ],
];

export const CONCEPTS: readonly Concept[] = TOLD.map(([name, words]) => ({ name, pattern: new RegExp(`\\b(?:${words})\\b`, 'gi') }));
