import { Problem } from './problem';
import { revisionIn } from './revisions';

const asked = (ifMatch?: string) =>
  revisionIn(new Request('http://localhost/', { headers: ifMatch === undefined ? {} : { 'if-match': ifMatch } }));

test.each([
  ['"7"', 7],
  ['W/"7"', 7],
  ['7', 7],
])('%s is revision %d', (header, revision) => expect(asked(header)).toBe(revision));

test.each(['*', '"old"', '"1", "2"', '""', '"99999999999999999999"', 'W/*'])(
  '%s is never the present revision',
  (header) => expect(asked(header)).toBe('none'),
);

test('only without a header is it asked for', () => {
  expect(() => asked()).toThrow(Problem);
  expect(() => asked()).toThrow('Send the revision that you change as If-Match.');
});
