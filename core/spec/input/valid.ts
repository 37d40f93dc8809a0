import 'reflect-metadata';
import { validateSync, type ValidationError } from 'class-validator';
import { InvalidInput, type InputError } from './invalid';
import { partsOf, type InputClass } from './part';
import { checkPlain } from './plain';

/**
 * Checks a plain value against a class with class-validator decorators; unknown names are errors.
 * @param nulls where null means something; elsewhere it is no way to leave something out
 * @throws InvalidInput
 */
export function validInput<T extends object>(
  shape: new () => T,
  value: unknown,
  what: string,
  { at = '', nulls = () => false }: { at?: string; nulls?: (path: string) => boolean } = {},
): T {
  if (!isRecord(value)) throw new InvalidInput([{ path: at.replace(/\.$/, ''), message: `${what} must be an object` }]);
  checkPlain(value, nulls);
  const errors = errorsOf(shape, value, at);
  if (errors.length > 0) throw new InvalidInput(errors);
  return value as T;
}

const isRecord = (value: unknown): value is Readonly<Record<string, unknown>> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

function errorsOf(shape: InputClass, value: Readonly<Record<string, unknown>>, at: string): InputError[] {
  const input = Object.assign(new shape(), value);
  const own = validateSync(input, { whitelist: true, forbidNonWhitelisted: true, forbidUnknownValues: true });
  const within = [...partsOf(shape)].flatMap(([name, { list, choose }]) => {
    const part = value[name];
    const check = (one: unknown, path: string): InputError[] => {
      if (!isRecord(one)) return [{ path, message: `each value in ${name} must be an object` }];
      const chosen = choose(one);
      return typeof chosen === 'string' ? [{ path, message: chosen }] : errorsOf(chosen, one, `${path}.`);
    };
    if (list) return Array.isArray(part) ? part.flatMap((one: unknown, i) => check(one, `${at}${name}.${i}`)) : [];
    return isRecord(part) ? check(part, `${at}${name}`) : [];
  });
  return [...own.flatMap((error) => told(error, at)), ...within];
}

const told = ({ property, constraints }: ValidationError, at: string): InputError[] =>
  Object.values(constraints ?? {}).map((message) => ({ path: `${at}${property}`, message }));
