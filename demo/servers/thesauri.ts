/** The made-up thesauri of the stand-ins that have headings: heading, its other labels, what stands above it. */
const NIGHT: readonly (readonly [string, readonly string[], string])[] = [
  ['Work', [], ''],
  ['Work Schedule', ['working hours', 'hours of work'], 'Work'],
  ['Shift Work Schedule', ['shift work', 'rotating shifts', 'rostered work'], 'Work Schedule'],
  ['Night Work', ['night shift', 'night shifts', 'permanent nights', 'nocturnal work'], 'Shift Work Schedule'],
  ['Personnel Staffing and Scheduling', ['rosters', 'self-rostering'], 'Work Schedule'],
  ['Work Schedule Tolerance', ['shift tolerance'], 'Work Schedule'],
  ['Light', [], ''],
  ['Lighting', ['lamps', 'illumination'], 'Light'],
  ['Light Therapy', ['phototherapy', 'bright light', 'light boxes'], 'Light'],
  ['Eyewear', ['spectacles', 'blue-blocking lenses', 'amber lenses'], ''],
  ['Sleep', [], ''],
  ['Sleep Duration', ['total sleep time', 'hours slept'], 'Sleep'],
  ['Insomnia', ['sleeplessness'], 'Sleep'],
  ['Wakefulness', ['alertness'], ''],
  ['Attention', ['vigilance'], 'Wakefulness'],
  ['Circadian Rhythm', ['body clock'], ''],
  ['Melatonin', [], 'Circadian Rhythm'],
  ['Affect', ['mood'], ''],
  ['Nurses', ['nursing staff'], 'Personnel'],
  ['Personnel', ['staff'], ''],
  ['Automobile Drivers', ['drivers'], 'Personnel'],
  ['Students', ['pupils'], ''],
  ['Noise', [], ''],
  ['Pain', [], ''],
  ['Humans', [], ''],
];
const MILLS: typeof NIGHT = [
  ['Mills and mill-work', ['mills', 'millwork'], ''],
  ['Tide mills', ['tidal mills', 'sea mills'], 'Mills and mill-work'],
  ['Windmills', [], 'Mills and mill-work'],
  ['Buildings', [], ''],
  ['Buildings -- Repair', ['repair of buildings'], 'Buildings'],
  ['Buildings -- Conservation', ['restoration of buildings', 'conservation of buildings'], 'Buildings'],
  ['Building materials', [], ''],
  ['Mortar', ['lime'], 'Building materials'],
  ['Timber', ['oak'], 'Building materials'],
  ['Sluices', ['sluice gates'], ''],
  ['Estates -- Accounts', ['estate books'], ''],
];

const escaped = (text: string): string => text.replace(/&/g, '&amp;').replace(/</g, '&lt;');

/** A thesaurus as SKOS in RDF/XML. */
export function skosOf(scenario: 'night' | 'mills', name: string): string {
  const list = scenario === 'night' ? NIGHT : MILLS;
  const id = (label: string) => `https://thesaurus.example/${scenario}/${encodeURIComponent(label)}`;
  const concepts = list.map(
    ([label, also, above]) =>
      `  <skos:Concept rdf:about="${id(label)}">\n    <skos:prefLabel xml:lang="en">${escaped(label)}</skos:prefLabel>\n${also.map((a) => `    <skos:altLabel xml:lang="en">${escaped(a)}</skos:altLabel>\n`).join('')}${above ? `    <skos:broader rdf:resource="${id(above)}"/>\n` : ''}  </skos:Concept>\n`,
  );
  return `<?xml version="1.0" encoding="UTF-8"?>\n<rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#" xmlns:skos="http://www.w3.org/2004/02/skos/core#" xmlns:dct="http://purl.org/dc/terms/">\n  <skos:ConceptScheme rdf:about="https://thesaurus.example/${scenario}"><dct:title>Headings of ${escaped(name)}</dct:title></skos:ConceptScheme>\n${concepts.join('')}</rdf:RDF>\n`;
}
