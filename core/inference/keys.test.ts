import { keysFor } from './keys';

test('a column keeps its key whatever the case and the gaps of its header; new ones get new numbers', () => {
  const before = { headers: ['Sold on', 'Takings £', 'Gone'], keys: ['c1', 'c4', 'c7'] };
  expect(keysFor(['TAKINGS  £', ' sold on ', 'New', 'Sold on'], before)).toEqual(['c4', 'c1', 'c8', 'c9']);
});
