import { ArrayMaxSize, IsArray, IsObject } from 'class-validator';

/** A class with class-validator's decorators; what it checks is given to it property by property. */
export type InputClass = new () => object;
/** The class that checks a value, or what is wrong with it. */
export type Chosen = InputClass | string;
type Choose = (value: Readonly<Record<string, unknown>>) => Chosen;

/** A class that has a property for every one of a type: `class RowsOrderInput implements Input<RowsOrder>`. */
export type Input<T> = { [Name in keyof Required<T>]: unknown };

export interface Part {
  readonly list: boolean;
  readonly choose: Choose;
}

const parts = new WeakMap<object, Map<string, Part>>();

/** The properties of a class that are checked by classes of their own, those that it inherits with them. */
export function partsOf(of: InputClass): ReadonlyMap<string, Part> {
  const found = new Map<string, Part>();
  for (let at: unknown = of.prototype; typeof at === 'object' && at !== null; at = Object.getPrototypeOf(at))
    for (const [name, part] of parts.get(at) ?? []) if (!found.has(name)) found.set(name, part);
  return found;
}

function remember(target: object, name: string, part: Part): void {
  const own = parts.get(target) ?? new Map<string, Part>();
  parts.set(target, own.set(name, part));
}

/** An object within an object, checked by a class of its own, or by the one that is chosen by looking at it. */
export function Nested(choose: Choose): PropertyDecorator {
  return (target, property) => {
    IsObject()(target, property as string);
    remember(target, property as string, { list: false, choose });
  };
}

/** A list of objects, at most so many, each checked by a class of its own. */
export function NestedList(choose: Choose, most: number): PropertyDecorator {
  return (target, property) => {
    IsArray()(target, property as string);
    ArrayMaxSize(most)(target, property as string);
    remember(target, property as string, { list: true, choose });
  };
}

/** The class of the one kind that a value is, told by the names that only that kind has. */
export function byNames(kinds: readonly (readonly [names: readonly string[], of: InputClass])[]): Choose {
  return (value) => {
    const found = kinds.filter(([names]) => names.some((name) => value[name] !== undefined));
    if (found.length === 1) return found[0][1];
    return `must have exactly one of: ${kinds.map(([names]) => names.join(' and ')).join(', ')}`;
  };
}

/** The class of the kind that a property says. */
export function bySaid<Kind extends string>(name: string, kinds: Readonly<Record<Kind, InputClass>>): Choose {
  return (value) => {
    const said = value[name];
    const known = Object.keys(kinds) as Kind[];
    return known.includes(said as Kind)
      ? kinds[said as Kind]
      : `${name} must be one of the following values: ${known.join(', ')}`;
  };
}
