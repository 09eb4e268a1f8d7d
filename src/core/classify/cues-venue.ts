import { PERIODICAL_ITEMS } from '@/core/vocabularies';
import { inNote, inVenue } from './cue-helpers';
import type { CueRule } from './cue-rule';

const PERIODICALS = ['scholarly-journal', 'trade-journal', 'magazine', 'newspaper', 'newswire', 'proceedings'] as const;

/** What the title of a journal or book, a publisher's name and free notes say. Common practice throughout. */
export const VENUE_CUES: readonly CueRule[] = [
  inVenue({
    id: 'venue-proceedings',
    pattern:
      /\b(?:proceedings of (?:the )?(?:\d|\w+ (?:annual|international)|annual|international|workshop|symposium|conference|congress|IEEE)|(?:conference|congress|symposium|workshop|colloquium) (?:on|of|for)\b|conference (?:proceedings|record|series|papers)|workshop proceedings|in proceedings|companion proceedings|proc\. (?:of )?(?:the )?\d)|\b(?:symposium|workshop|congress|conference)\b[^,]*\b(?:19|20)\d\d\b|\b(?:19|20)\d\d\b[^,]*\b(?:symposium|workshop|congress|conference)\b/i,
    unless: /\bjournal\b|\breview of\b/i,
    sets: { sourceType: ['proceedings', 'book', 'scholarly-journal'] },
    explain: 'The title of the container is that of the papers of a meeting.',
    hits: [
      'Proceedings of the 12th International Conference on Lamp Design',
      '2019 Symposium on Night Work',
      'Workshop on Tidal Structures',
    ],
    misses: ['Journal of Conference Interpreting', 'Lamp Design Quarterly', 'Proceedings in Botany'],
  }),
  inVenue({
    id: 'venue-journal',
    pattern:
      /\b(?:journal|annals|archives?|acta|transactions|bulletin of the (?:\w+ )*(?:society|association|institute)|zeitschrift|revista|revue|rivista)\b|\bquarterly\b|\b(?:studies|research|letters|reviews?) in\b|\binternational (?:review|studies)\b|\badvances in\b|\blaw review\b/i,
    unless:
      /\b(?:conference|symposium|workshop|congress|magazine|news|weekly|dealer|contractor|trade|trader|retailer|business journal|street journal|handbook|encyclop\w+)\b/i,
    sets: { sourceType: ['scholarly-journal', 'proceedings', 'trade-journal'] },
    explain: 'Periodicals with such a title are journals.',
    hits: ['Journal of Lamp Research', 'Annals of Tidal Engineering', 'Lantern Law Review', 'Acta Noctis'],
    misses: ['Lamp Dealer Journal', 'The Evening Lantern', 'Lantern Weekly'],
  }),
  inVenue({
    id: 'venue-journal-usual',
    pattern:
      /\b(?:journal of|international journal|european journal|annals of|archives of|acta|transactions on|letters in|research in|studies in|law review|advances in|international review of)\b|\b(?:science|medicine|engineering|physics|chemistry|education|psychology|nursing) (?:journal|letters|research|quarterly)\b/i,
    unless:
      /\b(?:conference|symposium|workshop|congress|magazine|news|weekly|dealer|contractor|trade|trader|retailer|professional|handbook|encyclop\w+)\b/i,
    sets: { sourceType: ['scholarly-journal'] },
    explain: 'Periodicals with such a title are nearly always scholarly journals.',
    hits: ['International Journal of Lamp Science', 'Archives of Night Medicine'],
    misses: ['Journal Gazette', 'Lamp Professional'],
  }),
  inVenue({
    id: 'venue-trade',
    pattern:
      /\b(?:dealer|contractor|retailer|trader|wholesaler|grocer|caterer|builder|fabricator|processor|installer|purchasing|procurement)\b|\btrade (?:news|journal|review|gazette)\b|\bindustry (?:week|news|today|insight)\b|\b(?:business|manufacturing|engineering|nursing|farming|construction|facilities|logistics) (?:news|week|today|weekly|times|insider|manager|professional)\b|\b(?:manager|management) today\b/i,
    unless: /\bjournal of\b|\bstudies\b/i,
    sets: { sourceType: ['trade-journal', 'magazine', 'newspaper', 'web'] },
    explain: 'The title is that of a periodical for people of an occupation or industry.',
    hits: ['Lighting Contractor', 'Facilities Manager Today', 'Grain Trade Review'],
    misses: ['Journal of Procurement Studies', 'Tidal Studies'],
  }),
  inVenue({
    id: 'venue-trade-usual',
    pattern:
      /\b(?:dealer|contractor|retailer|wholesaler|grocer|caterer|fabricator|installer)\b|\btrade (?:news|journal|review|gazette)\b|\bindustry (?:week|news|today)\b/i,
    unless: /\bjournal of\b|\bstudies\b/i,
    sets: { sourceType: ['trade-journal'] },
    explain: 'A title that names an occupation or its trade is usually that of a trade journal.',
    hits: ['Lighting Contractor'],
    misses: ['Lighting Research'],
  }),
  inVenue({
    id: 'venue-magazine',
    pattern:
      /\bmagazine\b|\bdigest\b|\b(?:popular|your|modern) (?:\w+ )?(?:living|home|health|science|mechanics|garden|boat|boating|woman|parent)\b|\bmonthly\b/i,
    unless: /\bjournal\b|\bdigest of (?:papers|technical)\b|\bIEEE\b|\bmonthly (?:notices|review)\b/i,
    sets: { sourceType: ['magazine', 'trade-journal', 'web'] },
    explain: 'The title is that of a magazine.',
    hits: ['Coast and Creek Magazine', 'Popular Boating'],
    misses: ['Journal of Magazine Studies', 'Archives of Tides'],
  }),
  inVenue({
    id: 'venue-newspaper',
    pattern:
      /\b(?:daily|evening|morning|sunday) (?:\w+ )?(?:news|post|times|herald|mail|chronicle|echo|argus|telegraph|star|press|lantern|courier|record|gazette|mercury)\b|\b(?:herald|chronicle|gazette|courier|tribune|advertiser|observer|times|echo|argus|mercury)$/i,
    unless: /\bjournal\b|\bindustry\b|\btrade\b|\bmedical\b|\bscience\b|\bnursing\b|\bengineering\b|\blaw\b|\bmagazine\b/i,
    sets: { sourceType: ['newspaper', 'newswire', 'magazine', 'trade-journal', 'web'] },
    explain: 'The title is that of a newspaper.',
    hits: ['The Evening Lantern', 'Saltmarsh Chronicle', 'Morning Post'],
    misses: ['Journal of Newspaper History', 'Engineering Times'],
  }),
  inVenue({
    id: 'venue-newswire',
    pattern: /\bnews ?wire\b|\bnews (?:agency|service)\b|\bwire service\b|\bpress association\b/i,
    sets: { sourceType: ['newswire'] },
    explain: 'The source is an agency that supplies news.',
    hits: ['Coast News Agency', 'Lantern Newswire'],
    misses: ['News of the Coast'],
  }),
  inVenue({
    id: 'venue-reference',
    pattern:
      /\bencyclop(?:a?e|æ)dia\b|\bdictionary of\b|\blexicon\b|\b(?:concise|historical|biographical) dictionary\b|\bcompendium of\b|\bglossary\b/i,
    unless: /\bjournal\b/i,
    sets: { sourceType: ['reference-work', 'web'], publicationType: ['encyclopedia-entry', 'book', 'other'] },
    explain: 'The container is a work to look things up in.',
    hits: ['Encyclopedia of Coastal Works', 'A Dictionary of Mills'],
    misses: ['Journal of Lexicography', 'Coastal Works: Essays'],
  }),
  inVenue({
    id: 'venue-handbook',
    pattern: /\b(?:handbook|companion to|reader['’]s guide)\b/i,
    sets: { sourceType: ['book', 'reference-work'], publicationType: ['book-chapter', 'book', 'encyclopedia-entry', 'other'] },
    explain: 'The container is a handbook: a book, or a work to look things up in.',
    hits: ['The Handbook of Night Work'],
    misses: ['Night Work: Essays'],
  }),
  inVenue({
    id: 'venue-preprints',
    pattern: /\bpre-?prints?\b|\be-?print archive\b/i,
    unless: /\bjournal\b/i,
    sets: { sourceType: ['preprint-server'] },
    explain: 'The container names itself a place for preprints.',
    hits: ['Nightfall Preprints'],
    misses: ['Journal of Printing'],
  }),
  inVenue({
    id: 'venue-register',
    pattern:
      /\b(?:clinical )?trials? (?:register|registry)\b|\bregist(?:er|ry) of (?:\w+ )?(?:clinical )?(?:trials|studies|systematic reviews)\b/i,
    unless: /\bjournal\b/i,
    sets: { sourceType: ['study-register'], publicationType: ['registration'] },
    explain: 'The container is a register of studies.',
    hits: ['Lowland Clinical Trials Registry', 'Register of Systematic Reviews'],
    misses: ['Parish Registers'],
  }),
  inVenue({
    id: 'venue-series-of-reports',
    pattern:
      /\b(?:technical|research|project|working|discussion|occasional|staff) (?:report|paper|memorandum)s?\b|\breport series\b|\bpolicy briefs?\b/i,
    unless: /\bjournal\b/i,
    sets: { sourceType: ['report', 'preprint-server', 'web', 'book'] },
    explain: 'The container is a series of reports or working papers.',
    hits: ['Harbour Institute Technical Report', 'Working Papers in Roster Economics'],
    misses: ['Reporters and the Press'],
  }),
  inVenue({
    id: 'venue-lecture-notes',
    pattern: /\blecture notes in\b|\bconference series\b/i,
    sets: { sourceType: ['proceedings', 'book', 'scholarly-journal'] },
    explain: 'A series of books that mostly holds the papers of meetings.',
    hits: ['Lecture Notes in Lamp Physics'],
    misses: ['Notes and Queries'],
  }),
  // Notes, publishers, versions
  inNote({
    id: 'note-refereed',
    tier: 'venue',
    pattern:
      /\b(?:peer[- ]review(?:ed)?|refereed)\s*(?:journal|publication|source|title)?\s*[:=]?\s*(?:yes|true|y|1)\b|^\s*(?:peer[- ]reviewed|refereed)(?: journal)?\s*\.?\s*$|\bpeer[- ]reviewed journal\b/i,
    unless: /\bnot peer\b|\bnon-?refereed\b|\bnot refereed\b/i,
    sets: {},
    excludes: { sourceType: ['trade-journal', 'magazine', 'newspaper', 'newswire'] },
    venue: 'refereed',
    explain: 'The record says that its journal is refereed: a statement about the venue, not the item.',
    hits: ['Peer Reviewed: Yes', 'Peer-reviewed', 'Refereed'],
    misses: ['Peer reviewed: No', 'Not peer reviewed', 'Reviewed by the editor'],
  }),
  inNote({
    id: 'note-not-refereed',
    tier: 'venue',
    pattern:
      /\b(?:peer[- ]review(?:ed)?|refereed)\s*(?:journal|publication|source)?\s*[:=]\s*(?:no|false|n|0)\b|\b(?:not|non)[- ]?(?:peer[- ]?reviewed|refereed)\b/i,
    sets: {},
    venue: 'not-refereed',
    explain: 'The record says that its venue is not refereed.',
    hits: ['Peer reviewed: No', 'Not peer reviewed', 'non-refereed'],
    misses: ['Peer reviewed: Yes'],
  }),
  inNote({
    id: 'note-before-review',
    tier: 'asserted',
    pattern:
      /\b(?:author['’]?s original|submitted (?:manuscript|version)|submittedVersion|under review|version of record not|has not been peer[- ]reviewed|not (?:yet )?(?:been )?(?:certified by )?peer[- ]review(?:ed)?|pre-?print)\b/i,
    unless: /\bpreprint (?:of|version of|available)\b|\bno preprint\b|\bnow published\b/i,
    sets: { peerReview: ['preprint', 'not-refereed'] },
    explain: 'This version is the author’s, before review (NISO RP-8: author’s original, submitted manuscript).',
    hits: ['Preprint, not peer reviewed', 'submittedVersion', 'Author’s original'],
    misses: ['Accepted manuscript', 'Printed in two colours'],
  }),
  inNote({
    id: 'note-preprint-server',
    tier: 'asserted',
    pattern: /^\s*pre-?print\b|\bpre-?print server\b|\bposted (?:as a )?pre-?print\b/i,
    unless: /\bpreprint (?:of|version of|available)\b|\bnow published\b/i,
    sets: { sourceType: ['preprint-server'], peerReview: ['preprint'] },
    explain: 'The record says that it is a preprint.',
    hits: ['Preprint', 'Posted as a preprint on 3 May'],
    misses: ['Preprint available', 'Reprint of the 1990 edition'],
  }),
  inNote({
    id: 'note-after-review',
    tier: 'asserted',
    pattern:
      /\b(?:accepted (?:manuscript|version|author manuscript)|acceptedVersion|version of record|publishedVersion|corrected proof|corrected version of record|enhanced version of record|post-?print)\b/i,
    unless: /\bversion of record not\b/i,
    sets: {},
    excludes: { peerReview: ['preprint'] },
    explain: 'This version came after the editors’ acceptance (NISO RP-8: accepted manuscript and later).',
    hits: ['Accepted manuscript', 'publishedVersion'],
    misses: ['Submitted manuscript'],
  }),
  inNote({
    id: 'note-received-accepted',
    tier: 'weak',
    pattern: /\breceived\b[^.]*\b(?:revised|accepted)\b/i,
    sets: { sourceType: ['scholarly-journal', 'proceedings'] },
    explain: 'Dates of receipt and acceptance are a sign of a scholarly venue; they are no statement of review.',
    hits: ['Received 3 May 2019; accepted 2 July 2019'],
    misses: ['Received by the library in 2019'],
  }),
  inNote({
    id: 'note-thesis',
    pattern:
      /\b(?:ph\.? ?d\.?|doctoral|master['’]?s?|m\.?sc\.?|m\.?a\.?|bachelor['’]?s?) (?:thesis|dissertation)\b|\bdissertation submitted\b|\bthesis \((?:ph\.?d|m\.?a|m\.?sc)/i,
    sets: { sourceType: ['thesis'], publicationType: ['thesis'] },
    explain: 'The record says that it is a thesis.',
    hits: ['PhD thesis, Saltmarsh University', 'Master’s dissertation'],
    misses: ['The thesis of this book is bold'],
  }),
  inNote({
    id: 'note-self-published',
    pattern:
      /\bself[- ]?publish(?:ed|ing)\b|\bindependently published\b|\bprivately printed\b|\bpublished by the author\b|\bauthor['’]s own\b/i,
    sets: {},
    press: 'self-publishing',
    explain: 'The author published it, so nobody examined it.',
    hits: ['Independently published', 'Privately printed', 'Self-published'],
    misses: ['Published by the university'],
  }),
  inNote({
    id: 'note-university-press',
    pattern: /\buniversity press(?:es)?\b|\bpress of the university\b|\bacademy of sciences press\b/i,
    sets: {},
    press: 'scholarly',
    explain: 'A university press publishes scholarly books, which are examined.',
    hits: ['Cormorant University Press'],
    misses: ['Cormorant University', 'University Arms Hotel'],
  }),
  inNote({
    id: 'note-conference',
    pattern: /\b(?:paper|poster|abstract|talk) presented at\b|\bpresented at the\b|\bposter (?:presentation|session)\b/i,
    sets: { publicationType: ['conference-paper', 'conference-abstract', 'research-article', 'other', 'recording'] },
    explain: 'It was presented at a meeting.',
    hits: ['Paper presented at the Estuary Symposium'],
    misses: ['Presented in four volumes'],
  }),
  inNote({
    id: 'note-conference-abstract',
    pattern:
      /\b(?:conference|meeting|congress) abstract\b|\babstract (?:only|no\.|number|presented)\b|\bposter (?:presentation|session|abstract)\b|\babstracts? (?:of|from) the\b/i,
    sets: { publicationType: ['conference-abstract'] },
    explain: 'The record says that it is the abstract of a talk or poster.',
    hits: ['Meeting abstract', 'Poster presentation', 'Abstracts of the 12th congress'],
    misses: ['Abstract in English and French'],
  }),
  inNote({
    id: 'note-review-of-book',
    pattern: /\b(?:book|film|exhibition) review\b|\breview of:|\breviewed work\b|\breviews the book\b/i,
    sets: { publicationType: ['book-review'], design: ['not-a-study'] },
    explain: 'The record says that it reviews a book or other medium.',
    hits: ['Book review', 'Reviewed work: The Tide Mill', 'Review of: Salt and rope'],
    misses: ['Peer review', 'Review of the evidence'],
  }),
  {
    id: 'venue-supplement-of-abstracts',
    tier: 'strong',
    zones: ['venue', 'note'],
    pattern: /\b(?:abstracts? (?:supplement|book)|book of abstracts|supplement of abstracts|conference abstracts)\b/i,
    sets: { publicationType: ['conference-abstract'] },
    explain: 'It stands in a collection of abstracts.',
    hits: ['Book of Abstracts, 9th Estuary Meeting'],
    misses: ['Abstract Algebra Letters'],
  },
  {
    id: 'venue-periodical-issue',
    tier: 'weak',
    zones: ['venue'],
    pattern: /\bsuppl(?:ement)?\b/i,
    sets: { sourceType: PERIODICALS, publicationType: [...PERIODICAL_ITEMS] },
    explain: 'A supplement belongs to a periodical.',
    hits: ['Lamp Research, Supplement'],
    misses: ['Food supplements handbook'],
  },
];
