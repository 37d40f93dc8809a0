import { isStorable } from '../../reading';
import { InvalidInput } from './invalid';

/** What a request may hold. */
const MOST_LEVELS = 24;
const MOST_VALUES = 100_000;
const MOST_NAMES = 2_500;
const LONGEST_NAME = 400;
const LONGEST_TEXT = 20_000;
/** A number is no larger than a double's square holds: what is made of two of them is a number still. */
const LARGEST = 1e150;

/**
 * Checks that a value from outside holds nothing that no program means: text that cannot be stored, numbers past all
 * measure, lists in lists, thousands of names, levels without end. What passes can be stored and asked.
 * @param nulls the places where null means something, by their path
 * @throws InvalidInput naming the first such place
 */
export function checkPlain(value: unknown, nulls: (path: string) => boolean = () => false): void {
  let left = MOST_VALUES;
  const wrong = (path: string, message: string) => new InvalidInput([{ path, message }]);
  const walk = (one: unknown, path: string, level: number): void => {
    if (--left < 0) throw wrong(path, `the request holds more than ${MOST_VALUES} values`);
    if (typeof one === 'string') {
      if (one.length > LONGEST_TEXT) throw wrong(path, `must not be longer than ${LONGEST_TEXT} characters`);
      if (!isStorable(one)) throw wrong(path, 'must not hold U+0000 or half a surrogate pair');
    } else if (typeof one === 'number') {
      if (!(Math.abs(one) <= LARGEST)) throw wrong(path, `must be a number from -${LARGEST} to ${LARGEST}`);
    } else if (one === null) {
      if (!nulls(path)) throw wrong(path, 'must not be null');
    } else if (typeof one === 'object') {
      if (level >= MOST_LEVELS) throw wrong(path, `must not have more than ${MOST_LEVELS} levels`);
      if (Array.isArray(one)) {
        one.forEach((inner, i) => {
          const at = joined(path, String(i));
          if (Array.isArray(inner)) throw wrong(at, 'must not be a list within a list');
          walk(inner, at, level + 1);
        });
        return;
      }
      const names = Object.keys(one);
      if (names.length > MOST_NAMES) throw wrong(path, `must not have more than ${MOST_NAMES} names`);
      for (const name of names) {
        if (name.length > LONGEST_NAME || !isStorable(name) || UNSAFE_NAMES.has(name))
          throw wrong(path, `must not have a name such as ${JSON.stringify(name.slice(0, 40))}`);
        walk((one as Record<string, unknown>)[name], joined(path, name), level + 1);
      }
    }
  };
  walk(value, '', 0);
}

const joined = (path: string, name: string) => (path ? `${path}.${name}` : name);

/** Names that every object has by itself: one of them given would hide its own. */
const UNSAFE_NAMES = new Set(['__proto__', 'constructor', 'prototype', 'toString', 'valueOf', 'hasOwnProperty']);
