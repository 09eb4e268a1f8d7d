import { readName, shortAuthors } from './names';

// RIS: "Lastname, Firstname, Suffix"; MEDLINE AU: "Lastname FM" (their field descriptions).
test.each([
  ['Falk, Iben', 'Falk', 'Iben'],
  ['Falk,Iben', 'Falk', 'Iben'],
  ['Lindqvist-Rao, S. J.', 'Lindqvist-Rao', 'S. J.'],
  ['Falk, Iben, Jr.', 'Falk', 'Iben, Jr.'],
  ['van der Meer J', 'van der Meer', 'J'],
  ['Abara TQ', 'Abara', 'TQ'],
  ['  Falk ,  Iben ', 'Falk', 'Iben'],
  ['Lamp Working Group', 'Lamp Working Group', ''],
  ['Madonna', 'Madonna', ''],
  ['Falk,', 'Falk', ''],
  // Guessing the parts of a name in its natural order would swap names.
  ['Iben Falk', 'Iben Falk', ''],
])('%p has the family name %p and the given name %p', (text, family, given) => expect(readName(text)).toEqual({ family, given }));

test.each([
  [['Falk, Iben'], 'Falk I'],
  [['Falk, Iben Marie', 'Abara TQ'], 'Falk IM, Abara TQ'],
  [['A, B', 'C, D', 'E, F'], 'A B, C D, E F'],
  [['A, B', 'C, D', 'E, F', 'G, H'], 'A B, C D, E F et al.'],
  [['Lamp Group'], 'Lamp Group'],
  [[], ''],
])('%j in short', (names, short) => expect(shortAuthors(names.map(readName))).toBe(short));
