import fc from 'fast-check';

/** What JSON Schema says of a value, as far as our schemas go. */
interface Shape {
  type?: string | string[];
  const?: unknown;
  enum?: unknown[];
  anyOf?: Shape[];
  oneOf?: Shape[];
  allOf?: Shape[];
  properties?: Record<string, Shape>;
  required?: string[];
  additionalProperties?: Shape | boolean;
  items?: Shape | boolean;
  prefixItems?: Shape[];
  minItems?: number;
  maxItems?: number;
  minLength?: number;
  maxLength?: number;
  minimum?: number;
  maximum?: number;
  $ref?: string;
}

/** Texts that programs have stumbled over: names of every object's own, signs of other languages, halves of characters. */
const NASTY = [
  ...['', ' ', '\u0000', 'a\u0000b', '\ud800', 'b\udc00', '\ufeff', '\u202e', '💥'.repeat(9), 'İ', 'ß', '\u0301'],
  ...['constructor', '__proto__', 'toString', 'hasOwnProperty', 'valueOf', 'NaN', 'null', 'undefined', '-0', '1e9'],
  ...[
    "'; drop table review; --",
    '{}',
    '[',
    '(',
    '\\',
    '*',
    '?',
    '^',
    '-',
    'follow-up',
    '$1',
    '%',
    '%00',
    '&amp;',
    '<b>',
    '"',
    '../..',
    '=1+1',
  ],
  ...[
    'a:b',
    'x = y and',
    '((((',
    '"not closed',
    'title = "a*"',
    '2026-02-31',
    '0000-00-00',
    '9999-12-31',
    '-1',
    '00000000-0000-0000-0000-000000000000',
  ],
]; // prettier-ignore
const NUMBERS = [0, -0, 1, 2, 3, -1, 7, 1.5, 2 ** 31 - 1, 2 ** 31, -(2 ** 31) - 1, 2 ** 53 - 1, 1e308, 5e-324];

/**
 * Values of the shape that a schema asks for, with leaves that are meant to be stumbled over: some fit it and some do not.
 * @param real texts that stand for something where the values are used
 */
export function fromSchema(schema: unknown, real: readonly string[]): fc.Arbitrary<unknown> {
  const root = schema as Shape & { $defs?: Record<string, Shape> };
  const of = (shape: Shape | boolean | undefined, depth: number): fc.Arbitrary<unknown> => {
    if (typeof shape !== 'object' || depth > 8) return fc.constantFrom<unknown>(null, ...NASTY.slice(0, 12), 1, true, [], {});
    if (shape.$ref) return of(root.$defs?.[shape.$ref.split('/').at(-1)!] ?? (shape.$ref === '#' ? root : true), depth + 1);
    if ('const' in shape) return fc.constant(shape.const);
    if (shape.enum) return fc.oneof({ weight: 9, arbitrary: fc.constantFrom(...shape.enum) }, fc.constantFrom(...NASTY));
    const either = shape.anyOf ?? shape.oneOf ?? shape.allOf;
    if (either) return fc.oneof(...either.map((s) => of(s, depth + 1)));
    const type = Array.isArray(shape.type) ? shape.type[0] : shape.type;
    if (type === 'object') return objects(shape, depth);
    if (type === 'array') {
      if (shape.prefixItems) return fc.tuple(...shape.prefixItems.map((s) => of(s, depth + 1)));
      const least = Math.min(shape.minItems ?? 0, 3);
      return fc.array(of(shape.items, depth + 1), { minLength: least, maxLength: Math.max(least, Math.min(shape.maxItems ?? 4, 4)) });
    }
    if (type === 'boolean') return fc.boolean();
    if (type === 'null') return fc.constant(null);
    if (type === 'integer' || type === 'number') return fc.oneof(fc.integer({ min: 0, max: 5 }), fc.constantFrom(...NUMBERS));
    return texts(shape);
  };
  const texts = ({ maxLength = 60 }: Shape) =>
    fc.oneof(
      { weight: 3, arbitrary: fc.constantFrom(...real) },
      { weight: 3, arbitrary: fc.constantFrom(...NASTY) },
      fc.string({ unit: 'binary', maxLength: 12 }),
      fc.constant('a'.repeat(Math.min(maxLength, 20_000))),
    );
  const objects = (shape: Shape, depth: number): fc.Arbitrary<unknown> => {
    const own = Object.fromEntries(Object.entries(shape.properties ?? {}).map(([name, s]) => [name, of(s, depth + 1)]));
    const whole = fc.record(own, { requiredKeys: (shape.required ?? []).filter((name) => name in own) });
    if (typeof shape.additionalProperties !== 'object') return whole;
    return fc.dictionary(fc.constantFrom(...real, ...NASTY), of(shape.additionalProperties, depth + 1), { maxKeys: 3 });
  };
  return of(root, 0);
}
