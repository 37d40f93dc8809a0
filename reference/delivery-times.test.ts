import { DateTime } from 'luxon';
import { RRule } from 'rrule';
import { nextAfter, type Every } from '@/core/deliveries';

/**
 * Times of deliveries against rrule (recurrence rules of RFC 5545) for the days and luxon for the zones, over ten years and
 * six zones. Where the clock leaps over a time luxon moves it by the leap; ours is the first time that is shown: these are
 * told apart by luxon's own answer being another time of the clock.
 */
const ZONES = [
  'Europe/London',
  'America/New_York',
  'Australia/Lord_Howe',
  'America/Santiago',
  'Asia/Kathmandu',
  'Africa/Casablanca',
];
const FROM = Date.UTC(2020, 0, 1);
const TO = Date.UTC(2030, 0, 1);

const rule = ({ step, weekday, day }: Every): RRule => {
  const span = { dtstart: new Date(FROM - 2 * 86_400_000), until: new Date(TO + 2 * 86_400_000) };
  if (step === 'day') return new RRule({ freq: RRule.DAILY, ...span });
  if (step === 'week') return new RRule({ freq: RRule.WEEKLY, byweekday: [(weekday ?? 1) - 1], ...span });
  if (day === 'last') return new RRule({ freq: RRule.MONTHLY, bymonthday: [-1], ...span });
  // Of 29 to 31 the last day that a month has of them (RFC 5545, BYSETPOS).
  const days = Array.from({ length: Math.max((day ?? 1) - 27, 1) }, (_, i) => (day ?? 1) - i);
  return new RRule({ freq: RRule.MONTHLY, bymonthday: days, bysetpos: [-1], ...span });
};

const EVERY: readonly Omit<Every, 'zone'>[] = [
  { step: 'day', at: '01:30' },
  { step: 'day', at: '08:00' },
  { step: 'week', at: '02:15', weekday: 7 },
  { step: 'week', at: '00:10', weekday: 1 },
  { step: 'month', at: '23:45', day: 'last' },
  { step: 'month', at: '02:30', day: 31 },
  { step: 'month', at: '07:00', day: 29 },
];

describe.each(ZONES)('%s', (zone) => {
  test.each(EVERY)('%j', (every) => {
    const [hour, minute] = every.at.split(':').map(Number);
    const expected = rule({ ...every, zone })
      .all()
      .map((day) => {
        const wall = { year: day.getUTCFullYear(), month: day.getUTCMonth() + 1, day: day.getUTCDate() };
        const found = DateTime.fromObject({ ...wall, hour, minute }, { zone });
        if (found.hour === hour && found.minute === minute && found.day === wall.day) {
          // Of a time that is shown twice the first: an earlier instant with the same clock.
          const twin = [30, 60, 120]
            .map((back) => found.minus({ minutes: back }))
            .find((one) => one.hour === hour && one.minute === minute);
          return (twin ?? found).toMillis();
        }
        // The leap: the last instant before it has another offset than the first after it.
        let [low, high] = [found.minus({ hours: 6 }).toMillis(), found.plus({ hours: 6 }).toMillis()];
        const before = DateTime.fromMillis(low, { zone }).offset;
        while (high - low > 1) {
          const middle = Math.floor((low + high) / 2);
          if (DateTime.fromMillis(middle, { zone }).offset === before) low = middle;
          else high = middle;
        }
        return high;
      })
      .filter((instant) => instant > FROM && instant < TO);
    const found: number[] = [];
    for (let at = nextAfter({ ...every, zone }, FROM); at < TO; at = nextAfter({ ...every, zone }, at)) found.push(at);
    expect(found.length).toBeGreaterThan(100);
    expect(found).toEqual(expected);
  });
});
