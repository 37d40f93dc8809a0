const ESCAPES: Readonly<Record<string, string>> = {
  '\t': '\\t',
  '\n': '\\n',
  '\r': '\\r',
  '\0': '\uFFFD',
};
/** What COPY does not take as its delimiter ("COPY", Parameters, in PostgreSQL's manual). */
const NO_DELIMITER = /[\\.a-z0-9\n\r\0]/;

/** What parts cells in COPY: the file's own delimiter where COPY takes it, else a tab. */
export function copyDelimiter(delimiter: string): string {
  return delimiter.length === 1 && delimiter.charCodeAt(0) < 0x80 && !NO_DELIMITER.test(delimiter) ? delimiter : '\t';
}

/**
 * Writes values in the text format of PostgreSQL's COPY ("COPY", File Formats, in its manual): `\N` for null, the
 * backslash, the delimiter and control characters escaped. A NUL, which text cannot hold, becomes U+FFFD.
 */
export function copyTexts(delimiter = '\t'): (value: string | null) => string {
  const mark = delimiter === '\t' ? '' : delimiter.replace(/[\]^-]/, '\\$&');
  const some = new RegExp(`[\\\\\\t\\n\\r\\0${mark}]`);
  const all = new RegExp(some, 'g');
  return (value) => {
    if (value === null) return '\\N';
    return some.test(value) ? value.replace(all, (c) => ESCAPES[c] ?? `\\${c}`) : value;
  };
}
