import { dateText, numberText, percentText } from './cell-texts';
import { parseCorrection } from './correction-input';
import { parseReadingChange } from './reading-input';
import { tellable, toldError } from '../told-errors';
import { ReadingRefusal } from '@/core/reading';
import { Problem } from '../problem';

test.each([
  [0.1 + 0.2, '0.3'],
  [1e21, '1000000000000000000000'],
  [1.5e-7, '0.00000015'],
  [-12.5, '-12.5'],
  [NaN, ''],
])('the number %d of a workbook is written %s', (value, text) => expect(numberText(value)).toBe(text));

test.each([
  [0.12, '12%'],
  [0.125, '12.5%'],
  [-0.07, '-7%'],
  [1, '100%'],
])('the share %d is written %s', (value, text) => expect(percentText(value)).toBe(text));

test('a date of a workbook carries its time only where it has one', () => {
  expect(dateText(new Date(Date.UTC(2025, 2, 4)), false)).toBe('2025-03-04');
  expect(dateText(new Date(Date.UTC(2025, 2, 4)), true)).toBe('2025-03-04T00:00:00');
  expect(dateText(new Date(Date.UTC(2025, 2, 4, 16, 20)), false)).toBe('2025-03-04T16:20:00');
});

describe('what a user says of a sheet is checked', () => {
  test.each([
    [{ findings: { across: false }, rows: { from: 3, to: 9 } }, undefined],
    [{ worksheet: 'Plan' }, undefined],
    [{}, 'say at least one'],
    [{ findings: { nothing: true } }, 'nothing'],
    [{ findings: { across: 'no' } }, 'across'],
    [{ rows: { from: 9, to: 3 } }, 'must not lie before'],
    [{ rows: { from: 0 } }, 'from'],
  ])('%j', (value, words) => {
    if (words === undefined) expect(parseReadingChange(value)).toEqual(value);
    else expect(() => parseReadingChange(value)).toThrow(words);
  });

  test.each([
    [{ type: 'date', format: { dateOrder: 'MDY' } }, undefined],
    [{ unit: '' }, undefined],
    [{}, 'say at least one'],
    [{ type: 'colour' }, 'type'],
    [{ format: { decimal: ';' } }, 'decimal'],
    [{ name: '' }, 'name'],
  ])('of a column: %j', (value, words) => {
    if (words === undefined) expect(parseCorrection(value)).toEqual(value);
    else expect(() => parseCorrection(value)).toThrow(words);
  });
});

test('an error is the same on both sides of a thread', () => {
  const refusal = toldError(tellable(new ReadingRefusal('The file is empty.')));
  expect(refusal).toBeInstanceOf(ReadingRefusal);
  expect(refusal.message).toBe('The file is empty.');
  const problem = toldError(tellable(new Problem(507, 'The disk is full', 'Make room.')));
  expect(problem).toMatchObject({ status: 507, title: 'The disk is full', detail: 'Make room.' });
  expect(toldError(tellable(Object.assign(new Error('lost'), { code: '57P01' })))).toMatchObject({
    message: 'lost',
    code: '57P01',
  });
});
