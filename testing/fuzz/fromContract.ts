import type { z } from 'zod';
import type { Draw } from './values';

/** Values that a field of this name may have in this installation. */
export type Pool = (field: string) => readonly unknown[];

type Def = {
  readonly type: string;
  readonly shape?: Readonly<Record<string, z.ZodType>>;
  readonly element?: z.ZodType;
  readonly options?: readonly z.ZodType[];
  readonly innerType?: z.ZodType;
  readonly in?: z.ZodType;
  readonly values?: readonly unknown[];
  readonly entries?: Readonly<Record<string, unknown>>;
  readonly keyType?: z.ZodType;
  readonly valueType?: z.ZodType;
  readonly items?: readonly z.ZodType[];
  readonly left?: z.ZodType;
  readonly right?: z.ZodType;
  readonly getter?: () => z.ZodType;
};

const defOf = (schema: z.ZodType): Def => (schema as unknown as { _zod: { def: Def } })._zod.def;

/** What a contract of ours may be of, where no field's name says more. */
const usual: readonly unknown[] = [
  ...[1, 2, 0, 10, 30, 60, 5_00, 24_00, 100_00, true, false, null],
  ...['EUR', '1', '12.5', '0', '23', '18:00', '09:00', 'a', 'word', 'Fifteen letters', 'Ines Valadar', 'x'.repeat(24)],
  ...['ines@example.com', 'https://vesper.example.com/', 'PT', 'Europe/Lisbon', '#2b2b52', '2027-06-05T18:00'],
  ...['2027-06-05', '2027-06-05T18:00:00Z', 'C0FFEE00-0000-4000-8000-000000000000', 'a'.repeat(64), '123456'],
];

const isOptional = (schema: z.ZodType): boolean => schema.safeParse(undefined).success;

const takes = (schema: z.ZodType, value: unknown): boolean => {
  try {
    return schema.safeParse(value).success;
  } catch {
    return false;
  }
};

/** A single value, taken from what is known under its name, else from the usual ones: one that the contract takes. */
function single(schema: z.ZodType, field: string, pool: Pool, draw: Draw): unknown {
  const known = pool(field);
  for (let tries = 0; tries < 12 && known.length > 0; tries++) {
    const value = draw.of(known);
    if (takes(schema, value)) return value;
  }
  const taken = usual.filter((value) => takes(schema, value));
  return taken.length > 0 ? draw.of(taken) : draw.of(usual);
}

function made(schema: z.ZodType, field: string, pool: Pool, draw: Draw, depth: number): unknown {
  const inner = (each: z.ZodType, name = field): unknown => made(each, name, pool, draw, depth + 1);
  const def = defOf(schema);
  switch (def.type) {
    case 'object': {
      const fields = Object.entries(def.shape!).filter(([, each]) => !isOptional(each) || draw.chance(0.4));
      return Object.fromEntries(fields.map(([name, each]) => [name, inner(each, name)]));
    }
    case 'array': {
      const most = depth > 5 ? 1 : 2;
      return Array.from({ length: draw.below(most + 1) }, () => inner(def.element!));
    }
    case 'union':
      return inner(draw.of(def.options!));
    case 'intersection':
      return { ...(inner(def.left!) as object), ...(inner(def.right!) as object) };
    case 'optional':
    case 'default':
    case 'prefault':
    case 'catch':
    case 'readonly':
    case 'nonoptional':
      return inner(def.innerType!);
    case 'nullable':
      return draw.chance(0.5) ? null : inner(def.innerType!);
    case 'pipe':
      return inner(def.in!);
    case 'lazy':
      return inner(def.getter!());
    case 'literal':
      return draw.of(def.values!);
    case 'enum':
      return draw.of(Object.values(def.entries!));
    case 'tuple':
      return def.items!.map((each) => inner(each));
    case 'record': {
      const count = draw.below(2);
      return Object.fromEntries(
        Array.from({ length: count }, () => [String(inner(def.keyType!)), inner(def.valueType!)]),
      );
    }
    default:
      return single(schema, field, pool, draw);
  }
}

/**
 * A value that a contract takes, of what the installation knows; after some tries, one that it nearly takes.
 * @param over fields that are given
 */
export function fromContract(
  schema: z.ZodType,
  pool: Pool,
  draw: Draw,
  over: Readonly<Record<string, unknown>>,
): unknown {
  let value: unknown;
  for (let tries = 0; tries < 40; tries++) {
    value = made(schema, '', pool, draw, 0);
    if (typeof value === 'object' && value !== null && !Array.isArray(value)) value = { ...value, ...over };
    if (takes(schema, value)) return value;
  }
  return value;
}

type Box = { [key: string]: unknown } | unknown[];
const isBox = (value: unknown): value is Box => typeof value === 'object' && value !== null;

/** Places in a value, each by what holds it. */
function placesIn(value: unknown): { readonly of: Box; readonly key: string }[] {
  if (!isBox(value)) return [];
  return Object.keys(value).flatMap((key) => {
    const inner = (value as Record<string, unknown>)[key];
    return [{ of: value, key }, ...placesIn(inner)];
  });
}

/** The same with something changed at up to three places: put there, taken away, doubled, or another's of this value. */
export function mutated(value: unknown, draw: Draw, odd: readonly string[]): string {
  const copy = structuredClone(value);
  for (let times = 1 + draw.below(3); times > 0; times--) {
    const places = placesIn(copy);
    if (places.length === 0) break;
    const { of, key } = draw.of(places);
    const held = of as Record<string, unknown>;
    const other = draw.of(places);
    const kind = draw.below(5);
    if (kind === 0) delete held[key];
    else if (kind === 1) held[key] = structuredClone((other.of as Record<string, unknown>)[other.key]);
    else if (kind === 2) held[key] = [held[key], held[key]];
    else if (kind === 3 && typeof held[key] === 'number')
      held[key] = draw.of([-held[key], held[key] + 1, held[key] * 1e6, held[key] / 3, 0, 2 ** 53]);
    else held[key] = JSON.parse(draw.of(odd)) as unknown;
  }
  return JSON.stringify(copy);
}
