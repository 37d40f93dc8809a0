import { rangeFor } from './range';

const VALUES = [200, 240, 260];

test.each([0.7, 0.8, 0.9, 0.95])(
  'breathing room of %d of the lowest value starts there, not at the tick below',
  (room) => {
    const { domain, ticks } = rangeFor(VALUES, { fit: 'breathing', room }, 6);
    expect(domain[0]).toBe(room * 200);
    expect(domain[1]).toBeGreaterThanOrEqual(260);
    expect(ticks.every((tick) => tick >= domain[0] && tick <= domain[1])).toBe(true);
  },
);

test('a start that was chosen for its user is taken down to a tick', () => {
  const { domain, ticks } = rangeFor(VALUES, { fit: 'breathing' }, 6);
  expect(domain[0]).toBe(ticks[0]);
});
