/** Facets a work may have several values of. */
export const FACETS = {
  language: { label: 'Language', meaning: 'The language of the text, by ISO 639.' },
  age: { label: 'Age', meaning: 'Age bands of the people studied; they overlap, and a work may have several.' },
  sex: { label: 'Sex', meaning: 'Sexes of the people or animals studied.' },
  species: { label: 'Species', meaning: 'What was studied: people, or which animals.' },
  discipline: { label: 'Discipline', meaning: 'The field of the journal, as a register or the database says.' },
  access: { label: 'Access', meaning: 'How the full text can be had, as far as the records say.' },
  holding: { label: 'Held by the library', meaning: 'Whether the library has the full text, by its lists of holdings, or it is open.' },
  standing: {
    label: 'Standing of the venue',
    meaning: 'A quartile or class that a list gives the journal. It says nothing of the work itself.',
  },
} as const;
export type Facet = keyof typeof FACETS;
export const FACET_NAMES = Object.keys(FACETS) as Facet[];

/** Words of title and abstract. A word may be about people who were not studied, so they only infer. */
export const FACET_WORDS: readonly (readonly [Facet, string, RegExp])[] = [
  ['age', 'newborn', /\b(?:newborns?|neonat(?:es?|al)|preterm infants)\b/i],
  ['age', 'infant', /\b(?:infants?|babies)\b/i],
  ['age', 'preschool', /\b(?:preschool(?:ers)?|toddlers|kindergarten)\b/i],
  ['age', 'child', /\b(?:child(?:ren)?|pupils|schoolchildren|primary school)\b/i],
  ['age', 'adolescent', /\b(?:adolescen(?:ts?|ce)|teenage(?:rs?)?|secondary school)\b/i],
  ['age', 'young adult', /\b(?:young adults|undergraduates?|university students)\b/i],
  ['age', 'adult', /\b(?:adults|workers|nurses|employees|drivers|teachers)\b/i],
  ['age', 'middle-aged', /\bmiddle-aged\b/i],
  ['age', 'aged', /\b(?:older (?:adults|people|persons|men|women)|elderly|geriatric|aged 65|over 65)\b/i],
  ['age', 'aged 80+', /\b(?:octogenarians|nonagenarians|aged 80|over-eighties|oldest old)\b/i],
  ['sex', 'female', /\b(?:women|females?|girls|mothers|pregnan(?:t|cy))\b/i],
  ['sex', 'male', /\b(?:men|males?|boys|fathers)\b/i],
  ['species', 'human', /\b(?:participants|patients|people|volunteers|adults|children|women|workers|nurses|students)\b/i],
  ['species', 'mouse', /\b(?:mice|mouse model|murine)\b/i],
  ['species', 'rat', /\brats?\b/i],
  ['species', 'zebrafish', /\bzebrafish\b/i],
  ['species', 'dog', /\b(?:dogs|canine)\b/i],
  ['species', 'pig', /\b(?:pigs|porcine)\b/i],
  ['species', 'cattle', /\b(?:cattle|bovine|dairy cows)\b/i],
];
