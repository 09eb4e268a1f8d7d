/** @jest-environment jsdom */
import { tagFor } from './DatabaseForm';

test.each([
  ['Orchard Index', [], 'OI'],
  ['Orchard Index', ['OI'], 'OR'],
  ['Vellmora', [], 'VE'],
  ['Vellmora', ['VE', 'VL'], 'VM'],
  ['Œuvres de l’Été', [], 'OD'],
  ['3D Prints', [], '3P'],
  ['V', [], ''],
  ['', [], ''],
])('%s, where %p are taken, is offered %p', (name, taken, tag) => expect(tagFor(name, taken)).toBe(tag));
