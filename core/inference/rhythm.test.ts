import { factsOfDays, rhythmOf } from './rhythm';

const rhythm = (...dates: string[]) => rhythmOf(factsOfDays(dates));

test.each([
  ['every first of a month', 'month', ['2025-01-01', '2025-02-01', '2025-04-01']],
  ['every last of a month', 'month', ['2024-01-31', '2024-02-29', '2024-03-31', '2024-04-30']],
  ['every fifteenth', 'month', ['2025-01-15', '2025-02-15', '2025-03-15']],
  ['every end of a quarter', 'quarter', ['2024-03-31', '2024-06-30', '2024-09-30', '2024-12-31']],
  ['every end of a business quarter', 'quarter', ['2024-02-29', '2024-05-31', '2024-08-31', '2024-11-30']],
  ['every first of the year', 'year', ['2021-01-01', '2022-01-01', '2024-01-01']],
  ['every fifth of April', 'year', ['2021-04-05', '2022-04-05', '2023-04-05']],
  ['every last of February', 'year', ['2023-02-28', '2024-02-29', '2025-02-28']],
  ['every Monday', 'week', ['2025-03-03', '2025-03-10', '2025-03-24', '2025-03-31']],
  ['midnights', 'month', ['2025-01-01T00:00:00', '2025-02-01T00:00:00']],
] as const)('%s keeps the %s', (_, step, dates) => expect(rhythm(...dates)).toBe(step));

test.each([
  ['days', ['2025-01-01', '2025-01-02', '2025-01-03', '2025-01-04']],
  ['two that fall alike by chance', ['2025-01-15', '2025-02-15']],
  ['three Mondays', ['2025-03-03', '2025-03-10', '2025-03-24']],
  ['hours', ['2025-01-01T09:00:00', '2025-02-01T09:00:00']],
  ['one day', ['2025-01-01']],
] as const)('%s keep no step', (_, dates) => expect(rhythm(...dates)).toBeUndefined());
