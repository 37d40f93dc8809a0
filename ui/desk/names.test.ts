import { namesApart, sheetNames } from './names';

test('equal names are told apart by what differs, else by a number; others stay as they are', () => {
  const things = [
    { name: 'Till', day: 'Monday' },
    { name: 'till ', day: 'Tuesday' },
    { name: 'Till', day: 'Monday' },
    { name: 'Plan', day: 'Monday' },
  ];
  const names = namesApart(
    things,
    ({ name }) => name,
    ({ day }) => day,
  );
  expect(things.map((thing) => names.get(thing))).toEqual([
    'Till (Monday) #1',
    'till  (Tuesday)',
    'Till (Monday) #2',
    'Plan',
  ]);
});

test('a sheet of one row is one row', () => {
  const sheets = [
    { name: 'A', rowCount: 1, createdAt: '2020-01-02T00:00:00Z' },
    { name: 'A', rowCount: 2, createdAt: '2020-01-02T00:00:00Z' },
  ];
  expect([...sheetNames(sheets).values()]).toEqual(['A (1 row, 2 Jan 2020)', 'A (2 rows, 2 Jan 2020)']);
});
