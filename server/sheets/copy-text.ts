const SPECIAL = /[\\\t\n\r\0]/;
const ESCAPES: Readonly<Record<string, string>> = {
  '\\': '\\\\',
  '\t': '\\t',
  '\n': '\\n',
  '\r': '\\r',
  '\0': '\uFFFD',
};

/** A value in the text format of PostgreSQL's COPY ("COPY", File Formats, in its manual): `\N` for null, control characters escaped. A NUL, which text cannot hold, becomes U+FFFD. */
export function copyText(value: string | null): string {
  if (value === null) return '\\N';
  return SPECIAL.test(value) ? value.replace(/[\\\t\n\r\0]/g, (c) => ESCAPES[c]) : value;
}
