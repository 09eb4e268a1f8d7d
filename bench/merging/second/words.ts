/** Words of the second corpus: other fields, other titles and other people than the first has. */
const list = (text: string) => text.trim().split(/\s*\|\s*/);

export const THINGS =
  list(`choir singing|garden work|chess lessons|bilingual signage|reading circles|street lighting|rainwater tanks|timber bridges|
  open-plan offices|paper archives|tactile maps|bee pastures|tram timetables|school gardens|clay plaster|wind screens|hearing loops|night buses|
  harbour cranes|card catalogues|puppet theatre|solar ovens|bicycle lanes|slate roofs|village shops|water meadows|dry stone walls|ferry tickets|
  copy editing|code review|unit tests|sensor networks|speech interfaces|route planners|error messages|graph queries|stream processing|
  memory allocators|spelling checkers|handwriting recognition|noise barriers|compost heaps|market stalls|library fines|museum labels|oral histories`);
export const GROUPS =
  list(`first-year pupils|retired sailors|rural teachers|evening students|young carers|market traders|novice programmers|amateur
  choirs|parish clerks|newly arrived families|left-handed writers|deaf visitors|bus drivers|apprentice masons|mid-career nurses|night porters|
  kindergarten staff|small-scale farmers|prison librarians|touring musicians|estate managers|court interpreters|forest wardens|lock keepers`);
export const PLACES =
  list(`the Arvel valley|Port Serin|the Lower Marches|Ostmark county|the Tessary islands|Kellwick|three border towns|the Brannet
  delta|upland Caddow|the old harbour quarter|two river parishes|the eastern ring|Mirrow|a mid-sized town|the northern archive|Vasterly`);
export const QUALITIES =
  list(`attendance|trust|vocabulary growth|walking speed|repair costs|legibility|shared memory|noise annoyance|throughput|energy use|
  fault rates|reading speed|self-esteem|visitor numbers|nesting success|soil moisture|task switching|recall|sense of place|queueing times|latency|
  wellbeing|handover quality|dwell time|crossing behaviour|turnout|error recovery|peer support|crop yield|maintenance effort`);
export const SURNAMES =
  list(`Adeyemo|Bramante|Csonka|Delacour|Ekström|Fjeldsted|Grabowska|Hollins|Ilunga|Jovanović|Kestell|Lamoureux|Mäkinen|Nakagawa|
  Oduya|Pettersen|Quennell|Rautio|Saavedra|Tvedt|Umarov|Vasileva|Westrup|Xanthos|Yamashiro|Zieliński|van Aalst|de Souza-Lima|O'Farrell|MacInnes|
  Ben-Haim|al-Hadi|Brown|Jones|Petersen|Novák|Horváth|Ionescu|Costa|Moretti|Schmidt|Weber|Dubois|Lambert|Hansen|Nilsson|Virtanen|Kowalski|Ito|
  Suzuki|Chowdhury|Banerjee|Okafor|Mensah|Diallo|Haddad|Karimi|Nguyen|Tran|Lim|Tan|Reyes|Cruz|Morales|Castro|Ortiz|Ramos|Vega|Ibáñez|Ståhl`);
export const FORENAMES =
  list(`Agnes|Benedikt|Cosima|Dagny|Edda|Florian|Gwen|Henrik|Imre|Judit|Kaspar|Liv|Matteo|Nadia|Oskar|Pilar|Quentin|Rania|Stefan|
  Thea|Ugo|Valeria|Willem|Xenia|Yusra|Zoltan|Anna-Maria|José Luis|M. J.|Lars Erik|Ruth|Simon|Tara|Vikram|Wen|Ada|Boris|Chloé|Dario|Elin`);
export const TEAMS = list(`Kellwick Study Group|Tessary Working Party|Northern Archive Consortium|Port Serin Field Team`);
export const METHODS =
  list(`a randomised controlled trial|an interview study|a longitudinal survey|a comparative case study|a controlled experiment|
  an ethnography|a field trial|results from a national register|a mixed-methods study|a feasibility study|a systematic review|a benchmark study`);
export const PARTS = [
  ['Part 1. Rationale and methods', 'Part 2. Main findings'],
  ['I: Design and baseline', 'II: Outcomes at one year'],
  ['first report', 'second report'],
  ['main results', 'economic results'],
] as const;
export const JOURNAL_HEADS = list(
  `Papers on|Transactions on|Quarterly of|Notes and Studies in|Contributions to|Review of|Perspectives on|Archive for|Forum`,
);
export const JOURNAL_SUBJECTS = list(`Civic Learning|Applied Acoustics of Place|Vernacular Building|Rural Transport|Library Practice|
  Programming Craft|Landscape History|Community Music|Human Wayfinding|Field Hydrology|Adult Reading|Stage and Puppetry|Local Administration|
  Software Care|Small Harbours|Outdoor Teaching|Memory Studies|Textile Work|Speech Technology|Urban Ecology`);
export const SERVERS = list(`Marram Preprints|Open Manuscripts of Arvel|Kellwick Working Papers`);
export const SENTENCES: readonly ((w: (l: readonly string[]) => string, n: (a: number, b: number) => number) => string)[] = [
  (w) => `${upper(w(THINGS))} are common in ${w(PLACES)}, yet their effect on ${w(QUALITIES)} is disputed.`,
  (w, n) => `We followed ${n(14, 1900)} ${w(GROUPS)} for ${n(3, 48)} months and compared ${w(QUALITIES)} with ${w(QUALITIES)}.`,
  (w, n) => `In ${n(6, 90)} sites, ${w(GROUPS)} took part in ${w(THINGS)} while others carried on as before.`,
  (w, n) => `Median ${w(QUALITIES)} rose from ${n(11, 48)} to ${n(49, 97)} points.`,
  (w) => `No relation between ${w(THINGS)} and ${w(QUALITIES)} was found among ${w(GROUPS)}.`,
  (w) => `Participants spoke of ${w(QUALITIES)} and of ${w(QUALITIES)}, less often of ${w(THINGS)}.`,
  (w, n) => `Costs were ${n(2, 900)} crowns for each of the ${w(GROUPS)}.`,
  (w) => `The findings speak for ${w(THINGS)} where ${w(QUALITIES)} matters most.`,
];
export const upper = (text: string) => text[0]!.toUpperCase() + text.slice(1);
