/** A NUL, which no database's text holds, and half a surrogate pair, which no encoding does. */
const UNSTORABLE = /\0|[\uD800-\uDBFF](?![\uDC00-\uDFFF])|(?<![\uD800-\uDBFF])[\uDC00-\uDFFF]/;
const EACH = new RegExp(UNSTORABLE, 'g');

/** Whether a text can be stored as it stands. */
export const isStorable = (text: string): boolean => !UNSTORABLE.test(text);

/** A text with U+FFFD in the place of every character that cannot be stored. */
export function storable(text: string): string {
  return isStorable(text) ? text : text.replace(EACH, '\uFFFD');
}

/**
 * The first characters of a text, none of them cut in two. @param most in UTF-16 units
 * Example: `beginning('Takings', 4)` is `'Taki'`.
 */
export function beginning(text: string, most: number): string {
  if (text.length <= most) return text;
  const last = text.charCodeAt(most - 1);
  return text.slice(0, last >= 0xd800 && last <= 0xdbff ? most - 1 : most);
}

/** The same value with every text in it, names too, made storable. */
export function storableValue<T>(value: T): T {
  return (
    typeof value === 'string'
      ? storable(value)
      : Array.isArray(value)
        ? value.map(storableValue)
        : typeof value === 'object' && value !== null
          ? Object.fromEntries(Object.entries(value).map(([name, one]) => [storable(name), storableValue(one)]))
          : value
  ) as T;
}
